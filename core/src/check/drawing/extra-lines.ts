import type { SizeMm } from '../../units/index.js';
import { findAdditions, joinPieces, runsAlong, type Addition } from '../corrections/additions.js';
import type { FoundLine } from '../registration/found-lines.js';
import { KnownLines } from '../registration/known-lines.js';
import { movedCourse } from './course.js';
import type { Match } from './match-lines.js';

/** A shorter line is a slip of the pencil, mm. */
const minExtraMm = 5;

/** Lines fainter than this, as a share of the drawing, are construction lines and the rims of smudges. */
const minExtraStrength = 0.3;

/** So near the edge of the sheet it is the edge that is seen, mm. */
const rimMm = 3;

/** What runs beside a line within this for most of its length was drawn for it: gone over again, mm. */
const besideMm = 1.9;
const mostlyBeside = 0.6;

/** What is drawn that belongs to no line of the map, nor goes over one again. */
export function extraLines(found: readonly FoundLine[], matches: readonly Match[], size: SizeMm): Addition[] {
  const present = matches.filter(({ status, drawn }) => status !== 'missing' && drawn > 0);
  const known = new KnownLines(
    present.map(({ wanted, move }) => {
      const { x, y } = movedCourse(wanted.course, move);
      return Float64Array.from(Array.from(x, (_, i) => [x[i], y[i]]).flat());
    }),
    size,
  );
  const clear = found.filter(({ strength }) => strength >= minExtraStrength);
  const window = {
    x: rimMm,
    y: rimMm,
    width: size.widthMm - 2 * rimMm,
    height: size.heightMm - 2 * rimMm,
  };
  return joinPieces(findAdditions(clear, known, { window, words: [] }))
    .filter(({ points, lengthMm }) => lengthMm >= minExtraMm && shareBeside(points, known) < mostlyBeside)
    .sort((a, b) => b.lengthMm - a.lengthMm);
}

function shareBeside(points: Float64Array, known: KnownLines): number {
  let beside = 0;
  const count = points.length / 2;
  for (let i = 0; i < count; i++) if (runsAlong(points, i, known, besideMm)) beside++;
  return beside / count;
}
