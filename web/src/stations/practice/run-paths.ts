import type { Point } from '@nobrel/core/geometry';

/** Side of a drawing of a task, in its own units. */
export const side = 100;

/** A run brought to the middle of the drawing, as large as it goes. */
export function fitted(runs: readonly (readonly Point[])[]): Point[][] {
  const all = runs.flat();
  const xs = all.map(({ x }) => x);
  const ys = all.map(({ y }) => y);
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys), 1e-6);
  const scale = (0.8 * side) / size;
  const cx = (Math.max(...xs) + Math.min(...xs)) / 2;
  const cy = (Math.max(...ys) + Math.min(...ys)) / 2;
  return runs.map((run) =>
    run.map(({ x, y }) => ({ x: side / 2 + scale * (x - cx), y: side / 2 + scale * (y - cy) })),
  );
}

/** A run as a path. */
export const pathOf = (run: readonly Point[]) => `M${run.map(({ x, y }) => `${x} ${y}`).join('L')}`;
/** Where a run begins and ends. */
export const ends = (run: readonly Point[]) => [run[0], run.at(-1)].filter((end) => end !== undefined);
