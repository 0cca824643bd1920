import type { Run, TracedLine } from './run.js';
import { withoutLines } from './take-back.js';

/** What a record of a line is known by: its line, and where that lies. Two devices time one line differently. */
const recordKey = ({ id, x, y, lengthMm }: TracedLine) => JSON.stringify([id, x, y, lengthMm]);
const later = (a: string | null, b: string | null) => ((a ?? '') > (b ?? '') ? a : b);
const shared = <T>(base: T, ours: T, theirs: T, both: (ours: T, theirs: T) => T): T =>
  ours === base ? theirs : theirs === base ? ours : both(ours, theirs);

/**
 * One run of two that went on from the same one, on two devices: what either traced is traced, what either took back is
 * taken back, and looks stand after the lines they stood after.
 *
 * @param base the run both went on from
 * @param ours what this device made of it
 * @param theirs what the other one made of it; its lines come first
 */
export function mergeRuns(base: Run, ours: Run, theirs: Run): Run {
  const before = new Set(base.traced.map(recordKey));
  const here = new Set(ours.traced.map(recordKey));
  const there = new Set(theirs.traced.map(recordKey));
  const tookBack = new Set(
    theirs.traced.filter((line) => before.has(recordKey(line)) && !here.has(recordKey(line))),
  );
  const kept = withoutLines(theirs, tookBack);
  const added = ours.traced.filter((line) => !before.has(recordKey(line)) && !there.has(recordKey(line)));
  const traced = [...kept.traced, ...added];
  const placeOf = new Map(traced.map((line, k) => [recordKey(line), k + 1]));
  // A look of ours stands after the last of its lines.
  const looks = ours.looks
    .filter((count) => !base.looks.includes(count))
    .map((count) =>
      Math.max(0, ...ours.traced.slice(0, count).map((line) => placeOf.get(recordKey(line)) ?? 0)),
    );
  return {
    marksAt: shared(base.marksAt, ours.marksAt, theirs.marksAt, later),
    traced,
    looks: [...new Set([...kept.looks, ...looks])].filter((count) => count > 0).sort((a, b) => a - b),
    rested: shared(base.rested, ours.rested, theirs.rested, Math.max),
  };
}
