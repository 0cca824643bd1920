import Flatbush from 'flatbush';
import { distance, type Point } from '../../../geometry/index.js';
import { boxMean, luminanceOfWindow, median, type Picture, type Plane } from '../../../raster/index.js';
import { dotRows, waymarks } from './dots.js';
import type { Screen } from '../wall-fit.js';

/** A dot as it was found in a photograph: its middle, pixels, and how large it is there. */
type Spot = Point & { areaPx: number };
/** A dot found and known. */
export type FoundDot = Point & { column: number; row: number };

/** Dots are told from what is around them, over this share of the photograph's width. */
const aroundShare = 1 / 40;
/** A dot is lighter than what is around it by this share of how much lighter the lightest are. */
const lightShare = 0.3;
/** Spots smaller than this are noise, pixels; larger than this share of the photograph they are no dots. */
const minAreaPx = 12;
const maxAreaShare = 1 / 400;
/** A dot fills so much of the ellipse its spread tells, at least. */
const minFilled = 0.75;
/** A dot seen from aside is at most so many times longer than broad. */
const maxLong = 3;

/** The light spots of a photograph that may be dots, largest first. */
function spotsIn(picture: Picture): Spot[] {
  const { width, height } = picture;
  const light = luminanceOfWindow(picture, { x: 0, y: 0, width, height }, width, height);
  const around = boxMean(light, Math.max(4, Math.round(width * aroundShare)));
  const above = light.data.map((value, i) => value - around.data[i]);
  const limit = lightShare * quantile(above, 0.999);
  if (!(limit > 0.004)) return [];
  const plane = { width, height, data: above };
  const seen = new Uint8Array(width * height);
  const spots: Spot[] = [];
  for (let i = 0; i < above.length; i++)
    if (!seen[i] && above[i] > limit) {
      const spot = spotFrom(plane, i, limit, seen);
      if (spot) spots.push(spot);
    }
  return spots.sort((a, b) => b.areaPx - a.areaPx);
}

/** The spot that a place belongs to: its middle by its light, when it is round as a dot is. */
function spotFrom(
  { width, height, data }: Plane,
  from: number,
  limit: number,
  seen: Uint8Array,
): Spot | null {
  const stack = [from];
  const members: number[] = [];
  seen[from] = 1;
  while (stack.length > 0) {
    const i = stack.pop() ?? 0;
    members.push(i);
    const x = i % width;
    for (const [next, is] of [
      [i - 1, x > 0],
      [i + 1, x < width - 1],
      [i - width, i >= width],
      [i + width, i < width * (height - 1)],
    ] as const)
      if (is && !seen[next] && data[next] > limit) {
        seen[next] = 1;
        stack.push(next);
      }
  }
  const area = members.length;
  if (area < minAreaPx || area > maxAreaShare * width * height) return null;
  let [sum, x, y, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  for (const i of members) {
    // Light above the limit weighs, so that the rim, which noise moves, hardly does.
    const weight = data[i] - limit;
    const [px, py] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    sum += weight;
    x += weight * px;
    y += weight * py;
  }
  x /= sum;
  y /= sum;
  for (const i of members) {
    const [dx, dy] = [(i % width) + 0.5 - x, Math.floor(i / width) + 0.5 - y];
    xx += (dx * dx) / area;
    xy += (dx * dy) / area;
    yy += (dy * dy) / area;
  }
  // An even ellipse has a spread of a quarter of its half axis squared along each axis.
  const root = Math.sqrt(Math.max(0, xx * yy - xy * xy));
  const half = Math.hypot((xx - yy) / 2, xy);
  const [long, short] = [(xx + yy) / 2 + half, (xx + yy) / 2 - half];
  if (area < minFilled * 4 * Math.PI * root || long > maxLong ** 2 * Math.max(short, 0.1)) return null;
  return { x, y, areaPx: area };
}

/** The value below which a share of many numbers lies, by a sample of them. */
function quantile(values: Float32Array, share: number): number {
  const step = Math.max(1, Math.floor(values.length / 200_000));
  const sample: number[] = [];
  for (let i = 0; i < values.length; i += step) sample.push(values[i]);
  sample.sort((a, b) => a - b);
  return sample[Math.floor(share * (sample.length - 1))];
}

/** The spots nearest to a place, the nearest first. */
type Near = (place: Point, count: number) => Spot[];

function indexed(spots: readonly Spot[]): Near {
  const index = new Flatbush(spots.length);
  for (const { x, y } of spots) index.add(x, y, x, y);
  index.finish();
  return ({ x, y }, count) => index.neighbors(x, y, count).map((i) => spots[i]);
}

/** A larger dot has at least so many times the area of those around it. */
const minLarger = 2;
/** … and no more than so many that seem so are tried: reflections and lamps may be among them. */
const maxLarger = 12;
/** A dot lies where its neighbours tell to within this share of the distance between dots. */
const nearShare = 0.25;
/** So much of the pattern has to be seen. */
const minSeen = 0.4;

/**
 * The dots of a calibration in a photograph, each with its column and row: three larger ones tell where one is, the
 * others follow from neighbour to neighbour.
 *
 * @param screen the projector's picture, pixels
 * @returns null where too few are seen, or none can be told from the others
 */
export function findDots(picture: Picture, screen: Screen): FoundDot[] | null {
  const spots = spotsIn(picture);
  const size = dotRows(screen);
  if (spots.length < minSeen * size.columns * size.rows) return null;
  const near = indexed(spots);
  const larger = spots
    .filter((spot) => spot.areaPx >= minLarger * median(near(spot, 7).map(({ areaPx }) => areaPx)))
    .slice(0, maxLarger);
  let best: FoundDot[] = [];
  for (const a of larger)
    for (const b of larger)
      for (const c of larger) {
        if (a === b || a === c || b === c) continue;
        const [right, down] = [
          { x: (b.x - a.x) / 2, y: (b.y - a.y) / 2 },
          { x: c.x - a.x, y: c.y - a.y },
        ];
        // Seen from the front, down lies clockwise from right; and both steps are much alike.
        const turn = right.x * down.y - right.y * down.x;
        const ratio = Math.hypot(right.x, right.y) / Math.hypot(down.x, down.y);
        if (turn <= 0 || ratio < 1 / 3 || ratio > 3) continue;
        const grown = grow(near, size, a, right, down);
        if (grown.length > best.length) best = grown;
      }
  return best.length >= minSeen * size.columns * size.rows ? best : null;
}

/** Follows rows and columns from one dot on, each place told by the two dots before it where there are two. */
function grow(
  near: Near,
  size: { columns: number; rows: number },
  start: Spot,
  right: Point,
  down: Point,
): FoundDot[] {
  const [first] = waymarks(size);
  const found = new Map<number, Spot>([[first.row * size.columns + first.column, start]]);
  const taken = new Set<Spot>([start]);
  const at = (column: number, row: number) => found.get(row * size.columns + column);
  const queue = [first as { column: number; row: number }];
  const ways = [
    { column: 1, row: 0, step: right },
    { column: -1, row: 0, step: { x: -right.x, y: -right.y } },
    { column: 0, row: 1, step: down },
    { column: 0, row: -1, step: { x: -down.x, y: -down.y } },
  ];
  const steps = new Map<number, { right: Point; down: Point }>([
    [first.row * size.columns + first.column, { right, down }],
  ]);
  for (let place = queue.shift(); place; place = queue.shift()) {
    const here = at(place.column, place.row);
    const own = steps.get(place.row * size.columns + place.column);
    if (!here || !own) continue;
    for (const way of ways) {
      const [column, row] = [place.column + way.column, place.row + way.row];
      if (column < 0 || row < 0 || column >= size.columns || row >= size.rows || at(column, row)) continue;
      const along = way.column !== 0 ? own.right : own.down;
      const sign = way.column + way.row;
      const told = { x: here.x + sign * along.x, y: here.y + sign * along.y };
      const spot = near(told, 1)[0];
      const reach = nearShare * Math.hypot(along.x, along.y);
      if (!spot || taken.has(spot) || distance(spot, told) > reach) continue;
      const index = row * size.columns + column;
      found.set(index, spot);
      taken.add(spot);
      const step = { x: sign * (spot.x - here.x), y: sign * (spot.y - here.y) };
      steps.set(index, way.column !== 0 ? { right: step, down: own.down } : { right: own.right, down: step });
      queue.push({ column, row });
    }
  }
  return [...found].map(([index, { x, y }]) => ({
    x,
    y,
    column: index % size.columns,
    row: Math.floor(index / size.columns),
  }));
}
