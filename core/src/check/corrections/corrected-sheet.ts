import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import {
  composed,
  quadBy,
  scaling,
  smoothedRun,
  transformed,
  ontoQuad,
  type Quad,
} from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { drawnAt, findSheet } from '../../reference/index.js';
import type { Affine } from '../../sheets/index.js';
import { findAdditions, joinPieces, type Addition } from './additions.js';
import { carriedLines, findLines, type FoundLine } from '../registration/found-lines.js';
import { LinesAt } from '../registration/lines-at.js';
import { onSheet } from '../registration/pose.js';
import type { PrintedPage } from '../registration/printed-page.js';
import { register, type Registered, type SheetCorners } from '../registration/register.js';
import { findStrikes } from './strikes.js';

/** A picture in which a printed sheet was not found. The message says what to do. */
export class SheetNotFound extends Error {
  override name = 'SheetNotFound';
}

/** What was changed by hand on a printed sheet. */
export type CorrectedSheet = {
  /** Which page it is. */
  label: string;
  /** Share of what was printed that is seen, and how far it lies off in the median, mm. */
  seen: number;
  offMm: number;
  /** Lines drawn onto it, mm on the surface. */
  added: { points: [number, number][]; lengthMm: number; widthMm: number }[];
  /** Lines of the map that were struck out, by their ids. */
  struck: string[];
};

/** A sheet is read at so many pixels a mm, as drawings are. */
const readPxPerMm = 6;
const maxPixels = 7e6;

/** Less of the print than this is another sheet, or none. */
const minSeen = 0.45;
const clearlySeen = 0.7;

/**
 * Reads what was drawn onto a printed sheet: finds the sheet and how it lies, tells what was printed from what was
 * drawn, and of that what strikes a line out from what is a new line.
 *
 * @param levels the photograph or scan and its halves (`pyramid`)
 * @param pages the pages it may be
 * @throws SheetNotFound when none of them is seen
 */
export function readCorrectedSheet(
  levels: readonly Picture[],
  map: MapDocument,
  pages: readonly PrintedPage[],
): CorrectedSheet {
  const [picture] = levels;
  if (pages.length === 0 || !picture)
    throw new SheetNotFound('Sheets of this kind have no lines to correct: choose the outline at Sheets.');
  let best: { registered: Registered; found: FoundLine[] } | null = null;
  for (const corners of cornersOf(picture)) {
    const found = linesIn(levels, corners.corners, pages[0]);
    const registered = register(
      picture,
      found.map(({ points }) => points),
      corners,
      pages,
    );
    if (registered && (!best || registered.seen > best.registered.seen)) best = { registered, found };
    if (best && best.registered.seen >= clearlySeen) break;
  }
  if (!best || best.registered.seen < minSeen)
    throw new SheetNotFound(
      'The printed sheet was not found in this picture. Scan it, or take it from above with the whole sheet in view; the map and the sheets must be those that were printed.',
    );
  return compared(best.registered, best.found, map);
}

/** Where the sheet may lie: as its edges are seen, or over the whole picture as a scanner gives it. */
function cornersOf(picture: Picture): SheetCorners[] {
  const { width, height } = picture;
  const whole: Quad = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const sheet = findSheet(picture);
  const asScanned = { corners: whole, seen: false };
  return sheet ? [{ corners: sheet.corners, seen: true }, asScanned] : [asScanned];
}

/** Lines of the drawing within four corners, pixels of the picture. */
function linesIn(levels: readonly Picture[], corners: Quad, page: PrintedPage): FoundLine[] {
  const side = (i: number, j: number) => Math.hypot(corners[j].x - corners[i].x, corners[j].y - corners[i].y);
  const wide = side(0, 1) + side(2, 3) > side(1, 2) + side(3, 0) === page.widthMm > page.heightMm;
  const quad = wide ? corners : quadBy((k) => corners[(k + 1) % 4]);
  const { widthMm, heightMm } = page;
  const own = Math.max(side(0, 1), side(1, 2), side(2, 3), side(3, 0)) / Math.max(widthMm, heightMm);
  const pxPerMm = Math.min(readPxPerMm, own, Math.sqrt(maxPixels / (widthMm * heightMm)));
  const size = { width: Math.round(widthMm * pxPerMm), height: Math.round(heightMm * pxPerMm) };
  const toPicture = composed(ontoQuad(quad), scaling(1 / size.width, 1 / size.height));
  const flat = drawnAt([...levels], toPicture, size, size);
  return carriedLines(findLines(flat, pxPerMm), (x, y) => transformed(toPicture, x, y));
}

/** A shorter new line is a blot, mm. */
const minNewMm = 3;

/** New lines are smoothed over about so many of their points. */
const smoothPoints = 4;
/** … and given by a point about every so many mm. */
const pointEveryMm = 1;

/** An end this near to a line of the map was meant to meet it, mm. */
const meetsMm = 1.5;

function compared(
  { page, known, pose, seen, offMm }: Registered,
  found: readonly FoundLine[],
  map: MapDocument,
) {
  const onPage = carriedLines(found, (x, y) => onSheet(pose, x, y));
  const lines = map.lines.filter(isTraced);
  const linesAt = new LinesAt(lines.map((line) => movedLine(line, page.fromSurface)));
  const additions = joinPieces(findAdditions(onPage, known, page));
  const { struck, strikes } = findStrikes(additions, linesAt);
  return {
    label: page.label,
    seen,
    offMm,
    added: additions
      .filter(({ lengthMm }, number) => lengthMm >= minNewMm && !strikes.has(number))
      .map((addition) => asDrawn(addition, linesAt, page.fromSurface)),
    struck: [...struck].map((number) => lines[number].id),
  };
}

function movedLine({ points, closed }: MapLine, { a, b, c, d, e, f }: Affine): Float64Array {
  const run = closed ? [...points, points[0]] : points;
  return Float64Array.from(run.flatMap(([x, y]) => [a * x + b * y + c, d * x + e * y + f]));
}

/** A new line as it was meant: smoothed, its ends on the lines they all but meet, and brought to the surface. */
function asDrawn({ points, widthMm, lengthMm }: Addition, lines: LinesAt, fromSurface: Affine) {
  const smooth = smoothedRun(points, false, smoothPoints);
  const last = smooth.length - 2;
  const metAt = (end: number) => {
    const met = lines.nearest(smooth[end], smooth[end + 1], meetsMm);
    return met ? [[met.x, met.y]] : [];
  };
  return {
    points: [...metAt(0), ...thinned(smooth, pointEveryMm), ...metAt(last)].map(([x, y]) =>
      toSurface(x, y, fromSurface),
    ),
    widthMm,
    lengthMm,
  };
}

/** The points of a run that lie so far apart or more, its ends kept. */
function thinned(run: Float64Array, everyMm: number): [number, number][] {
  const kept: [number, number][] = [[run[0], run[1]]];
  const last = run.length - 2;
  for (let i = 2; i < last; i += 2) {
    const [x, y] = kept[kept.length - 1];
    if (Math.hypot(run[i] - x, run[i + 1] - y) >= everyMm) kept.push([run[i], run[i + 1]]);
  }
  kept.push([run[last], run[last + 1]]);
  return kept;
}

/** Back from the page to the surface. */
function toSurface(x: number, y: number, { a, b, c, d, e, f }: Affine): [number, number] {
  const determinant = a * e - b * d;
  return [(e * (x - c) - b * (y - f)) / determinant, (a * (y - f) - d * (x - c)) / determinant];
}
