import type { MapLine, MapShape } from '../../documents/index.js';
import { signedArea } from '../../geometry/index.js';
import { isWithin, ringPoints } from './anchors.js';

type Use = { line: string; reversed: boolean };

/** A map while it is being corrected. */
export type Draft = { lines: Map<string, MapLine>; shapes: Map<string, MapShape> };

/** The shape a point of the surface lies in, or null outside all of them. */
export function shapeIdAt(draft: Draft, { x, y }: { x: number; y: number }): string | null {
  for (const shape of draft.shapes.values()) {
    if (isWithin(ringPoints(shape, draft.lines), x, y)) return shape.id;
  }
  return null;
}

/** The two ends of a use, in the order it is walked. */
function endsOf(line: MapLine, reversed: boolean): [readonly [number, number], readonly [number, number]] {
  const first = line.points[0];
  const last = line.closed ? first : line.points[line.points.length - 1];
  return reversed ? [last, first] : [first, last];
}

/** Direction in which a use leaves its start, or comes to its end. */
function headingAt(line: MapLine, reversed: boolean, atEnd: boolean): number {
  const run = reversed ? [...line.points].reverse() : line.points;
  const [a, b] = atEnd ? [run[run.length - 2], run[run.length - 1]] : [run[0], run[1]];
  return Math.atan2(b[1] - a[1], b[0] - a[0]);
}

/** Rings of the face that has the given uses on its border, walked with the face on the right. */
function chained(lines: ReadonlyMap<string, MapLine>, uses: readonly Use[]): Use[][] {
  const leaving = new Map<string, Use[]>();
  for (const use of uses) {
    const key = endsOf(lines.get(use.line)!, use.reversed)[0].join();
    leaving.set(key, [...(leaving.get(key) ?? []), use]);
  }
  const free = new Set(uses);
  const rings: Use[][] = [];
  for (const start of uses) {
    if (!free.has(start)) continue;
    const ring: Use[] = [];
    let use: Use | undefined = start;
    while (use && free.delete(use)) {
      ring.push(use);
      const line: MapLine = lines.get(use.line)!;
      if (line.closed) break;
      const heading = headingAt(line, use.reversed, true);
      // The way on may be one already walked: then the ring is closed.
      const next: Use[] = leaving.get(endsOf(line, use.reversed)[1].join()) ?? [];
      use = mostToTheRight(lines, next, heading);
    }
    rings.push(ring);
  }
  return rings;
}

/** Of the ways on from a point, the one that turns most to the right, so that the face stays on the right. */
function mostToTheRight(
  lines: ReadonlyMap<string, MapLine>,
  ways: readonly Use[],
  heading: number,
): Use | undefined {
  let best: Use | undefined;
  let furthest = -Infinity;
  for (const way of ways) {
    const turn = headingAt(lines.get(way.line)!, way.reversed, false) - heading;
    // On a page whose y points down a turn to the right is positive; straight back is the last resort.
    const wrapped = Math.atan2(Math.sin(turn), Math.cos(turn));
    const order = Math.abs(wrapped) > Math.PI - 1e-6 ? -Math.PI : wrapped;
    if (order > furthest) {
      furthest = order;
      best = way;
    }
  }
  return best;
}

/**
 * Makes a shape's rings anew from the lines that name it as a side, after lines were added, divided or taken
 * away. When its border falls into several outer rings it becomes several shapes: the largest keeps its id.
 *
 * @returns ids of the shapes it is now
 */
export function rebuildShape(draft: Draft, id: string): string[] {
  const shape = draft.shapes.get(id);
  if (!shape) return [];
  const uses: Use[] = [];
  for (const line of draft.lines.values()) {
    // A detail lies within one shape and bounds nothing.
    if (line.kind !== 'boundary' && line.kind !== 'frame') continue;
    if (line.right === id) uses.push({ line: line.id, reversed: false });
    if (line.left === id) uses.push({ line: line.id, reversed: true });
  }
  const rings = chained(draft.lines, uses).map((ring) => {
    const own = { ...shape, rings: [ring] };
    const points = ringPoints(own, draft.lines)[0];
    return { ring, points, area: signedArea(points.flat()) };
  });
  const outer = rings.filter(({ area }) => area > 0).sort((a, b) => b.area - a.area);
  const holes = rings.filter(({ area }) => area <= 0);
  if (outer.length === 0) {
    draft.shapes.delete(id);
    return [];
  }
  const ids = outer.map((_, k) => (k === 0 ? id : freshId(draft.shapes, id)));
  outer.forEach((face, k) => {
    const within = holes.filter(({ points: [[x, y]] }) => faceOf(outer, x, y) === face);
    const { joins, ...rest } = shape;
    draft.shapes.set(ids[k], {
      ...(k === 0 && joins ? { ...rest, joins } : rest),
      id: ids[k],
      area: within.reduce((sum, { area }) => sum + area, face.area),
      rings: [face.ring, ...within.map(({ ring }) => ring)],
    });
    if (k > 0) for (const { ring } of [face, ...within]) rename(draft, ring, ids[k]);
  });
  return ids;
}

type Face = { points: [number, number][]; area: number };

/** The smallest outer ring around a point. */
function faceOf<F extends Face>(outer: readonly F[], x: number, y: number): F | undefined {
  return [...outer].reverse().find(({ points }) => isWithin([points], x, y)) ?? outer[0];
}

function rename(draft: Draft, ring: readonly Use[], id: string): void {
  for (const { line, reversed } of ring) {
    const own = draft.lines.get(line)!;
    draft.lines.set(line, { ...own, [reversed ? 'left' : 'right']: id });
  }
}

/** A name not in use, from the one it comes from. */
export function freshId(names: ReadonlyMap<string, unknown>, from: string): string {
  for (let k = 2; ; k++) if (!names.has(`${from}-${k}`)) return `${from}-${k}`;
}
