import type { MapLine } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import type { Spot } from './anchors.js';

type Point = { x: number; y: number };

/** Points of a moved stretch lie this far apart, mm, so that it bends smoothly. */
const bendStepMm = 1;

/**
 * Pulls a spot of a line to another place. What lies within reach along the line follows in proportion, by a
 * raised cosine; the ends of an open line stay, since other lines meet there.
 *
 * @param reachMm how far along the line on each side the pull is felt
 */
export function pulled(line: MapLine, spot: Spot, to: Point, reachMm: number): MapLine {
  const dense = densified(line);
  const along = lengths(dense, line.closed);
  const whole = along[along.length - 1];
  const at = placeAlong(line, spot);
  const reach = line.closed ? Math.min(reachMm, whole / 2) : Math.min(reachMm, Math.max(at, whole - at));
  const dx = to.x - spot.x;
  const dy = to.y - spot.y;
  const points = dense.map(({ x, y }, i): [number, number] => {
    const away = Math.abs(along[i] - at);
    const distance = line.closed ? Math.min(away, whole - away) : away;
    const end = !line.closed && (i === 0 || i === dense.length - 1);
    // Nearer to a fixed end than the reach, the pull fades out towards that end instead.
    const room = line.closed ? reach : Math.min(reach, along[i] < at ? at : whole - at);
    const share = end || distance >= room ? 0 : 0.5 + 0.5 * Math.cos((Math.PI * distance) / room);
    return [round4(x + share * dx), round4(y + share * dy)];
  });
  return { ...line, points, byHand: true };
}

/** How far along its line a spot lies, mm. */
function placeAlong({ points }: MapLine, { segment, t }: Spot): number {
  let along = 0;
  for (let i = 0; i <= segment; i++) {
    const next = points[(i + 1) % points.length];
    const length = Math.hypot(next[0] - points[i][0], next[1] - points[i][1]);
    along += i < segment ? length : t * length;
  }
  return along;
}

type DensePoint = Point & { segment: number; t: number };

function densified({ points, closed }: MapLine): DensePoint[] {
  const out: DensePoint[] = [];
  const segments = closed ? points.length : points.length - 1;
  for (let i = 0; i < segments; i++) {
    const [ax, ay] = points[i];
    const [bx, by] = points[(i + 1) % points.length];
    const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / bendStepMm));
    for (let k = 0; k < steps; k++) {
      const t = k / steps;
      out.push({ x: ax + (bx - ax) * t, y: ay + (by - ay) * t, segment: i, t });
    }
  }
  if (!closed) {
    const [x, y] = points[points.length - 1];
    out.push({ x, y, segment: points.length - 2, t: 1 });
  }
  return out;
}

/** Length to each point; of a closed run the whole length follows. */
function lengths(points: readonly Point[], closed: boolean): number[] {
  const out = [0];
  const count = closed ? points.length + 1 : points.length;
  for (let i = 1; i < count; i++) {
    const a = points[i - 1];
    const b = points[i % points.length];
    out.push(out[i - 1] + Math.hypot(b.x - a.x, b.y - a.y));
  }
  return out;
}

/** Over this much of a line its course at an end is read, mm. */
const courseMm = 6;

/** Points of a hidden contour. */
const hiddenSteps = 24;

/** A line's end: where it is, which way it leads on, and how it bends there. */
type End = Point & { tx: number; ty: number; curvature: number };

/**
 * Carries a contour on behind what overlaps it: from the end of one line to the end of another with the same
 * place, direction and curvature at both (a quintic Hermite curve).
 *
 * @returns points in mm
 */
export function hiddenContour(from: Spot, to: Spot): [number, number][] {
  const a = endToward(from, to);
  const b = endToward(to, from);
  const span = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  // At the far end the contour arrives, so that it runs against the way that end leads on.
  return Array.from({ length: hiddenSteps + 1 }, (_, k): [number, number] => {
    const t = k / hiddenSteps;
    const [h0, h1, h2, h3, h4, h5] = quintic(t);
    const bend = span * span;
    const of = (p0: number, v0: number, n0: number, p1: number, v1: number, n1: number) =>
      h0 * p0 +
      h1 * span * v0 +
      h2 * bend * a.curvature * n0 +
      h3 * bend * b.curvature * n1 +
      h4 * span * v1 +
      h5 * p1;
    return [round4(of(a.x, a.tx, -a.ty, b.x, -b.tx, -b.ty)), round4(of(a.y, a.ty, a.tx, b.y, -b.ty, b.tx))];
  });
}

/** Quintic Hermite weights of place, first and second derivative at both ends. */
function quintic(t: number): [number, number, number, number, number, number] {
  const t3 = t * t * t;
  const t4 = t3 * t;
  const t5 = t4 * t;
  return [
    1 - 10 * t3 + 15 * t4 - 6 * t5,
    t - 6 * t3 + 8 * t4 - 3 * t5,
    0.5 * t * t - 1.5 * t3 + 1.5 * t4 - 0.5 * t5,
    0.5 * t3 - t4 + 0.5 * t5,
    -4 * t3 + 7 * t4 - 3 * t5,
    10 * t3 - 15 * t4 + 6 * t5,
  ];
}

/**
 * The end of a line a contour goes on from: of an open line the end nearer to the spot, of a closed one the
 * spot itself, led on towards the other line.
 */
function endToward(spot: Spot, other: Point): End {
  const { line } = spot;
  const points = line.points;
  const last = points[points.length - 1];
  const open = !line.closed;
  const nearFirst =
    Math.hypot(points[0][0] - spot.x, points[0][1] - spot.y) < Math.hypot(last[0] - spot.x, last[1] - spot.y);
  const back = open ? courseFrom(nearFirst ? points : [...points].reverse()) : courseAround(spot, other);
  const [p0, p1, p2] = back;
  const tx = p0.x - p1.x;
  const ty = p0.y - p1.y;
  const length = Math.hypot(tx, ty) || 1;
  return { ...p0, tx: tx / length, ty: ty / length, curvature: curvatureOf(p2, p1, p0) };
}

/** Three points of a run: its first, and those half the course and the whole course along it. */
function courseFrom(points: readonly (readonly [number, number])[]): [Point, Point, Point] {
  return [pointAlong(points, 0), pointAlong(points, courseMm / 2), pointAlong(points, courseMm)];
}

function courseAround({ line, segment, x, y }: Spot, other: Point): [Point, Point, Point] {
  const { points } = line;
  const ahead: [number, number][] = [[x, y], ...points.slice(segment + 1), ...points.slice(0, segment + 1)];
  const back: [number, number][] = [
    [x, y],
    ...[...points.slice(0, segment + 1)].reverse(),
    ...[...points.slice(segment + 1)].reverse(),
  ];
  const one = courseFrom(ahead);
  const two = courseFrom(back);
  // It goes on the way that leads to the other line: away from the course that lies behind.
  const toward = (run: [Point, Point, Point]) =>
    (run[0].x - run[1].x) * (other.x - x) + (run[0].y - run[1].y) * (other.y - y);
  return toward(one) >= toward(two) ? one : two;
}

function pointAlong(points: readonly (readonly [number, number])[], distance: number): Point {
  let left = distance;
  for (let i = 1; i < points.length; i++) {
    const [ax, ay] = points[i - 1];
    const [bx, by] = points[i];
    const length = Math.hypot(bx - ax, by - ay);
    if (left <= length && length > 0)
      return { x: ax + ((bx - ax) * left) / length, y: ay + ((by - ay) * left) / length };
    left -= length;
  }
  const [x, y] = points[points.length - 1];
  return { x, y };
}

/** Signed curvature of the circle through three points, positive where it turns to the right on the page. */
function curvatureOf(a: Point, b: Point, c: Point): number {
  const cross = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  const sides =
    Math.hypot(b.x - a.x, b.y - a.y) * Math.hypot(c.x - b.x, c.y - b.y) * Math.hypot(c.x - a.x, c.y - a.y);
  return sides > 1e-9 ? (2 * cross) / sides : 0;
}

/** The straight through a point at an angle, from side to side of the frame; null when it misses it. */
export function guideAcross(at: Point, angleDeg: number, frame: Rect): [number, number][] | null {
  const dx = Math.cos((angleDeg * Math.PI) / 180);
  const dy = Math.sin((angleDeg * Math.PI) / 180);
  let low = -Infinity;
  let high = Infinity;
  const clip = (start: number, step: number, least: number, most: number) => {
    if (Math.abs(step) < 1e-12) {
      if (start < least || start > most) high = -Infinity;
      return;
    }
    const [a, b] = [(least - start) / step, (most - start) / step];
    low = Math.max(low, Math.min(a, b));
    high = Math.min(high, Math.max(a, b));
  };
  clip(at.x, dx, frame.x, frame.x + frame.width);
  clip(at.y, dy, frame.y, frame.y + frame.height);
  if (!(high > low)) return null;
  return [low, high].map((t): [number, number] => [round4(at.x + t * dx), round4(at.y + t * dy)]);
}

const round4 = (value: number) => Math.round(value * 1e4) / 1e4;
