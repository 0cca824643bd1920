import {
  composed,
  rotation,
  scaling,
  transformed,
  translation,
  type Homography,
  type Point,
} from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import { poseOf, type SheetPose } from './pose.js';

/** Places along lines, each with the direction of its line there. */
export type Places = { x: ArrayLike<number>; y: ArrayLike<number>; angleRad: ArrayLike<number> };

/** So many places of what is found and of what is known say as much as all. */
const maxPlaces = 300;

/** Directions are told apart so many to half a turn; those beside each other count as one, as a tilt turns them. */
const directions = 12;

/** A picture is held upright or on a side, turned by up to so many steps. */
const quarters = 4;
const stepsAside = 5;
const stepRad = (3 * Math.PI) / 180;

/** Scales tried by even steps: the picture's long side shows half the surface's, up to nearly three times as much. */
const minZoom = 0.5;
const maxZoom = 2.8;
const zoomSteps = 32;

/** Shifts are told apart by this share of the surface's long side, over so many times it; places by that. */
const shiftShare = 1 / 60;
const maxShift = 1.8;
const placeShare = 1 / 100;

/** So many ways are worth a closer look, and how far apart two of them have to be. */
const maxWays = 10;
const apart = { turns: 2, zooms: 2, shifts: 3 };

type Way = { quarter: number; turn: number; zoom: number; dx: number; dy: number; score: number };

/**
 * Ways a picture may lie on a sheet when no edge of it is seen: for every turn and scale the shift that most of the lines
 * found agree on, each with the known lines that run in its direction (a Hough transform of shapes, Ballard 1981); of
 * these the ways that lay most of what is found on what is known, and the other way round.
 *
 * @param found places of what is found, pixels of the picture
 * @param known places of what is to be found, mm on the sheet
 * @returns the likeliest first; within a sixtieth of the sheet and two degrees or so
 */
export function likelyPoses(
  picture: { width: number; height: number },
  found: Places,
  known: Places,
  sheet: SizeMm,
): SheetPose[] {
  const long = Math.max(sheet.widthMm, sheet.heightMm);
  // The picture's long side as the surface's, its middle at none.
  const perPx = long / Math.max(picture.width, picture.height);
  const home: Homography = composed(
    scaling(perPx, perPx),
    translation(-picture.width / 2, -picture.height / 2),
  );
  const drawn = some(found, ({ x, y }) => transformed(home, x, y));
  const wanted = some(known, (place) => place);
  if (drawn.count === 0 || wanted.count === 0) return [];
  const votes = new Votes(wanted, sheet, long);
  const onKnown = new Near(wanted, placeShare * long);
  const onDrawn = new Near(drawn, placeShare * long);
  const frame = { across: (perPx * picture.width) / 2, down: (perPx * picture.height) / 2 };
  const ways: Way[] = [];
  for (let quarter = 0; quarter < quarters; quarter++)
    for (let turn = -stepsAside; turn <= stepsAside; turn++)
      for (let zoom = 0; zoom < zoomSteps; zoom++) {
        const angleRad = (quarter * Math.PI) / 2 + turn * stepRad;
        const scale = scaleOf(zoom);
        const { dx, dy } = votes.most(drawn, angleRad, scale);
        const way = { quarter, turn, zoom, dx, dy };
        ways.push({
          ...way,
          score: scoreOf({ drawn, wanted, onKnown, onDrawn, frame }, { angleRad, scale, dx, dy }),
        });
      }
  return chosen(ways, long).map(({ quarter, turn, zoom, dx, dy }) =>
    poseOf(
      picture,
      composed(
        translation(dx, dy),
        rotation((quarter * Math.PI) / 2 + turn * stepRad),
        scaling(scaleOf(zoom), scaleOf(zoom)),
        home,
      ),
    ),
  );
}

const scaleOf = (zoom: number) => minZoom * (maxZoom / minZoom) ** (zoom / (zoomSteps - 1));

/** The best ways that differ. */
function chosen(ways: readonly Way[], long: number): Way[] {
  const out: Way[] = [];
  for (const way of [...ways].sort((a, b) => b.score - a.score)) {
    if (out.length === maxWays) break;
    const isKnown = out.some(
      (other) =>
        other.quarter === way.quarter &&
        Math.abs(other.turn - way.turn) <= apart.turns &&
        Math.abs(other.zoom - way.zoom) <= apart.zooms &&
        Math.hypot(other.dx - way.dx, other.dy - way.dy) <= apart.shifts * shiftShare * long,
    );
    if (!isKnown) out.push(way);
  }
  return out;
}

/** Places in numbers, with the direction each lies in. */
type Some = {
  count: number;
  x: Float64Array;
  y: Float64Array;
  angleRad: Float64Array;
  direction: Uint8Array;
};

function some(places: Places, carry: (place: { x: number; y: number }) => { x: number; y: number }): Some {
  const every = Math.max(1, Math.ceil(places.x.length / maxPlaces));
  const count = Math.ceil(places.x.length / every);
  const carried = Array.from({ length: count }, (_, i) =>
    carry({ x: places.x[i * every], y: places.y[i * every] }),
  );
  const angleRad = Float64Array.from({ length: count }, (_, i) => places.angleRad[i * every]);
  return {
    count,
    x: Float64Array.from(carried, ({ x }) => x),
    y: Float64Array.from(carried, ({ y }) => y),
    angleRad,
    direction: Uint8Array.from(angleRad, directionOf),
  };
}

/** Which of the directions an angle lies in; the way round does not count. */
function directionOf(angleRad: number): number {
  const half = angleRad / Math.PI;
  return Math.floor((half - Math.floor(half)) * directions) % directions;
}

/** Counts the shifts that lay found places on known ones of their direction. */
class Votes {
  private readonly cell: number;
  private readonly middle: Point;
  private readonly side: number;
  private readonly counts: Uint32Array;
  /** Numbers of the known places by their direction. */
  private readonly along: number[][];

  constructor(
    private readonly known: Some,
    sheet: SizeMm,
    long: number,
  ) {
    this.cell = shiftShare * long;
    this.middle = { x: sheet.widthMm / 2, y: sheet.heightMm / 2 };
    // The middle of the picture lies on the sheet, or not far from it.
    this.side = Math.ceil((maxShift * long) / this.cell);
    this.counts = new Uint32Array(this.side * this.side);
    this.along = Array.from({ length: directions }, () => []);
    known.direction.forEach((direction, i) => {
      for (const beside of [-1, 0, 1]) this.along[(direction + beside + directions) % directions].push(i);
    });
  }

  /** The shift most pairs agree on, for a turn and a scale of what is found. */
  most(found: Some, angleRad: number, scale: number): { dx: number; dy: number } {
    const { cell, side, counts, known, middle } = this;
    counts.fill(0);
    const [c, s] = [scale * Math.cos(angleRad), scale * Math.sin(angleRad)];
    const [left, top] = [middle.x - (side / 2) * cell, middle.y - (side / 2) * cell];
    for (let i = 0; i < found.count; i++) {
      const [x, y] = [c * found.x[i] - s * found.y[i], s * found.x[i] + c * found.y[i]];
      for (const k of this.along[directionOf(found.angleRad[i] + angleRad)]) {
        const column = Math.floor((known.x[k] - x - left) / cell);
        const row = Math.floor((known.y[k] - y - top) / cell);
        if (column >= 0 && row >= 0 && column < side && row < side) counts[row * side + column]++;
      }
    }
    // Four cells together: what is agreed on seldom falls into one.
    let [best, at] = [-1, 0];
    for (let row = 0; row + 1 < side; row++)
      for (let column = 0, i = row * side; column + 1 < side; column++, i++) {
        const together = counts[i] + counts[i + 1] + counts[i + side] + counts[i + side + 1];
        if (together > best) [best, at] = [together, i];
      }
    return {
      dx: left + ((at % side) + 1) * cell,
      dy: top + (Math.floor(at / side) + 1) * cell,
    };
  }
}

/** Where places lie, by their direction, to be asked whether one lies near. */
class Near {
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly seen: Uint16Array;

  constructor(
    places: Some,
    private readonly cell: number,
  ) {
    this.left = Math.min(...places.x) - 2 * cell;
    this.top = Math.min(...places.y) - 2 * cell;
    this.columns = Math.ceil((Math.max(...places.x) - this.left) / cell) + 3;
    this.rows = Math.ceil((Math.max(...places.y) - this.top) / cell) + 3;
    this.seen = new Uint16Array(this.columns * this.rows);
    for (let i = 0; i < places.count; i++) {
      const column = Math.floor((places.x[i] - this.left) / cell);
      const row = Math.floor((places.y[i] - this.top) / cell);
      const bits = [-1, 0, 1].reduce(
        (sum, beside) => sum | (1 << ((places.direction[i] + beside + directions) % directions)),
        0,
      );
      for (let r = row - 1; r <= row + 1; r++)
        for (let k = column - 1; k <= column + 1; k++) this.seen[r * this.columns + k] |= bits;
    }
  }

  has(x: number, y: number, direction: number): boolean {
    const column = Math.floor((x - this.left) / this.cell);
    const row = Math.floor((y - this.top) / this.cell);
    if (column < 0 || row < 0 || column >= this.columns || row >= this.rows) return false;
    return (this.seen[row * this.columns + column] & (1 << direction)) !== 0;
  }
}

type Scene = {
  drawn: Some;
  wanted: Some;
  onKnown: Near;
  onDrawn: Near;
  frame: { across: number; down: number };
};
type Move = { angleRad: number; scale: number; dx: number; dy: number };

/** How well a way explains what is found, and finds what is known as far as it lies in the picture; more of it tells more. */
function scoreOf(
  { drawn, wanted, onKnown, onDrawn, frame }: Scene,
  { angleRad, scale, dx, dy }: Move,
): number {
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)];
  let explained = 0;
  for (let i = 0; i < drawn.count; i++) {
    const x = scale * (c * drawn.x[i] - s * drawn.y[i]) + dx;
    const y = scale * (s * drawn.x[i] + c * drawn.y[i]) + dy;
    if (onKnown.has(x, y, directionOf(drawn.angleRad[i] + angleRad))) explained++;
  }
  let [inView, seen] = [0, 0];
  for (let i = 0; i < wanted.count; i++) {
    const [u, v] = [(wanted.x[i] - dx) / scale, (wanted.y[i] - dy) / scale];
    const [x, y] = [c * u + s * v, c * v - s * u];
    if (Math.abs(x) > frame.across || Math.abs(y) > frame.down) continue;
    inView++;
    if (onDrawn.has(x, y, directionOf(wanted.angleRad[i] - angleRad))) seen++;
  }
  if (inView === 0) return 0;
  return (explained / drawn.count) * (seen / inView) * Math.sqrt(seen / wanted.count);
}
