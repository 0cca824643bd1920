import type { SizeMm } from '../../../units/index.js';
import { KnownLines, sampleMm } from '../../registration/known-lines.js';
import { aligned, hitsOf, unmoved } from './alignment.js';
import type { Wanted } from './course.js';
import { asFound, isFound, measured, sameMm, type Match, type Tolerance } from './match.js';

/** Shorter lines, and shorter strokes, are too alike to be paired, mm. */
const minLineMm = 3.5;

/** A line that is not found where it belongs is looked for among strokes of no line this far off, mm. */
const maxAwayMm = 7;

/** The stroke is about as long as the line … */
const minLengthRatio = 0.7;
const maxLengthRatio = 1.4;

/** … and each lies along so much of the other, when it is laid on it. */
const minAlong = 0.75;

/** Of two strokes alike, the one so many mm nearer counts as much more, as a share. */
const shareEachMm = 0.03;

const steps = [
  [2, 'shift'],
  [1.2, 'shift'],
] as const;

/**
 * A line that is found nowhere, and a stroke near it that belongs to no line and has its course, are each other: too short
 * to be looked for far off among all that is drawn, but both left over.
 */
export function withStrayStrokes(
  matches: readonly Match[],
  drawn: KnownLines,
  size: SizeMm,
  { offMm }: Tolerance,
): Match[] {
  const strays = new KnownLines(strayRuns(matches, drawn), size);
  const runs = runsOf(strays);
  const pairs = matches
    .filter((match) => !isFound(match) && match.wanted.lengthMm >= minLineMm)
    .flatMap(({ wanted }) => runs.flatMap((run, k) => paired(wanted, { run, k }, strays)))
    .sort((a, b) => b.worth - a.worth);
  const found = new Map<Wanted, Match>();
  const used = new Set<number>();
  for (const { match, k } of pairs) {
    if (used.has(k) || found.has(match.wanted)) continue;
    used.add(k);
    found.set(match.wanted, asFound(match, offMm));
  }
  return matches.map((match) => found.get(match.wanted) ?? match);
}

/** What is drawn and explained by no line that was found, as runs. */
function strayRuns(matches: readonly Match[], drawn: KnownLines): Float64Array[] {
  const taken = new Uint8Array(drawn.count);
  for (const { wanted, move } of matches.filter(isFound))
    for (const { drawn: at } of hitsOf(wanted.course, move, drawn, sameMm)) {
      taken[at] = 1;
      // A sample that is drawn for a line is so with those beside it on its stroke.
      for (const beside of [at - 1, at + 1]) if (drawn.line[beside] === drawn.line[at]) taken[beside] = 1;
    }
  return drawn.runsWhere((at) => taken[at] === 0);
}

/** A stroke: the numbers of its samples, and its middle. */
type Run = { samples: number[]; cx: number; cy: number };

function runsOf(strays: KnownLines): Run[] {
  const samples: number[][] = [];
  for (let i = 0; i < strays.count; i++) (samples[strays.line[i]] ??= []).push(i);
  return samples.flatMap((of) => {
    if (of.length * sampleMm < minLineMm * minLengthRatio) return [];
    const mean = (values: Float64Array) => of.reduce((sum, i) => sum + values[i], 0) / of.length;
    return [{ samples: of, cx: mean(strays.x), cy: mean(strays.y) }];
  });
}

/** A line laid on a stroke, where each lies along most of the other. */
function paired(
  line: Wanted,
  { run, k }: { run: Run; k: number },
  strays: KnownLines,
): { match: Match; k: number; worth: number }[] {
  const ratio = (run.samples.length * sampleMm) / line.lengthMm;
  const [dx, dy] = [run.cx - line.cx, run.cy - line.cy];
  if (ratio < minLengthRatio || ratio > maxLengthRatio || Math.hypot(dx, dy) > maxAwayMm) return [];
  const own = new Set(run.samples);
  const isOther = (at: number) => !own.has(at);
  const move = aligned(line.course, { ...unmoved(line.cx, line.cy), dx, dy }, strays, steps, isOther);
  const match = measured(line, move, strays, isOther);
  const reached = new Set(hitsOf(line.course, move, strays, sameMm, isOther).map(({ drawn }) => drawn));
  const along = reached.size / run.samples.length;
  if (match.drawn < minAlong || along < minAlong) return [];
  return [{ match, k, worth: match.drawn + along - shareEachMm * Math.hypot(move.dx, move.dy) }];
}
