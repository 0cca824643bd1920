import type { CheckReport, MapDocument } from '../../documents/index.js';
import type { Quad } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { carriedLines } from '../registration/found-lines.js';
import type { KnownLines } from '../registration/known-lines.js';
import type { Similarity } from './alignment.js';
import { wantedLines } from './course.js';
import { DrawingNotFound, notFound } from './drawing-not-found.js';
import { withEvenLight } from './even-light.js';
import { extraLines } from './extra-lines.js';
import { flattened } from './flatten.js';
import { matchLines, type Match } from './match-lines.js';
import { movedParts } from './parts.js';
import { knownOf, placeDrawing, resolutionOf } from './place-drawing.js';
import { reportOf } from './report.js';
import { withSlides } from './slides.js';
import { usualToleranceMm } from './tolerance.js';

/** A drawing held against its map, and the photograph of it seen square-on in even light, made when it is asked for. */
export type CheckedDrawing = { report: CheckReport; flat: () => Picture };

/** What a check is told besides the photograph and the map. */
export type CheckOptions = {
  /** Corners of the surface in the photograph, pixels, from its top left on clockwise; found when not given. */
  corners?: Quad | null;
  /** How far off a line is still true, mm. */
  toleranceMm?: number;
};

/** Where less of what is seen than this belongs to the map, lines were seen in grain, or in another drawing. */
const minOwn = 0.2;

/**
 * Finds the drawing on a photograph, holds it against its map, and says what lies elsewhere, is missing, or is not on the map.
 *
 * @param levels the photograph and its halves (`pyramid`)
 * @throws DrawingNotFound when the drawing is not seen
 */
export function checkDrawing(
  levels: readonly Picture[],
  map: MapDocument,
  { corners = null, toleranceMm = usualToleranceMm }: CheckOptions = {},
): CheckedDrawing {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const wanted = wantedLines(map);
  if (wanted.length === 0) throw new DrawingNotFound('The map has no lines to hold the drawing against.');
  const placed = placeDrawing(levels, size, wanted, corners);
  const { pose, whole } = placed;
  const back = undone(whole);
  // Everything is measured with the whole placement taken out: what is drawn is carried back, not the map forward.
  const atHome = carriedLines(placed.lines, back);
  const drawnAtHome = knownOf(atHome, size);
  const tolerance = { offMm: toleranceMm };
  const found = matchLines(wanted, drawnAtHome, size, tolerance);
  if (isNoise(found, drawnAtHome)) throw new DrawingNotFound(notFound);
  const matches = withSlides(found, movedParts(found, drawnAtHome), drawnAtHome, tolerance);
  const parts = movedParts(matches, drawnAtHome);
  const extra = extraLines(atHome, matches, size);
  const report = reportOf({ placed, matches, parts, extra, size });
  const pxPerMm = resolutionOf(pose, size);
  return { report, flat: () => withEvenLight(flattened(levels, pose, size, pxPerMm), pxPerMm) };
}

function isNoise(matches: readonly Match[], drawn: KnownLines): boolean {
  const own = matches.reduce((sum, { wanted, drawn: share }) => sum + share * wanted.course.x.length, 0);
  return own < minOwn * drawn.count;
}

/** Takes a movement back. */
function undone(move: Similarity): (x: number, y: number) => { x: number; y: number } {
  const squared = move.a * move.a + move.b * move.b;
  return (x, y) => {
    const [u, v] = [x - move.cx - move.dx, y - move.cy - move.dy];
    return {
      x: move.cx + (move.a * u + move.b * v) / squared,
      y: move.cy + (move.a * v - move.b * u) / squared,
    };
  };
}
