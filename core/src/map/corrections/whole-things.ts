import KDBush from 'kdbush';
import { isTraced, type MapLine } from '../../documents/index.js';
import { isWithin } from './anchors.js';
import type { Draft } from './faces.js';

type Point = { x: number; y: number };

/** A line runs along an outline where it is this near, mm. */
const alongMm = 1.2;

/** A line belongs to an outline when this share of it runs along it, and to a thing when it lies in it. */
const maxOf = 0.6;

/** A gap in an outline shorter than this is left, mm. */
const shortestGapMm = 1.5;

const noLine = 'None of it is on the map any more.';

/**
 * Draws the whole outline of a thing: lines along it are kept, where there is none it is drawn.
 *
 * @param outline closed, mm on the surface
 * @returns null, as an outline always fits
 */
export function drawWhole(draft: Draft, outline: readonly Point[], id: string): null {
  const dense = densified(outline);
  const near = indexed(dense);
  const covered = new Uint8Array(dense.length);
  for (const line of draft.lines.values()) {
    if (line.kind === 'frame' || line.kind === 'guide') continue;
    const along = line.points.filter(([x, y]) => near.within(x, y, alongMm).length > 0).length;
    const belongs = along >= maxOf * line.points.length;
    if (belongs) {
      draft.lines.set(line.id, {
        ...line,
        kept: true,
        held: true,
        edge: line.edge === 'lost' ? 'soft' : line.edge,
      });
    }
    if (!belongs && !isTraced(line)) continue;
    for (const { x, y } of densified(
      line.points.map(([px, py]) => ({ x: px, y: py })),
      line.closed,
    )) {
      for (const i of near.within(x, y, alongMm)) covered[i] = 1;
    }
  }
  gapsOf(covered).forEach((gap, index) => {
    const points = gap.map((i): [number, number] => [dense[i].x, dense[i].y]);
    if (points.length * stepMm < shortestGapMm) return;
    draft.lines.set(`c-${id}-${index}`, outlineLine(`c-${id}-${index}`, points));
  });
  return null;
}

/** Leaves a thing out: every line on its outline or within it. */
export function leaveOut(draft: Draft, outline: readonly Point[]): string | null {
  const near = indexed(densified(outline));
  const ring = outline.map(({ x, y }): [number, number] => [x, y]);
  let count = 0;
  for (const line of draft.lines.values()) {
    if (line.kind === 'frame' || line.kind === 'guide' || line.byHand === true) continue;
    const own = line.points.filter(
      ([x, y]) => near.within(x, y, alongMm).length > 0 || isWithin([ring], x, y),
    ).length;
    if (own < maxOf * line.points.length) continue;
    draft.lines.set(line.id, { ...line, kept: false, leftOut: 'hand', held: false });
    count++;
  }
  return count === 0 ? noLine : null;
}

const stepMm = 0.5;

/** A closed run with a point at least every half millimetre. */
function densified(points: readonly Point[], closed = true): Point[] {
  const out: Point[] = [];
  const last = closed ? points.length : points.length - 1;
  for (let i = 0; i < last; i++) {
    const a = points[i];
    const b = points[(i + 1) % points.length];
    const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / stepMm));
    for (let k = 0; k < steps; k++) {
      const t = k / steps;
      out.push({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
    }
  }
  return out;
}

function indexed(points: readonly Point[]): KDBush {
  const index = new KDBush(points.length);
  for (const { x, y } of points) index.add(x, y);
  index.finish();
  return index;
}

/** Runs of places not covered, along a closed outline. */
function gapsOf(covered: Uint8Array): number[][] {
  const n = covered.length;
  const start = covered.indexOf(1);
  if (start === -1) return [[...covered.keys(), 0]];
  const gaps: number[][] = [];
  let gap: number[] = [];
  for (let k = 1; k <= n; k++) {
    const i = (start + k) % n;
    if (covered[i] === 0) gap.push(i);
    else if (gap.length > 0) {
      gaps.push(gap);
      gap = [];
    }
  }
  return gaps;
}

const outlineLine = (id: string, points: [number, number][]): MapLine => ({
  id,
  kind: 'detail',
  edge: 'hard',
  of: 'contour',
  contrast: 0,
  softness: 0,
  weight: 1,
  closed: false,
  points,
  left: null,
  right: null,
  byHand: true,
  held: true,
});
