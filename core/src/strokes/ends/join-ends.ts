import KDBush from 'kdbush';
import { stepLength, turnBetween } from '../../geometry/index.js';
import { sampleAt, type Plane } from '../../raster/index.js';
import { chained, type PieceEnd } from '../middles/chain.js';
import type { Stroke } from '../stroke.js';

/** How ends of strokes are joined. */
export type Joining = {
  /** Ends of strokes that point at each other are joined over a gap this wide, pixels … */
  gapPx: number;
  /** … and over one this wide where something is seen of the stroke within it. */
  seenGapPx: number;
};

/** Ends point at each other when neither turns from the way between them by more than this. */
const alikeRad = (28 * Math.PI) / 180;

/** Where something of the stroke is seen between them it may bend more. */
const seenRad = (42 * Math.PI) / 180;

/** Over a gap no wider than the stroke itself, which way they point is hardly known. */
const closeRad = (65 * Math.PI) / 180;

/** Something is seen of a stroke in a gap when there is this share of its darkness. */
const seenShare = 0.3;

/** Ends this much darker than each other, as a logarithm, are of two strokes. */
const maxUnlike = Math.log(2);

/** The end of a stroke points as so many of its points do. */
const endPoints = 9;

type End = { id: PieceEnd; x: number; y: number; ux: number; uy: number; width: number; darkness: number };
type Joint = { a: End; b: End; gap: number };

/** Joins strokes whose free ends point at each other across a short gap, the shortest first. */
export function joinEnds(strokes: readonly Stroke[], ink: Plane, joining: Joining): Stroke[] {
  const ends = strokes.flatMap((stroke, k) =>
    stroke.closed ? [] : [0, 1].flatMap((side) => (stroke.free[side] ? [endOf(stroke, 2 * k + side)] : [])),
  );
  if (ends.length < 2) return [...strokes];
  const index = new KDBush(ends.length);
  for (const { x, y } of ends) index.add(x, y);
  index.finish();
  const joints: Joint[] = [];
  ends.forEach((a, i) => {
    for (const j of index.within(a.x, a.y, Math.max(joining.gapPx, joining.seenGapPx))) {
      if (j <= i) continue;
      const gap = gapBetween(a, ends[j], ink, joining);
      if (gap !== null) joints.push({ a, b: ends[j], gap });
    }
  });
  joints.sort((one, other) => one.gap - other.gap);
  const onward = new Map<PieceEnd, PieceEnd>();
  for (const { a, b } of joints) {
    if (onward.has(a.id) || onward.has(b.id)) continue;
    onward.set(a.id, b.id);
    onward.set(b.id, a.id);
  }
  return onward.size === 0 ? [...strokes] : chained(strokes, onward);
}

/** How wide the gap between two ends is, in pixels and made longer by how much they turn; null when they are not to be joined. */
function gapBetween(a: End, b: End, ink: Plane, { gapPx, seenGapPx }: Joining): number | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const gap = stepLength(dx, dy);
  const width = Math.min(a.width, b.width);
  // A stroke's own two ends close it over a short gap only.
  if (a.id >> 1 === b.id >> 1 && gap > Math.max(3 * width, gapPx)) return null;
  const turn = turnBetween(a.ux, a.uy, -b.ux, -b.uy);
  if (gap < 1) return turn < 2 * closeRad ? gap : null;
  const aside = Math.max(turnBetween(a.ux, a.uy, dx, dy), turnBetween(-b.ux, -b.uy, dx, dy));
  const close = gap <= 1.2 * width + 1;
  const seen = gap <= seenGapPx && isSeen(a, b, ink);
  const most = close ? closeRad : seen ? seenRad : alikeRad;
  if (aside > most || turn > (close ? closeRad : 1.4 * most)) return null;
  if (Math.abs(Math.log((a.darkness + 0.1) / (b.darkness + 0.1))) > maxUnlike) return null;
  if (gap > gapPx && !seen) return null;
  return gap * (1 + aside + turn);
}

function isSeen(a: End, b: End, ink: Plane): boolean {
  const steps = Math.max(3, Math.ceil(stepLength(b.x - a.x, b.y - a.y)));
  let sum = 0;
  for (let k = 1; k < steps; k++) {
    const t = k / steps;
    sum += sampleAt(ink, a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t);
  }
  return sum / (steps - 1) >= seenShare * Math.min(a.darkness, b.darkness);
}

function endOf({ points, widths, darkness }: Stroke, id: PieceEnd): End {
  const n = points.length / 2;
  const at = (k: number) => ((id & 1) === 0 ? k : n - 1 - k);
  const count = Math.min(n - 1, endPoints);
  const [tip, back] = [at(0), at(count)];
  const [dx, dy] = [points[2 * tip] - points[2 * back], points[2 * tip + 1] - points[2 * back + 1]];
  const length = stepLength(dx, dy) || 1;
  let [width, dark] = [0, 0];
  for (let k = 0; k <= count; k++) {
    width += widths[at(k)] / (count + 1);
    dark += darkness[at(k)] / (count + 1);
  }
  return {
    id,
    x: points[2 * tip],
    y: points[2 * tip + 1],
    ux: dx / length,
    uy: dy / length,
    width,
    darkness: dark,
  };
}
