import {
  clip,
  closePath,
  concatTransformationMatrix,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  type PDFEmbeddedPage,
  type PDFPage,
} from 'pdf-lib';
import { pointsPerMm, type SheetLayout } from '@nobrel/core/sheets';

/** What a printer does wrong. Lengths in mm on its page as displayed. */
export type PrinterFaults = {
  scaleX: number;
  scaleY: number;
  /** How far lines that should stand upright lean over to the right at the foot, degrees. */
  skewDeg: number;
  offsetX: number;
  offsetY: number;
  /** Rim nothing is printed on. */
  unprintableMm: number;
  /** Numbers of pages that never come out, from 1. */
  dropped: readonly number[];
};

export const noFaults: PrinterFaults = {
  scaleX: 1,
  scaleY: 1,
  skewDeg: 0,
  offsetX: 0,
  offsetY: 0,
  unprintableMm: 0,
  dropped: [],
};

type Place = { x: number; y: number };
const points = (mm: number) => mm * pointsPerMm;

/** Every page was dropped. */
export class NothingPrinted extends Error {
  override name = 'NothingPrinted';
}

/** Where a place of the file comes to lie on the paper, mm from its top-left corner. */
export function onPaper(
  { scaleX, scaleY, skewDeg, offsetX, offsetY }: PrinterFaults,
  { x, y }: Place,
): Place {
  const shear = Math.tan((skewDeg * Math.PI) / 180);
  return { x: scaleX * x + shear * y + offsetX, y: scaleY * y + offsetY };
}

/** A turn and a move on the table: x′ = cos·x − sin·y + x₀, y′ = sin·x + cos·y + y₀. */
type Laid = { cos: number; sin: number; x: number; y: number };

const lay = ({ cos, sin, x, y }: Laid, at: Place): Place => ({
  x: cos * at.x - sin * at.y + x,
  y: sin * at.x + cos * at.y + y,
});

/**
 * The pages of a PDF as a faulty printer puts them on paper, each a page of its own.
 *
 * @throws NothingPrinted when none comes out
 */
export async function printed(file: Uint8Array, faults: PrinterFaults): Promise<Uint8Array> {
  const source = await PDFDocument.load(file);
  const out = await PDFDocument.create();
  const kept = source.getPageIndices().filter((index) => !faults.dropped.includes(index + 1));
  if (kept.length === 0) throw new NothingPrinted();
  for (const page of await embedded(out, source, kept)) {
    const target = out.addPage([page.width, page.height]);
    place(target, page, faults, { cos: 1, sin: 0, x: 0, y: 0 }, page.height);
  }
  return out.save();
}

/**
 * The sheets of a faulty printer joined on the table as the assembly diagram says: each laid so that its crosses
 * fall on those of the sheets that lie already, as nearly as turning and moving allow.
 *
 * @returns a PDF of one page, the joined drawing from the top-left corner of its first sheet, and where each
 *   sheet's paper came to lie
 * @throws NothingPrinted when none comes out
 */
export async function joined(
  file: Uint8Array,
  layout: SheetLayout,
  faults: PrinterFaults,
): Promise<{ pdf: Uint8Array; places: Map<number, Laid> }> {
  const source = await PDFDocument.load(file);
  const out = await PDFDocument.create();
  const sheets = layout.pages.filter(({ page }) => !faults.dropped.includes(page));
  if (sheets.length === 0) throw new NothingPrinted();
  const places = laidOut(sheets, layout.marks, faults);
  const pages = await embedded(
    out,
    source,
    sheets.map(({ page }) => page - 1),
  );
  const corners = sheets.flatMap((sheet, i) => {
    const page = pages[i];
    const at = places.get(sheet.page);
    if (!page || !at) return [];
    const [width, height] = [page.width / pointsPerMm, page.height / pointsPerMm];
    return [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ].map(([x = 0, y = 0]) => lay(at, { x, y }));
  });
  const extent = (axis: 'x' | 'y') => corners.reduce((most, corner) => Math.max(most, corner[axis]), 0);
  const table = out.addPage([points(extent('x') + 5), points(extent('y') + 5)]);
  sheets.forEach((sheet, i) => {
    const page = pages[i];
    const at = places.get(sheet.page);
    if (page && at) place(table, page, faults, at, table.getHeight());
  });
  return { pdf: await out.save(), places };
}

/** Lays the sheets one after the other by the crosses they share with those that lie; a first one by its window. */
function laidOut(
  sheets: SheetLayout['pages'],
  marks: SheetLayout['marks'],
  faults: PrinterFaults,
): Map<number, Laid> {
  const places = new Map<number, Laid>();
  const lying = new Map<number, Place>();
  const waiting = [...sheets];
  while (waiting.length > 0) {
    const marksOn = (page: number) => marks.filter((mark) => mark.page === page);
    const sharing = ({ page }: SheetLayout['pages'][number]) =>
      marksOn(page).filter(({ number }) => lying.has(number)).length;
    // The one that joins on the most crosses is the surest.
    const next = waiting.reduce((best, sheet) => (sharing(sheet) > sharing(best) ? sheet : best));
    waiting.splice(waiting.indexOf(next), 1);
    const pairs = marksOn(next.page).flatMap(({ number, x, y }) => {
      const to = lying.get(number);
      return to ? [{ from: onPaper(faults, { x, y }), to }] : [];
    });
    const corner = onPaper(faults, next.at);
    const first = { x: next.window.x + next.at.x, y: next.window.y + next.at.y };
    const laid =
      pairs.length > 0 ? bestFit(pairs) : { cos: 1, sin: 0, x: first.x - corner.x, y: first.y - corner.y };
    places.set(next.page, laid);
    for (const { number, x, y } of marksOn(next.page))
      if (!lying.has(number)) lying.set(number, lay(laid, onPaper(faults, { x, y })));
  }
  return places;
}

/** The turn and move that bring places nearest to others, by least squares (Procrustes without scale). */
function bestFit(pairs: readonly { from: Place; to: Place }[]): Laid {
  const n = pairs.length;
  const mean = (pick: (pair: { from: Place; to: Place }) => number) =>
    pairs.reduce((sum, pair) => sum + pick(pair), 0) / n;
  const [fx, fy, tx, ty] = [
    mean(({ from }) => from.x),
    mean(({ from }) => from.y),
    mean(({ to }) => to.x),
    mean(({ to }) => to.y),
  ];
  let along = 0;
  let across = 0;
  for (const { from, to } of pairs) {
    along += (from.x - fx) * (to.x - tx) + (from.y - fy) * (to.y - ty);
    across += (from.x - fx) * (to.y - ty) - (from.y - fy) * (to.x - tx);
  }
  const length = Math.hypot(along, across);
  const [cos, sin] = length > 0 ? [along / length, across / length] : [1, 0];
  return { cos, sin, x: tx - cos * fx + sin * fy, y: ty - sin * fx - cos * fy };
}

/** Pages of a PDF ready to be placed in another. */
function embedded(
  out: PDFDocument,
  source: PDFDocument,
  indices: readonly number[],
): Promise<PDFEmbeddedPage[]> {
  return out.embedPages(indices.map((index) => source.getPage(index)));
}

/** Draws a page as it was printed, where it was laid. PDF counts upwards from the lower left corner. */
function place(
  target: PDFPage,
  page: PDFEmbeddedPage,
  faults: PrinterFaults,
  at: Laid,
  targetHeight: number,
): void {
  const { scaleX, scaleY, skewDeg, unprintableMm } = faults;
  const shear = Math.tan((skewDeg * Math.PI) / 180);
  const { height } = page;
  const offset = { x: points(faults.offsetX), y: points(faults.offsetY) };
  // Paper, counted down from its top: first the faults, then the turn and move on the table.
  const down = (y: number) => height - y;
  const corner = (x: number, y: number) => {
    const printedAt = { x: scaleX * x + shear * down(y) + offset.x, y: scaleY * down(y) + offset.y };
    const laid = lay({ ...at, x: points(at.x), y: points(at.y) }, printedAt);
    return { x: laid.x, y: targetHeight - laid.y };
  };
  const origin = corner(0, 0);
  const right = corner(1, 0);
  const up = corner(0, 1);
  target.pushOperators(pushGraphicsState());
  if (unprintableMm > 0) clipPaper(target, page, at, points(unprintableMm), targetHeight);
  target.pushOperators(
    concatTransformationMatrix(
      right.x - origin.x,
      right.y - origin.y,
      up.x - origin.x,
      up.y - origin.y,
      origin.x,
      origin.y,
    ),
  );
  target.drawPage(page, { x: 0, y: 0 });
  target.pushOperators(popGraphicsState());
}

/** Keeps what is drawn off the paper's rim. */
function clipPaper(
  target: PDFPage,
  { width, height }: PDFEmbeddedPage,
  at: Laid,
  rim: number,
  targetHeight: number,
): void {
  const laid = { ...at, x: points(at.x), y: points(at.y) };
  const corners = [
    [rim, rim],
    [width - rim, rim],
    [width - rim, height - rim],
    [rim, height - rim],
  ].map(([x = 0, y = 0]) => lay(laid, { x, y }));
  const [first, ...rest] = corners;
  if (!first) return;
  target.pushOperators(
    moveTo(first.x, targetHeight - first.y),
    ...rest.map(({ x, y }) => lineTo(x, targetHeight - y)),
    closePath(),
    clip(),
    endPath(),
  );
}
