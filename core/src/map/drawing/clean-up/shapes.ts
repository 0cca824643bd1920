import {
  fitEllipse,
  fitLine,
  onEllipse,
  polylineLength,
  stepLength,
  turnBetween,
  type Ellipse,
  type Line,
} from '../../../geometry/index.js';
import type { Section } from './sections.js';

/** What a section is made: a straight, an ellipse, or left as it is. */
export type Shape = { kind: 'line'; line: Line } | { kind: 'ellipse'; ellipse: Ellipse } | null;

/** Where strokes meet they are rounded by the pencil and the smoothing: so many points at ends do not count. */
const roundedPoints = 3;

/** A straight drawn by hand leaves its line by no more than this share of its length: more is a bow that was meant. */
const bowShare = 1 / 60;

/** An ellipse drawn by hand leaves it by no more than this share of its way round. */
const eggShare = 1 / 60;

/** An arc that turns by less fixes no ellipse; the near half of a rim, all that is seen of many, turns by 180°. */
const minTurnRad = (140 * Math.PI) / 180;

/** A section as the straight it nearly is. */
export function straightOf({ points, closed }: Section, maxMm: number): Shape {
  const n = points.length / 2;
  if (closed || n < 2 * roundedPoints + 3) return null;
  const line = fitLine(points, roundedPoints, n - 1 - roundedPoints);
  const most = Math.min(maxMm, bowShare * polylineLength(points));
  return furthest(points, line, roundedPoints) <= most ? { kind: 'line', line } : null;
}

/** A section that is straight and nearly level or plumb, as level or plumb about its middle. */
export function levelOf(section: Section, maxRad: number, straightWithinMm: number): Shape {
  const straight = straightOf(section, straightWithinMm);
  if (straight?.kind !== 'line') return null;
  const { nx, ny } = straight.line;
  const level = Math.abs(ny) > Math.abs(nx);
  const off = Math.atan2(level ? Math.abs(nx) : Math.abs(ny), level ? Math.abs(ny) : Math.abs(nx));
  if (off > maxRad) return null;
  const { points } = section;
  const last = points.length - 2;
  return {
    kind: 'line',
    line: level
      ? { nx: 0, ny: 1, offset: (points[1] + points[last + 1]) / 2 }
      : { nx: 1, ny: 0, offset: (points[0] + points[last]) / 2 },
  };
}

/** A section as the ellipse it nearly is. */
export function ellipseOf({ points, closed }: Section, maxMm: number): Shape {
  if (!closed && turnOf(points) < minTurnRad) return null;
  const ellipse = fitEllipse(points);
  if (!ellipse) return null;
  const most = Math.min(maxMm, eggShare * polylineLength(points, closed));
  for (let i = 0; i < points.length; i += 2) {
    const on = onEllipse(ellipse, points[i], points[i + 1]);
    if (stepLength(on.x - points[i], on.y - points[i + 1]) > most) return null;
  }
  return { kind: 'ellipse', ellipse };
}

function furthest(points: Float64Array, { nx, ny, offset }: Line, skip: number): number {
  let most = 0;
  for (let i = 2 * skip; i < points.length - 2 * skip; i += 2)
    most = Math.max(most, Math.abs(nx * points[i] + ny * points[i + 1] - offset));
  return most;
}

/** How far a run turns in all, read over stretches of some points so that wobble does not count. */
function turnOf(points: Float64Array): number {
  const n = points.length / 2;
  const step = Math.max(2, Math.floor(n / 24));
  let sum = 0;
  for (let i = step; i + step < n; i += step) {
    const [a, m, b] = [2 * (i - step), 2 * i, 2 * (i + step)];
    sum += turnBetween(
      points[m] - points[a],
      points[m + 1] - points[a + 1],
      points[b] - points[m],
      points[b + 1] - points[m + 1],
    );
  }
  return sum;
}
