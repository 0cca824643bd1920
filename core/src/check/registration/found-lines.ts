import { lightnessPlane } from '../../colour/index.js';
import { luminanceOfWindow, type Picture } from '../../raster/index.js';
import { findStrokes, joinStrokes } from '../../strokes/index.js';

/** A line found on a sheet: x0, y0 … in the units of what it was found on. */
export type FoundLine = {
  points: Float64Array;
  closed: boolean;
  widthMm: number;
  /** How dark it is, as a share of how dark the drawing is. */
  strength: number;
  /** How much darker than the paper it is, L\*. */
  darkness: number;
};

/** Strokes fainter than this share of the drawing are smudges, and what shows through from the back. */
const minStrength = 0.16;

/** Gaps of strokes are closed up to this, mm. */
const joinMm = 0.6;

/** The lines drawn or printed on a flattened sheet, pixels of it. */
export function findLines(flat: Picture, pxPerMm: number): FoundLine[] {
  const { width, height } = flat;
  const luminance = luminanceOfWindow(flat, { x: 0, y: 0, width, height }, width, height);
  const strokes = joinStrokes(
    findStrokes({ width, height, data: lightnessPlane(luminance.data) }, pxPerMm),
    joinMm * pxPerMm,
  );
  return strokes.flatMap(({ points, closed, strength, rim, widths, darkness }) => {
    if (rim || strength < minStrength) return [];
    const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
    return [{ points, closed, widthMm: mean(widths) / pxPerMm, strength, darkness: mean(darkness) }];
  });
}

/** A line as a run that ends where it ends: a closed one with its first point again at its end. */
export const asRun = ({ points, closed }: Pick<FoundLine, 'points' | 'closed'>): Float64Array =>
  closed ? Float64Array.of(...points, points[0], points[1]) : points;

/**
 * The pieces of a run whose points are kept; those of a closed line may go on over its beginning.
 *
 * @param run x0, y0 …, as of `asRun`
 * @param isKept 1 for each point that is
 */
export function keptPieces(run: Float64Array, closed: boolean, isKept: Uint8Array): Float64Array[] {
  const pieces: number[][] = [];
  for (let i = 0; i < isKept.length; i++) {
    if (!isKept[i]) continue;
    if (i === 0 || !isKept[i - 1]) pieces.push([]);
    pieces[pieces.length - 1].push(run[2 * i], run[2 * i + 1]);
  }
  const goesOnOverBeginning = closed && pieces.length > 1 && isKept[0] && isKept[isKept.length - 1];
  const [first = [], ...rest] = pieces;
  const joined = goesOnOverBeginning ? [[...(rest.pop() ?? []), ...first.slice(2)], ...rest] : pieces;
  return joined.map((piece) => Float64Array.from(piece));
}

/** The same lines with every point carried elsewhere. */
export function carriedLines(
  lines: readonly FoundLine[],
  carry: (x: number, y: number) => { x: number; y: number },
): FoundLine[] {
  return lines.map(({ points, ...rest }) => {
    const carried = points.slice();
    for (let i = 0; i < points.length; i += 2) {
      const { x, y } = carry(points[i], points[i + 1]);
      carried[i] = x;
      carried[i + 1] = y;
    }
    return { ...rest, points: carried };
  });
}
