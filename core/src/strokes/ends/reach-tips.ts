import KDBush from 'kdbush';
import { stepLength } from '../../geometry/index.js';
import { sampleAt, type Plane } from '../../raster/index.js';
import { carriedOn } from '../middles/centre.js';
import type { Stroke } from '../stroke.js';

/** Thinning ends a line short of the stroke's tip; a hand ends it half the width of its tip before that, which is narrower. */
const tipShare = 0.25;

/** Strokes fade towards their tips: their ink ends where this share of its darkness is left. */
const tipDarkness = 0.35;

/** A tip lies no further on than this many widths. */
const maxTipWidths = 2;

/** A stroke is met when its middle passes this near, pixels. */
const metPx = 1.2;

/** The way a stroke points at its end is that of so many of its points. */
const endPoints = 8;

/**
 * Carries strokes on at their free ends: to another stroke that lies straight ahead, and otherwise to the tip of their
 * own ink.
 *
 * @param gapPx how far ahead another stroke may lie beyond the tip
 */
export function reachTips(strokes: readonly Stroke[], ink: Plane, gapPx: number): Stroke[] {
  const all = new Passed(strokes);
  return strokes.map((stroke, k) => {
    if (stroke.closed || stroke.widths.length < 4 || !(stroke.free[0] || stroke.free[1])) return stroke;
    const [before, after] = ([0, 1] as const).map((side) =>
      stroke.free[side] ? onwardFrom(stroke, k, side, { ink, all, gapPx }) : { points: [], met: true },
    );
    return extended(stroke, before, after);
  });
}

type Onward = { points: number[]; met: boolean };

function onwardFrom(
  { points, widths, darkness }: Stroke,
  own: number,
  side: 0 | 1,
  { ink, all, gapPx }: { ink: Plane; all: Passed; gapPx: number },
): Onward {
  const n = widths.length;
  const at = (k: number) => (side === 0 ? k : n - 1 - k);
  const back = at(Math.min(n - 1, endPoints));
  const [x, y] = [points[2 * at(0)], points[2 * at(0) + 1]];
  const [dx, dy] = [x - points[2 * back], y - points[2 * back + 1]];
  const length = stepLength(dx, dy) || 1;
  const [ux, uy] = [dx / length, dy / length];
  const width = widths[at(0)];
  const rim = tipDarkness * darkness[at(0)];
  const farthestTip = maxTipWidths * width + 2;
  const straight = (count: number) =>
    Array.from({ length: count }, (_, k) => [x + (k + 1) * ux, y + (k + 1) * uy]).flat();
  let tip = 0;
  let inInk = true;
  for (let step = 0.5; inInk || step <= tip + gapPx; step += 0.5) {
    const [px, py] = [x + step * ux, y + step * uy];
    const met = all.near(px, py, metPx, own);
    if (met) return { points: [...straight(Math.max(0, Math.ceil(step) - 1)), met[0], met[1]], met: true };
    if (inInk && step <= farthestTip && sampleAt(ink, px, py) > rim) tip = step;
    else inInk = false;
  }
  return { points: straight(Math.max(0, Math.floor(tip - tipShare * width))), met: false };
}

/** Every point of every stroke, found by place. */
class Passed {
  private readonly index: KDBush;
  private readonly points: [number, number][] = [];
  private readonly strokes: number[] = [];

  constructor(strokes: readonly Stroke[]) {
    strokes.forEach(({ points }, k) => {
      for (let i = 0; i < points.length; i += 2) {
        this.points.push([points[i], points[i + 1]]);
        this.strokes.push(k);
      }
    });
    this.index = new KDBush(Math.max(1, this.points.length));
    for (const [x, y] of this.points) this.index.add(x, y);
    if (this.points.length === 0) this.index.add(-1e9, -1e9);
    this.index.finish();
  }

  /** The nearest point of another stroke, if one passes within a distance. */
  near(x: number, y: number, distance: number, own: number): [number, number] | null {
    let best: [number, number] | null = null;
    let nearest = distance;
    for (const i of this.index.within(x, y, distance)) {
      if (this.strokes[i] === own) continue;
      const off = stepLength(this.points[i][0] - x, this.points[i][1] - y);
      if (off > nearest) continue;
      nearest = off;
      best = this.points[i];
    }
    return best;
  }
}

function extended(stroke: Stroke, before: Onward, after: Onward): Stroke {
  const m = before.points.length / 2;
  const first: number[] = [];
  for (let k = m - 1; k >= 0; k--) first.push(before.points[2 * k], before.points[2 * k + 1]);
  const onward = (values: Float64Array) => carriedOn(values, m, after.points.length / 2);
  return {
    ...stroke,
    points: Float64Array.from([...first, ...stroke.points, ...after.points]),
    widths: onward(stroke.widths),
    darkness: onward(stroke.darkness),
    free: [!before.met, !after.met],
  };
}
