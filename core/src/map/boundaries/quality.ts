import { lengthsAlong } from '../../geometry/index.js';
import type { EdgeQuality } from '../../documents/index.js';
import type { LocatedArc } from './locate.js';
import type { MapSettings } from '../settings.js';

/** A stretch of an arc of one edge quality. */
export type Stretch = {
  /** Where it begins and ends, as shares of the arc's length 0–1; on a closed arc the end may pass 1. */
  from: number;
  to: number;
  edge: EdgeQuality;
  /** Means over the stretch: |ΔL\*|, and the 10–90 % width in mm. */
  contrast: number;
  softnessMm: number;
};

/** Quality is judged on means over this much of the boundary's way, mm. */
const judgedOverMm = 3;

/** A stretch shorter than this is no quality of its own, mm. */
const shortestMm = 8;

/** To be told apart from its neighbours a stretch must lie this far beyond the limit. */
const clearly = 1.15;

const qualities: readonly EdgeQuality[] = ['hard', 'soft', 'lost'];

/**
 * Divides an arc where its edge turns from hard to soft or lost.
 *
 * @param arc with contrast and softness at each point
 * @param pxPerMm of the arc's pixels
 */
export function stretchesOf(
  arc: LocatedArc,
  closed: boolean,
  pxPerMm: number,
  limits: Pick<MapSettings, 'softFromMm' | 'lostUnder'>,
): Stretch[] {
  const along = lengthsAlong(arc.points, closed);
  const n = arc.contrast.length;
  const wholeMm = along[along.length - 1] / pxPerMm;
  const spacingMm = Math.max(wholeMm / n, 1e-6);
  const window = Math.round(judgedOverMm / spacingMm / 2);
  const contrast = runningMean(arc.contrast, window, closed);
  const softness = runningMean(arc.softnessPx, window, closed).map((px) => px / pxPerMm);
  const whole = kindOf(mean(contrast), mean(softness), limits, 1);
  const kind = Uint8Array.from(contrast, (value, i) => {
    const plain = kindOf(value, softness[i], limits, 1);
    // A stretch that is barely different from the arc as a whole goes with it.
    return plain === whole || kindOf(value, softness[i], limits, clearly) !== plain ? whole : plain;
  });
  const runs = longRuns(kind, closed, Math.ceil(shortestMm / spacingMm), whole);
  const total = along[along.length - 1] || 1;
  const shareAt = (i: number): number =>
    i >= n ? 1 + along[Math.min(i - n, n - 1)] / total : along[i] / total;
  return runs.map(({ from, to, value }) => ({
    from: runs.length === 1 ? 0 : shareAt(from),
    to: runs.length === 1 ? 1 : !closed && to >= n ? 1 : shareAt(to),
    edge: qualities[value],
    contrast: mean(part(contrast, from, to)),
    softnessMm: mean(part(softness, from, to)),
  }));
}

function kindOf(
  contrast: number,
  softnessMm: number,
  { softFromMm, lostUnder }: Pick<MapSettings, 'softFromMm' | 'lostUnder'>,
  margin: number,
): number {
  if (contrast * margin < lostUnder) return 2;
  return softnessMm > softFromMm * margin ? 1 : 0;
}

type Run = { from: number; to: number; value: number };

/** Runs of equal kind; short ones are swallowed by what lies before them, until all are long enough. */
function longRuns(kind: Uint8Array, closed: boolean, shortest: number, whole: number): Run[] {
  const n = kind.length;
  const runs: Run[] = [];
  for (let i = 0; i < n; i++) {
    const last = runs[runs.length - 1];
    if (last?.value === kind[i]) last.to = i + 1;
    else runs.push({ from: i, to: i + 1, value: kind[i] });
  }
  if (closed && runs.length > 1 && runs[0].value === runs[runs.length - 1].value) {
    // The run over the seam is one: it ends past the arc's own end.
    const first = runs.shift()!;
    runs[runs.length - 1].to = n + first.to;
  }
  for (;;) {
    if (runs.length <= 1) break;
    let short = 0;
    for (let k = 1; k < runs.length; k++) if (lengthOf(runs[k]) < lengthOf(runs[short])) short = k;
    if (lengthOf(runs[short]) >= shortest) break;
    swallow(runs, short, closed, n);
  }
  return runs.length <= 1 ? [{ from: 0, to: n, value: runs[0]?.value ?? whole }] : runs;
}

const lengthOf = (run: Run) => run.to - run.from;

/** Gives a run to its neighbour before, or after where there is none before; equal neighbours become one. */
function swallow(runs: Run[], at: number, closed: boolean, n: number): void {
  const gone = runs[at];
  if (at > 0) {
    runs[at - 1].to = gone.to;
    runs.splice(at, 1);
    const next = runs[at];
    if (next?.value === runs[at - 1].value) {
      runs[at - 1].to = next.to;
      runs.splice(at, 1);
    }
    joinSeam(runs, closed, n);
    return;
  }
  runs[1].from = gone.from;
  runs.splice(0, 1);
  joinSeam(runs, closed, n);
}

/** On a closed arc the last run and the first meet. */
function joinSeam(runs: Run[], closed: boolean, n: number): void {
  if (!closed || runs.length < 2) return;
  const last = runs[runs.length - 1];
  if (last.value !== runs[0].value) return;
  const first = runs.shift()!;
  last.to = n + first.to;
}

function runningMean(values: ArrayLike<number>, reach: number, closed: boolean): Float64Array {
  const n = values.length;
  const out = new Float64Array(n);
  const radius = Math.min(reach, (n - 1) >> 1);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    let count = 0;
    for (let k = i - radius; k <= i + radius; k++) {
      if (!closed && (k < 0 || k >= n)) continue;
      sum += values[(k + n) % n];
      count++;
    }
    out[i] = sum / count;
  }
  return out;
}

function part(values: Float64Array, from: number, to: number): Float64Array {
  const n = values.length;
  return Float64Array.from({ length: Math.max(1, to - from) }, (_, i) => values[(from + i) % n]);
}

function mean(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return values.length === 0 ? 0 : sum / values.length;
}
