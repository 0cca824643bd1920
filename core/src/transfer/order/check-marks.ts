import type { TracedLines } from './traced-lines.js';

/** A place on a line that is traced before all others, to prove later whether the sheet has slipped, mm. */
export type CheckMark = { x: number; y: number; line: string; corner: Corner };

export const corners = ['upper left', 'upper right', 'lower right', 'lower left'] as const;
export type Corner = (typeof corners)[number];

/** Nearer to the edge than this a mark lies under tape, or is not printed, mm. */
const edgeMm = 8;

/** How far out a point lies towards each corner. */
const outwards: Readonly<Record<Corner, (x: number, y: number) => number>> = {
  'upper left': (x, y) => -x - y,
  'upper right': (x, y) => x - y,
  'lower right': (x, y) => x + y,
  'lower left': (x, y) => y - x,
};

/**
 * Two places for check marks, near opposite corners where lines are: of the two diagonals the one along which the lines
 * reach farther, since the farther apart the marks are, the finer a turn is told. Hard lines are preferred, and places
 * away from the edge of the surface, where tape and margins lie.
 *
 * @param surface its size, mm
 * @returns none for a map without lines
 */
export function checkMarks(
  { lines, points }: TracedLines,
  surface: { width: number; height: number },
): CheckMark[] {
  const hard = [...lines.keys()].filter((i) => lines[i].edge === 'hard' && lines[i].kind !== 'direction');
  const among = hard.length > 1 ? hard : [...lines.keys()];
  if (among.length === 0) return [];
  const outermost = (corner: Corner): CheckMark => {
    let best: CheckMark = { x: 0, y: 0, line: '', corner };
    let farthest = -Infinity;
    const isInside = (x: number, y: number) =>
      Math.min(x, y, surface.width - x, surface.height - y) >= edgeMm;
    for (const i of among) {
      for (let k = 0; k < points[i].length; k += 2) {
        const [x, y] = [points[i][k], points[i][k + 1]];
        // What lies at the edge is taken only where nothing else is.
        const out = outwards[corner](x, y) - (isInside(x, y) ? 0 : surface.width + surface.height);
        if (out > farthest) [farthest, best] = [out, { x, y, line: lines[i].id, corner }];
      }
    }
    return best;
  };
  const pairs = [
    [outermost('upper left'), outermost('lower right')],
    [outermost('lower left'), outermost('upper right')],
  ] as const;
  const apart = ([a, b]: readonly [CheckMark, CheckMark]) => Math.hypot(a.x - b.x, a.y - b.y);
  return [...(apart(pairs[0]) >= apart(pairs[1]) ? pairs[0] : pairs[1])];
}
