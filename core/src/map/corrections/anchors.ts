import type { MapDocument, MapLine, MapShape } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import type { LineAnchor, Place } from './corrections.js';

/** A line is found again within this of where it was, mm. */
const reachMm = 4;

/** … and if it runs within this of the direction it had. */
const maxTurnRad = (50 * Math.PI) / 180;

/** A spot on a line: the segment it lies on and how far along, with the direction there. */
export type Spot = {
  line: MapLine;
  /** Index of the segment's first point. */
  segment: number;
  /** Share of the segment, 0–1. */
  t: number;
  x: number;
  y: number;
  angleRad: number;
  offMm: number;
};

/** Surface coordinates of a place on the picture, given where the whole picture lies, mm. */
export function onSurfaceAt([u, v]: Place, picture: Rect): { x: number; y: number } {
  return { x: picture.x + u * picture.width, y: picture.y + v * picture.height };
}

/** The place on the picture of a spot on the surface. */
export function onPictureAt(point: { x: number; y: number }, picture: Rect): Place {
  return [(point.x - picture.x) / picture.width, (point.y - picture.y) / picture.height];
}

/** The spot of one line nearest to a point. */
export function nearestOn(line: MapLine, x: number, y: number): Spot {
  const { points, closed } = line;
  let best: Spot | null = null;
  const segments = closed ? points.length : points.length - 1;
  for (let i = 0; i < segments; i++) {
    const [ax, ay] = points[i];
    const [bx, by] = points[(i + 1) % points.length];
    const dx = bx - ax;
    const dy = by - ay;
    const squared = dx * dx + dy * dy;
    const t = squared > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / squared)) : 0;
    const offMm = Math.hypot(x - ax - t * dx, y - ay - t * dy);
    if (!best || offMm < best.offMm) {
      best = { line, segment: i, t, x: ax + t * dx, y: ay + t * dy, angleRad: Math.atan2(dy, dx), offMm };
    }
  }
  // A line has at least two points, so that there is always a segment.
  return best!;
}

/** The line nearest to a point, of those a painter can take hold of; null when none is within reach. */
export function lineNear(
  lines: readonly MapLine[],
  x: number,
  y: number,
  within: number,
  accepts: (spot: Spot) => boolean = () => true,
): Spot | null {
  let best: Spot | null = null;
  for (const line of lines) {
    if (line.kind === 'frame') continue;
    const spot = nearestOn(line, x, y);
    if (spot.offMm <= within && (!best || spot.offMm < best.offMm) && accepts(spot)) best = spot;
  }
  return best;
}

/** Finds a line again by its anchor: the nearest that runs in nearly the same direction. */
export function anchored(
  lines: readonly MapLine[],
  { at, angleRad }: LineAnchor,
  picture: Rect,
): Spot | null {
  const { x, y } = onSurfaceAt(at, picture);
  return lineNear(lines, x, y, reachMm, (spot) => turnBetween(spot.angleRad, angleRad) < maxTurnRad);
}

/** Angle between two directions whose sense means nothing, 0 to a right angle. */
function turnBetween(a: number, b: number): number {
  const turn = Math.abs(a - b) % Math.PI;
  return Math.min(turn, Math.PI - turn);
}

/** An anchor on a line, at the middle of its length, where it is least likely to be mistaken for another. */
export function anchorOf(line: MapLine, picture: Rect): LineAnchor {
  const points = line.closed ? [...line.points, line.points[0]] : line.points;
  const lengths = points.slice(1).map((p, i) => Math.hypot(p[0] - points[i][0], p[1] - points[i][1]));
  let left = lengths.reduce((sum, length) => sum + length, 0) / 2;
  let i = 0;
  while (i < lengths.length - 1 && left > lengths[i]) left -= lengths[i++];
  const [ax, ay] = points[i];
  const [bx, by] = points[i + 1];
  const t = lengths[i] > 0 ? left / lengths[i] : 0;
  return {
    at: onPictureAt({ x: ax + (bx - ax) * t, y: ay + (by - ay) * t }, picture),
    angleRad: Math.atan2(by - ay, bx - ax),
  };
}

/** Points of a shape's rings, each closed. */
export function ringPoints(shape: MapShape, lines: ReadonlyMap<string, MapLine>): [number, number][][] {
  return shape.rings.map((ring) =>
    ring.flatMap(({ line, reversed }) => {
      const own = lines.get(line);
      if (!own) return [];
      const run = reversed ? [...own.points].reverse() : own.points;
      return own.closed ? run : run.slice(0, -1);
    }),
  );
}

/** Whether a point lies within rings, by how often a ray from it crosses them. */
export function isWithin(rings: readonly (readonly [number, number][])[], x: number, y: number): boolean {
  let inside = false;
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [ax, ay] = ring[i];
      const [bx, by] = ring[j];
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
    }
  }
  return inside;
}

/** The shape a point of the surface lies in. */
export function shapeAt(map: Pick<MapDocument, 'shapes' | 'lines'>, x: number, y: number): MapShape | null {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return map.shapes.find((shape) => isWithin(ringPoints(shape, lines), x, y)) ?? null;
}
