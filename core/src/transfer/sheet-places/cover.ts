import Flatbush from 'flatbush';
import type { Rect } from '../../geometry/index.js';
import { boxAroundAll, holds } from './pieces.js';

type Size = { width: number; height: number };

/**
 * Places of sheets of one size, lying straight or turned by a quarter, that together cover every box: as few as are
 * found. The fewest of all would take too long to prove (covering with rectangles is NP-hard, R. Fowler, M. Paterson,
 * S. Tanimoto, 1981); tried are sweeps in strips, which are never more than twice the fewest for one way round, and
 * the place that covers most of what is left, again and again. The best of these loses what the others cover anyway.
 *
 * @param boxes none larger than the sheet, either way round
 */
export function coverBoxes(boxes: readonly Rect[], sheet: Size): Rect[] {
  if (boxes.length === 0) return [];
  const ways: Size[] = [sheet, { width: sheet.height, height: sheet.width }];
  const tried = [
    ...ways.flatMap((size) => (boxes.every((box) => fits(box, size)) ? sweepsOf(boxes, size) : [])),
    mostFirst(boxes, ways),
  ];
  return tried
    .map((places) => withoutSpare(places, boxes))
    .reduce((best, places) => (places.length < best.length ? places : best));
}

const fits = (box: Size, size: Size) => box.width <= size.width && box.height <= size.height;

/** Sweeps from every corner, in rows and in columns. */
function sweepsOf(boxes: readonly Rect[], size: Size): Rect[][] {
  const flips = [1, -1] as const;
  return flips.flatMap((sx) =>
    flips.flatMap((sy) =>
      [false, true].map((columns) => {
        const there = (box: Rect) => swapped(flipped(box, sx, sy), columns);
        const back = (place: Rect) => flipped(swapped(place, columns), sx, sy);
        return sweep(boxes.map(there), swapped({ x: 0, y: 0, ...size }, columns)).map(back);
      }),
    ),
  );
}

const swapped = (rect: Rect, is: boolean): Rect =>
  is ? { x: rect.y, y: rect.x, width: rect.height, height: rect.width } : rect;

const flipped = ({ x, y, width, height }: Rect, sx: 1 | -1, sy: 1 | -1): Rect => ({
  x: sx === 1 ? x : -x - width,
  y: sy === 1 ? y : -y - height,
  width,
  height,
});

/** Rows from the top, each from the left: a row begins at the highest box that is left, a place at the leftmost in it. */
function sweep(boxes: readonly Rect[], { width, height }: Size): Rect[] {
  const places: Rect[] = [];
  let left = [...boxes].sort((a, b) => a.y - b.y);
  while (left.length > 0) {
    const { y } = left[0];
    const row = left.filter((box) => box.y + box.height <= y + height).sort((a, b) => a.x - b.x);
    left = left.filter((box) => box.y + box.height > y + height);
    for (let k = 0; k < row.length;) {
      const place = { x: row[k].x, y, width, height };
      places.push(place);
      const rest = row.slice(k).filter((box) => !holds(place, box));
      row.splice(k, row.length, ...rest);
    }
  }
  return places;
}

/** Places are tried so many to a side of the sheet. */
const triesEach = 6;
/** More places than this are not tried one by one: strips have to do. */
const maxTries = 40_000;

/** The place that covers most boxes, then the one that covers most of the rest, and so on. */
function mostFirst(boxes: readonly Rect[], ways: readonly Size[]): Rect[] {
  const all = boxAroundAll(boxes);
  const index = new Flatbush(boxes.length);
  for (const { x, y, width, height } of boxes) index.add(x, y, x + width, y + height);
  index.finish();
  const covers: { place: Rect; boxes: number[] }[] = [];
  for (const { width, height } of ways) {
    const stepX = width / triesEach;
    const stepY = height / triesEach;
    const tries = (all.width / stepX + 2) * (all.height / stepY + 2);
    if (tries > maxTries) continue;
    for (let y = all.y; y === all.y || y < all.y + all.height; y += stepY)
      for (let x = all.x; x === all.x || x < all.x + all.width; x += stepX) {
        const place = { x, y, width, height };
        const own = index.search(x, y, x + width, y + height).filter((k) => holds(place, boxes[k]));
        if (own.length > 0) covers.push({ place, boxes: own });
      }
  }
  // Each box is held by a place of its own, so that whatever the tries miss is covered all the same.
  boxes.forEach((box, k) => {
    const size = ways.find((way) => fits(box, way)) ?? ways[0];
    const place = { x: box.x, y: box.y, ...size };
    covers.push({
      place,
      boxes: index
        .search(place.x, place.y, place.x + size.width, place.y + size.height)
        .filter((other) => other === k || holds(place, boxes[other])),
    });
  });
  return greedy(covers, boxes.length);
}

function greedy(covers: readonly { place: Rect; boxes: number[] }[], count: number): Rect[] {
  const coversOf: number[][] = Array.from({ length: count }, () => []);
  covers.forEach(({ boxes }, c) => boxes.forEach((box) => coversOf[box].push(c)));
  const gains = Int32Array.from(covers, ({ boxes }) => boxes.length);
  const isCovered = new Uint8Array(count);
  const places: Rect[] = [];
  for (let left = count; left > 0;) {
    const best = gains.indexOf(gains.reduce((most, gain) => Math.max(most, gain), 0));
    left -= gains[best];
    places.push(covers[best].place);
    for (const box of covers[best].boxes) {
      if (isCovered[box]) continue;
      isCovered[box] = 1;
      for (const c of coversOf[box]) gains[c]--;
    }
  }
  return places;
}

/** Leaves out places whose boxes are all covered by others, the emptiest first. */
function withoutSpare(places: readonly Rect[], boxes: readonly Rect[]): Rect[] {
  const holders = boxes.map((box) => places.flatMap((place, p) => (holds(place, box) ? [p] : [])));
  const counts = places.map((_, p) => holders.filter((own) => own.includes(p)).length);
  const kept = new Set(places.keys());
  for (const p of [...places.keys()].sort((a, b) => counts[a] - counts[b])) {
    const isSpare = holders.every(
      (own) => !own.includes(p) || own.some((other) => other !== p && kept.has(other)),
    );
    if (isSpare) kept.delete(p);
  }
  return [...kept].map((p) => places[p]);
}
