import KDBush from 'kdbush';
import { stepLength } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import type { MeasuredStroke } from './measure-strokes.js';

/** Strokes of hatching are no longer than this, no shorter, and no further apart, mm on the sheet. */
const lengthMm = { min: 1.5, max: 40 };
const maxApartMm = 4.5;

/** They lie side by side: no further apart than this share of their length, and moved along by no more than this. */
const maxApartShare = 0.6;
const maxAlongShare = 0.6;

/** They are nearly straight: from end to end it is this share of their length. */
const straightShare = 0.9;

/** They run the same way within this, and are as long as each other within so many times. */
const alikeRad = (14 * Math.PI) / 180;
const maxLengthRatio = 2.2;

/** Fewer side by side are a few lines, not hatching. */
const minStrokes = 5;

/** Spacing is even: this share of it lies within these many times the middle one. */
const evenShare = 0.7;
const evenTimes = { min: 0.5, max: 1.8 };

type Candidate = {
  stroke: number;
  x: number;
  y: number;
  ux: number;
  uy: number;
  length: number;
  width: number;
};

/**
 * Tells hatching from contour: short, nearly straight strokes side by side, alike in direction and length and evenly
 * spaced.
 *
 * @returns the numbers of the strokes that are hatching
 */
export function findHatching(strokes: readonly MeasuredStroke[], pxPerMm: number): Set<number> {
  const candidates = strokes.flatMap((stroke, k) => candidateOf(stroke, k, pxPerMm));
  if (candidates.length < minStrokes) return new Set();
  const index = new KDBush(candidates.length);
  for (const { x, y } of candidates) index.add(x, y);
  index.finish();
  const beside = candidates.map((one, i) =>
    index
      .within(one.x, one.y, maxReachMm * pxPerMm)
      .filter((j) => j !== i && apartOf(one, candidates[j], pxPerMm) !== null),
  );
  const hatching = new Set<number>();
  for (const group of groupsOf(beside)) {
    if (group.length < minStrokes) continue;
    const spacing = group.map((i) =>
      Math.min(...beside[i].map((j) => apartOf(candidates[i], candidates[j], pxPerMm) ?? Infinity)),
    );
    const middle = median(spacing);
    const even = spacing.filter((by) => by >= evenTimes.min * middle && by <= evenTimes.max * middle);
    if (even.length >= evenShare * group.length) for (const i of group) hatching.add(candidates[i].stroke);
  }
  return hatching;
}

/** Middles of strokes side by side are no further apart, mm. */
const maxReachMm = Math.hypot(maxApartMm, maxAlongShare * lengthMm.max);

function candidateOf(stroke: MeasuredStroke, number: number, pxPerMm: number): Candidate[] {
  const { points, closed, lengthPx, rim, black, widths } = stroke;
  if (closed || rim || black) return [];
  if (lengthPx < lengthMm.min * pxPerMm || lengthPx > lengthMm.max * pxPerMm) return [];
  const n = points.length;
  const [dx, dy] = [points[n - 2] - points[0], points[n - 1] - points[1]];
  const chord = stepLength(dx, dy);
  if (chord < straightShare * lengthPx) return [];
  return [
    {
      stroke: number,
      x: points[0] + dx / 2,
      y: points[1] + dy / 2,
      ux: dx / chord,
      uy: dy / chord,
      length: lengthPx,
      width: median(widths),
    },
  ];
}

/** How far apart two strokes lie that may be of one hatching, pixels; null when they may not. */
function apartOf(a: Candidate, b: Candidate, pxPerMm: number): number | null {
  if (Math.abs(a.ux * b.ux + a.uy * b.uy) < Math.cos(alikeRad)) return null;
  const [shorter, longer] = a.length < b.length ? [a.length, b.length] : [b.length, a.length];
  if (longer > maxLengthRatio * shorter) return null;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const apart = Math.abs(a.ux * dy - a.uy * dx);
  const along = Math.abs(a.ux * dx + a.uy * dy);
  const least = Math.min(a.width, b.width);
  if (apart < least || apart > Math.min(maxApartMm * pxPerMm, maxApartShare * longer)) return null;
  return along <= maxAlongShare * longer ? apart : null;
}

/** Groups of what lies beside each other, by their numbers. */
function groupsOf(beside: readonly (readonly number[])[]): number[][] {
  const seen = new Set<number>();
  return beside.flatMap((_, start) => {
    if (seen.has(start)) return [];
    const group: number[] = [];
    const open = [start];
    seen.add(start);
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      group.push(i);
      for (const j of beside[i]) {
        if (seen.has(j)) continue;
        seen.add(j);
        open.push(j);
      }
    }
    return [group];
  });
}
