import type { Run, TracedLine } from './run.js';

/**
 * A run without some of its lines: looks taken after them still stand after the same lines as before, and what was
 * traced in one go with a line that is gone begins a stroke of its own.
 *
 * @param gone the records that are taken out, as they stand in the run
 */
export function withoutLines(run: Run, gone: ReadonlySet<TracedLine>): Run {
  const traced: TracedLine[] = [];
  /** How many of the first so many records are left, by that number. */
  const leftOf = [0];
  run.traced.forEach((line, k) => {
    const isGone = gone.has(line);
    const before = run.traced[k - 1];
    if (!isGone) traced.push(before && gone.has(before) && line.goesOn ? { ...line, goesOn: false } : line);
    leftOf.push(traced.length);
  });
  const looks = run.looks.map((count) => leftOf[Math.min(count, run.traced.length)]);
  // Looks between which nothing is left are one.
  return { ...run, traced, looks: [...new Set(looks)].filter((count) => count > 0) };
}
