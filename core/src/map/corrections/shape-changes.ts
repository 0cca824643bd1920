import type { MapLine } from '../../documents/index.js';
import { nearestOn, type Spot } from './anchors.js';
import { freshId, rebuildShape, shapeIdAt, type Draft } from './faces.js';

type Point = { x: number; y: number };

/** A stroke that divides a shape is led on to its border over no more than this, mm. */
const leadMm = 12;

/** Nearer than this a spot on a line is its end, mm. */
const atEndMm = 0.05;

/**
 * Makes the shapes at two places one: the boundary between them goes, and what it parted has one border.
 *
 * @returns why it cannot be, or null when it is done
 */
export function joinShapes(draft: Draft, one: Point, other: Point): string | null {
  const a = shapeIdAt(draft, one);
  const b = shapeIdAt(draft, other);
  if (a === null || b === null) return 'One of the two shapes is no longer there.';
  if (a === b) return null;
  const between = [...draft.lines.values()].filter(
    (line) => (line.left === a && line.right === b) || (line.left === b && line.right === a),
  );
  if (between.length === 0) return 'The two shapes no longer touch.';
  const [keep, give] = draft.shapes.get(a)!.area >= draft.shapes.get(b)!.area ? [a, b] : [b, a];
  const given = draft.shapes.get(give)!;
  const kept = draft.shapes.get(keep)!;
  for (const line of between) draft.lines.delete(line.id);
  for (const line of draft.lines.values()) {
    if (line.left !== give && line.right !== give) continue;
    const swapped = (side: string | null) => (side === give ? keep : side);
    draft.lines.set(line.id, { ...line, left: swapped(line.left), right: swapped(line.right) });
  }
  draft.shapes.delete(give);
  const spot = give === a ? one : other;
  draft.shapes.set(keep, {
    ...kept,
    joins: [
      ...(kept.joins ?? []),
      { because: 'by hand', area: Math.round(given.area * 100) / 100, difference: 0, x: spot.x, y: spot.y },
    ],
  });
  rebuildShape(draft, keep);
  return null;
}

/**
 * Divides a shape along a stroke from border to border. The stroke's ends are led to the nearest border.
 *
 * @param id of the new boundary
 * @returns why it cannot be, or null when it is done
 */
export function splitShape(draft: Draft, stroke: readonly Point[], id: string): string | null {
  const inside = longestWithin(draft, stroke);
  if (!inside) return 'The stroke is no longer in a shape.';
  const { shape, run } = inside;
  const ends = [run[0], run[run.length - 1]].map((end) => borderNear(draft, shape, end));
  if (ends.some((spot) => spot === null))
    return 'The stroke does not reach from border to border of the shape.';
  const points = ends.map((spot) => cutAt(draft, spot!, shape));
  const line: MapLine = {
    id,
    kind: 'boundary',
    edge: 'hard',
    contrast: 0,
    softness: 0,
    weight: 0,
    closed: false,
    points: [points[0], ...run.slice(1, -1).map(({ x, y }): [number, number] => [x, y]), points[1]],
    left: shape,
    right: shape,
    byHand: true,
    held: true,
  };
  draft.lines.set(id, line);
  if (rebuildShape(draft, shape).length > 1) return null;
  // Led from the outer border to an island it parts nothing: it stays as a line within the shape.
  draft.lines.set(id, { ...line, kind: 'detail' });
  rebuildShape(draft, shape);
  return null;
}

/** The longest part of a stroke that lies within one shape. */
function longestWithin(draft: Draft, stroke: readonly Point[]): { shape: string; run: Point[] } | null {
  let best: { shape: string; run: Point[] } | null = null;
  let current = { shape: '', run: new Array<Point>() };
  for (const point of densified(stroke)) {
    const shape = shapeIdAt(draft, point);
    if (shape !== current.shape) current = { shape: shape ?? '', run: [] };
    if (shape === null) continue;
    current.run.push(point);
    if (current.run.length > (best?.run.length ?? 1)) best = current;
  }
  return best;
}

/** The same stroke with a point at least every millimetre. */
function densified(stroke: readonly Point[]): Point[] {
  return stroke.flatMap((point, i) => {
    const next = stroke[i + 1];
    if (!next) return [point];
    const steps = Math.max(1, Math.ceil(Math.hypot(next.x - point.x, next.y - point.y)));
    return Array.from({ length: steps }, (_, k) => ({
      x: point.x + ((next.x - point.x) * k) / steps,
      y: point.y + ((next.y - point.y) * k) / steps,
    }));
  });
}

/** The spot on a shape's border nearest to a point. */
function borderNear(draft: Draft, shape: string, { x, y }: Point): Spot | null {
  let best: Spot | null = null;
  for (const line of draft.lines.values()) {
    if (line.kind !== 'boundary' && line.kind !== 'frame') continue;
    if (line.left !== shape && line.right !== shape) continue;
    const spot = nearestOn(line, x, y);
    if (spot.offMm <= leadMm && (!best || spot.offMm < best.offMm)) best = spot;
  }
  return best;
}

/**
 * Makes a spot of a line one of its ends, dividing it there.
 *
 * @returns the point that is shared from now on
 */
function cutAt(draft: Draft, found: Spot, shape: string): [number, number] {
  // Cutting for one end may have divided the line the other end's spot was found on.
  const spot = draft.lines.get(found.line.id) === found.line ? found : borderNear(draft, shape, found)!;
  const { line, segment, t } = spot;
  const point: [number, number] = [round4(spot.x), round4(spot.y)];
  if (line.closed) {
    const opened = [point, ...line.points.slice(segment + 1), ...line.points.slice(0, segment + 1), point];
    draft.lines.set(line.id, { ...line, closed: false, points: withoutRepeats(opened) });
    rebuildSides(draft, line);
    return point;
  }
  for (const end of [line.points[0], line.points[line.points.length - 1]]) {
    if (Math.hypot(end[0] - spot.x, end[1] - spot.y) < atEndMm) return end;
  }
  const at = segment + (t >= 1 ? 1 : 0);
  const id = freshId(draft.lines, line.id);
  draft.lines.set(line.id, { ...line, points: withoutRepeats([...line.points.slice(0, at + 1), point]) });
  draft.lines.set(id, { ...line, id, points: withoutRepeats([point, ...line.points.slice(at + 1)]) });
  rebuildSides(draft, line);
  return point;
}

function rebuildSides(draft: Draft, { left, right }: MapLine): void {
  for (const side of [left, right]) if (side !== null) rebuildShape(draft, side);
}

function withoutRepeats(points: readonly [number, number][]): [number, number][] {
  return points.filter((p, i) => i === 0 || p[0] !== points[i - 1][0] || p[1] !== points[i - 1][1]);
}

const round4 = (value: number) => Math.round(value * 1e4) / 1e4;
