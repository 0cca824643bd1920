import type { MapDocument } from '../../documents/index.js';
import { cornerMarks } from '../../sheets/index.js';

/**
 * What is printed on sheets besides the lines to trace, and may have been carried across with them: the angles at the
 * corners of the frame, and guides.
 *
 * @returns runs of places, x0, y0 … mm on the surface
 */
export function registrationMarks({ frame, lines }: MapDocument): Float64Array[] {
  return [
    ...cornerMarks(frame).map(({ points }) => Float64Array.from(points)),
    ...lines.filter(({ kind }) => kind === 'guide').map(({ points }) => Float64Array.from(points.flat())),
  ];
}
