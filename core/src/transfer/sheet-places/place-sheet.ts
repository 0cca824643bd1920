import type { Rect } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import { palmDirection, type Hand } from '../order/palm.js';
import type { TracedLines } from '../order/traced-lines.js';
import { coverBoxes } from './cover.js';
import { boxAround, boxAroundAll, cutUp, holds, piecesOf, type Piece } from './pieces.js';

/** Where a transfer sheet smaller than the drawing lies, one place after the other. */
export type SheetPlaces = {
  /** In the order they are worked on, mm on the surface. */
  places: Rect[];
  /** The place each line is traced at. */
  placeOf: Int32Array;
  /** Lines longer than the sheet, for which it is moved along on the way. */
  across: number[];
};

/**
 * Where a transfer sheet has to lie so that every line can be traced with it moved as seldom as is found, the places
 * in order away from the hand.
 *
 * @returns null where one place holds the whole surface
 */
export function placeSheet(
  traced: TracedLines,
  { sheet, surface, hand }: { sheet: SizeMm; surface: { width: number; height: number }; hand: Hand },
): SheetPlaces | null {
  if (isLargeEnough(sheet, surface)) return null;
  const pieces = piecesOf(traced, sheet);
  const found = coverBoxes(
    pieces.map(({ box }) => box),
    { width: sheet.widthMm, height: sheet.heightMm },
  );
  const away = palmDirection(hand);
  const along = ({ x, y, width, height }: Rect) => (x + width / 2) * away.x + (y + height / 2) * away.y;
  const places = found.sort((a, b) => along(a) - along(b));
  const { placeOf, across } = assigned(places, pieces, traced.lines.length);
  const boxesOf: Rect[][] = places.map(() => []);
  for (const { line, box } of pieces) {
    const at = holds(places[placeOf[line]], box)
      ? placeOf[line]
      : places.findIndex((place) => holds(place, box));
    boxesOf[at].push(box);
  }
  return { places: places.map((place, p) => settled(place, boxesOf[p], surface)), placeOf, across };
}

/** Whether a sheet lies over a whole surface, either way round. */
export function isLargeEnough(sheet: SizeMm, surface: { width: number; height: number }): boolean {
  const sides = [sheet.widthMm, sheet.heightMm].sort((a, b) => a - b);
  const wanted = [surface.width, surface.height].sort((a, b) => a - b);
  return sides[0] >= wanted[0] && sides[1] >= wanted[1];
}

/**
 * The position of a projector's picture each line is traced at: the first that holds it, or, where it is longer than
 * any, the last it passes through, where it is finished.
 */
export function assignToPositions({ points, lines }: TracedLines, positions: readonly Rect[]): SheetPlaces {
  const [{ width, height }] = positions;
  const across: number[] = [];
  const placeOf = Int32Array.from(points, (own, line) => {
    const whole = positions.findIndex((position) => holds(position, boxAround(own, 0, own.length / 2)));
    if (whole >= 0) return whole;
    across.push(line);
    const pieces = cutUp(own, lines[line].closed, Math.min(width, height) / 4);
    return Math.max(...pieces.map(({ box }) => nearestPosition(positions, box)));
  });
  return { places: [...positions], placeOf, across };
}

/** The first position that holds a box, or else the one whose middle lies nearest. */
function nearestPosition(positions: readonly Rect[], box: Rect): number {
  const held = positions.findIndex((position) => holds(position, box));
  if (held >= 0) return held;
  const away = (rect: Rect) =>
    Math.hypot(
      rect.x + rect.width / 2 - box.x - box.width / 2,
      rect.y + rect.height / 2 - box.y - box.height / 2,
    );
  const ways = positions.map(away);
  return ways.indexOf(Math.min(...ways));
}

/** Each line at the first place that holds it, or, where none does, at the one that holds most of it. */
function assigned(places: readonly Rect[], pieces: readonly Piece[], lines: number) {
  const heldMm = Array.from({ length: lines }, () => new Float64Array(places.length));
  const wholeMm = new Float64Array(lines);
  for (const { line, box, lengthMm } of pieces) {
    const counted = Math.max(lengthMm, 1e-9);
    wholeMm[line] += counted;
    places.forEach((place, p) => {
      if (holds(place, box)) heldMm[line][p] += counted;
    });
  }
  const across: number[] = [];
  const placeOf = Int32Array.from(heldMm, (held, line) => {
    const whole = held.findIndex((mm) => mm >= wholeMm[line] * (1 - 1e-9));
    if (whole >= 0) return whole;
    across.push(line);
    return held.indexOf(held.reduce((most, mm) => Math.max(most, mm), 0));
  });
  return { placeOf, across };
}

/** A place moved so that it lies evenly around what is traced there, and within the surface as far as that goes. */
function settled(place: Rect, boxes: readonly Rect[], surface: { width: number; height: number }): Rect {
  if (boxes.length === 0) return place;
  const around = boxAroundAll(boxes);
  const settle = (size: number, from: number, length: number, whole: number) => {
    const centred = from + (length - size) / 2;
    const inside = Math.min(Math.max(centred, 0), Math.max(0, whole - size));
    // What is traced there stays under it, whatever sticks out.
    return Math.min(Math.max(inside, from + length - size), from);
  };
  return {
    ...place,
    x: settle(place.width, around.x, around.width, surface.width),
    y: settle(place.height, around.y, around.height, surface.height),
  };
}
