import { divideRun, lengthsAlong } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import type { KnownStroke } from '../../strokes/index.js';
import type { Run } from './clean-up/index.js';

/** A stretch of a stroke that is drawn firmly all along, or faintly all along. */
export type StrokeStretch = {
  run: Run;
  edge: 'hard' | 'soft';
  /** How dark it is, as a share of how dark the drawing's strokes are. */
  strength: number;
  /** How much darker than its paper, L\*. */
  darkness: number;
};

/** A shorter stretch is the unevenness of a hand and belongs to what lies about it, mm on the sheet. */
const minStretchMm = 6;

/**
 * Parts a stroke where its edge turns: what is drawn firmly is a hard edge, what is drawn faintly, or broken by bare
 * paper, a soft one, as draughtsmen say by the pressure of the hand where a form turns away or is lost.
 *
 * @param run where the stroke runs on the surface, in as many places as it has or others
 * @param softUnder fainter than this share of the drawing's darkness is soft; null and all of it is hard
 * @param pxPerSheetMm pixels the stroke is measured in, to a mm of the sheet it was drawn on
 */
export function edgeStretches(
  stroke: KnownStroke,
  run: Run,
  softUnder: number | null,
  pxPerSheetMm: number,
): StrokeStretch[] {
  const { darkness, strength, closed } = stroke;
  const dark = median(darkness);
  const shareOf = (values: Float64Array) => (dark > 0 ? (strength * median(values)) / dark : strength);
  if (softUnder === null) return [{ run, edge: 'hard', strength, darkness: meanOf(darkness) }];
  const along = lengthsAlong(stroke.points, closed);
  const isSoft = Array.from(darkness, (value) => shareOf(Float64Array.of(value)) < softUnder);
  const stretches = stretchesOf(isSoft, along, closed, minStretchMm * pxPerSheetMm);
  const length = along[along.length - 1];
  const cuts = stretches.map(({ from }) => along[from] / length);
  const runs =
    stretches.length === 1 ? [run.points] : divideRun(run.points, closed, closed ? cuts : cuts.slice(1));
  return stretches.map(({ from, to, soft }, k) => {
    const own = Float64Array.from({ length: to - from }, (_, i) => darkness[(from + i) % darkness.length]);
    return {
      run: { points: runs[k], closed: closed && stretches.length === 1 },
      edge: soft ? 'soft' : 'hard',
      strength: shareOf(own),
      darkness: meanOf(own),
    };
  });
}

/** Places from one to before another; of a closed stroke they are counted on beyond its last. */
type Stretch = { from: number; to: number; soft: boolean };

/** Stretches of places that are alike, none shorter than asked unless it is the whole; the shortest give way first. */
function stretchesOf(
  isSoft: readonly boolean[],
  along: Float64Array,
  closed: boolean,
  minLength: number,
): Stretch[] {
  const n = isSoft.length;
  // A ring is walked from where it changes, so that no stretch is cut by where it happens to begin.
  const start = closed
    ? Math.max(
        0,
        isSoft.findIndex((soft, i) => i > 0 && soft !== isSoft[i - 1]),
      )
    : 0;
  const whole = along[along.length - 1];
  const lengthAt = (i: number) => along[Math.min(i % n, along.length - 1)] + (i >= n ? whole : 0);
  const lengthOf = ({ from, to }: Stretch) => lengthAt(to) - lengthAt(from);
  const stretches: Stretch[] = [];
  for (let i = start; i < start + n; i++) {
    const last = stretches.at(-1);
    if (last?.soft === isSoft[i % n]) last.to = i + 1;
    else stretches.push({ from: i, to: i + 1, soft: isSoft[i % n] });
  }
  while (stretches.length > 1) {
    const shortest = stretches.reduce((a, b) => (lengthOf(b) < lengthOf(a) ? b : a));
    if (lengthOf(shortest) >= minLength) break;
    giveAway(stretches, stretches.indexOf(shortest));
  }
  const [first, last] = [stretches[0], stretches[stretches.length - 1]];
  if (!closed || stretches.length === 1 || first.soft !== last.soft) return stretches;
  return [...stretches.slice(1, -1), { ...last, to: n + first.to }];
}

/** Gives a stretch to those beside it, which become one where it lies between two. */
function giveAway(stretches: Stretch[], k: number): void {
  const [first, last] = [Math.max(0, k - 1), Math.min(stretches.length - 1, k + 1)];
  const kept = k > 0 ? stretches[first] : stretches[last];
  const one = { from: stretches[first].from, to: stretches[last].to, soft: kept.soft };
  stretches.splice(first, last - first + 1, one);
}

/** The mean of some numbers. */
export const meanOf = (values: Float64Array): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
