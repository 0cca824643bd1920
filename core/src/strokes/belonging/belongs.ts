import { polylineLength } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import { findHatching } from './hatching.js';
import { findTints } from './tints.js';
import type { MeasuredStroke } from './measure-strokes.js';

/** What a stroke is there for: the drawing itself, tone laid in hatching, what is beneath (construction, traces of rubbing out), or nothing: a speck, or the edge of the sheet. */
export type StrokeKind = 'drawing' | 'hatching' | 'faint' | 'speck';

export type KnownStroke = MeasuredStroke & { kind: StrokeKind };

/** Nothing fainter than this share of the drawing is taken for part of it, when nothing else tells. */
const usualLimit = 0.15;

/** Where to look for the limit between the drawing and what is beneath it, as shares of the drawing's darkness. */
const limits = { from: 0.2, to: 0.56, step: 0.01 };

/** What is beneath is clearly fainter: its mean is no more than this share of the drawing's. */
const clearlyFainter = 0.47;

/** What is beneath is at least this share of all line … */
const minLengthShare = 0.02;

/** … and so little of it lies about the limit: 1 when nothing does. */
const minApart = 0.8;

/** About a limit is within this of it, as a share of the drawing's darkness; of limits alike the one in the middle is taken. */
const nearLimit = 0.08;
const offMiddle = 0.3;

/** No stroke of the drawing is shorter, in its own widths, unless it hangs together with others. */
const speckWidths = 2.5;

/**
 * The share of the drawing's darkness below which strokes are beneath it: where the fewest strokes lie between two
 * clearly different kinds, the darker being the drawing. A low one when there is one kind only.
 */
export function findDarknessLimit(
  all: readonly Pick<MeasuredStroke, 'strength' | 'lengthPx' | 'rim'>[],
): number {
  const strokes = all.filter(({ rim }) => !rim);
  const lengthOf = (of: typeof strokes) => of.reduce((sum, { lengthPx }) => sum + lengthPx, 0);
  const mean = (of: typeof strokes) =>
    of.reduce((sum, { strength, lengthPx }) => sum + strength * lengthPx, 0) / Math.max(1e-9, lengthOf(of));
  const total = lengthOf(strokes);
  let best = { limit: usualLimit, apart: minApart };
  for (let limit = limits.from; limit <= limits.to; limit += limits.step) {
    const below = strokes.filter(({ strength }) => strength < limit);
    const above = strokes.filter(({ strength }) => strength >= limit);
    const [low, high] = [mean(below), mean(above)];
    if (lengthOf(below) < minLengthShare * total || low > clearlyFainter * high) continue;
    // The room on both sides of the limit that hardly a stroke lies in.
    const near = strokes.reduce((sum, { strength, lengthPx }) => {
      const off = (strength - limit) / nearLimit;
      return sum + lengthPx * Math.exp(-off * off);
    }, 0);
    const apart = 1 - near / total - offMiddle * Math.abs(limit - Math.sqrt(low * high));
    if (apart > best.apart) best = { limit, apart };
  }
  return Math.round(best.limit * 100) / 100;
}

/** Tells what each stroke is there for. One that runs on into a line beneath is parted from it where it grows fainter. */
export function tellStrokes(
  strokes: readonly MeasuredStroke[],
  darkerThan: number,
  pxPerMm: number,
): KnownStroke[] {
  const parted = strokes.flatMap((stroke) => partedAt(stroke, darkerThan));
  const hatching = findHatching(parted, pxPerMm);
  const tints = findTints(parted, pxPerMm);
  return parted.map((stroke, k) => {
    const kind = tints.has(k) ? 'speck' : kindOf(stroke, darkerThan);
    // What is as faint as what lies beneath stays that: what is left of printed lines runs side by side, too.
    return { ...stroke, kind: kind === 'drawing' && hatching.has(k) ? 'hatching' : kind };
  });
}

/** A stretch shorter than this many points is unevenness of the hand, not another line. */
const minStretch = 40;

/** A stroke as its stretches above and below a limit. */
function partedAt(stroke: MeasuredStroke, limit: number): MeasuredStroke[] {
  const { darkness, strength, rim, black } = stroke;
  const n = darkness.length;
  const middle = median(darkness);
  if (rim || black || middle <= 0 || n < 2 * minStretch) return [stroke];
  const isDark = (i: number) => (darkness[i] / middle) * strength >= limit;
  const starts = [0];
  for (let i = 1; i < n; i++) if (isDark(i) !== isDark(i - 1)) starts.push(i);
  // Short stretches belong to what lies around them.
  const kept = starts.filter((start, k) => k === 0 || (starts[k + 1] ?? n) - start >= minStretch);
  const cuts = kept.filter(
    (start, k) => k > 0 && isDark(start) !== isDark(kept[k - 1]) && start >= minStretch,
  );
  if (cuts.length === 0) return [stroke];
  return [0, ...cuts].map((from, k) => {
    const to = Math.min(n, (cuts[k] ?? n) + 1);
    const own = stroke.darkness.subarray(from, to);
    const points = stroke.points.subarray(2 * from, 2 * to);
    return {
      ...stroke,
      points,
      widths: stroke.widths.subarray(from, to),
      darkness: own,
      closed: false,
      free: [k === 0 && stroke.free[0], k === cuts.length && stroke.free[1]],
      strength: (median(own) / middle) * strength,
      lengthPx: polylineLength(points),
    };
  });
}

function kindOf(
  { strength, lengthPx, widths, free, closed, rim }: MeasuredStroke,
  darkerThan: number,
): StrokeKind {
  if (rim) return 'speck';
  const alone = !closed && free[0] && free[1];
  if (alone && lengthPx < speckWidths * median(widths)) return 'speck';
  return strength < darkerThan ? 'faint' : 'drawing';
}
