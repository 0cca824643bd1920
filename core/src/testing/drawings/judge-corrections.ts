import { distanceToSegment } from '../../geometry/index.js';
import type { KnownCorrections } from '../../camera/index.js';

/** How corrections read from a sheet compare with those that were made. */
export type CorrectionJudgement = {
  /** Changes made, and of them found. */
  made: number;
  found: number;
  /** Changes read that nobody made. */
  wrong: number;
  /** What was missed and what is wrong, in words. */
  says: string[];
  /** How far new lines lie from where they were drawn, mm, for each of their points. */
  offMm: number[];
};

/** A new line is found where it is drawn within this, mm, over so much of its length. */
const nearMm = 0.8;
const foundShare = 0.85;

/** Compares corrections read with those made. */
export function judgeCorrections(
  made: Pick<KnownCorrections, 'added' | 'struck'>,
  read: { added: { points: [number, number][] }[]; struck: string[] },
): CorrectionJudgement {
  const says: string[] = [];
  const offMm: number[] = [];
  const drawn = read.added.map(({ points }) => points.flat());
  let found = 0;
  made.added.forEach((line, i) => {
    const share = shareNear(line, drawn, nearMm);
    if (share >= foundShare) found++;
    else says.push(`missed: new line ${i}, ${(100 * share).toFixed(0)} % of it found`);
  });
  for (const id of made.struck) {
    if (read.struck.includes(id)) found++;
    else says.push(`missed: ${id} struck out`);
  }
  let wrong = 0;
  for (const line of drawn) {
    for (let i = 0; i < line.length; i += 2) {
      const off = distanceTo(line[i], line[i + 1], made.added);
      if (off < 3) offMm.push(off);
    }
    if (shareNear(line, made.added, 2 * nearMm) >= 0.5) continue;
    wrong++;
    says.push(
      `wrong: a line from ${line.slice(0, 2).map(Math.round).join(', ')} to ${line.slice(-2).map(Math.round).join(', ')}`,
    );
  }
  for (const id of read.struck) {
    if (made.struck.includes(id)) continue;
    wrong++;
    says.push(`wrong: ${id} struck out`);
  }
  return { made: made.added.length + made.struck.length, found, wrong, says, offMm };
}

/** Share of a line's points near any of others. */
function shareNear(line: ArrayLike<number>, others: readonly ArrayLike<number>[], mm: number): number {
  let near = 0;
  for (let i = 0; i < line.length; i += 2) if (distanceTo(line[i], line[i + 1], others) <= mm) near++;
  return near / (line.length / 2);
}

function distanceTo(x: number, y: number, lines: readonly ArrayLike<number>[]): number {
  let best = Infinity;
  for (const line of lines) {
    for (let i = 2; i < line.length; i += 2)
      best = Math.min(best, distanceToSegment(x, y, line[i - 2], line[i - 1], line[i], line[i + 1]));
  }
  return best;
}
