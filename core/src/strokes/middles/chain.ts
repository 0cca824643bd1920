import { smoothedBetweenCorners } from '../../geometry/index.js';
import type { Stroke } from '../stroke.js';

/** An end of a piece: twice its number, and one more for its last. */
export type PieceEnd = number;

/** Points closer than this are one; gaps wider than it are filled evenly, pixels. */
const evenPx = 1.5;

/** Wobble from pixel to pixel is noise: standard deviation of the smoothing along a stroke, points. */
const smoothPoints = 2;

/** Corners that smoothing must not round. */
const sharpCorners = { arm: 8, turnRad: (65 * Math.PI) / 180 };

/**
 * Strokes from pieces of them.
 *
 * @param pieces where nothing was read of one its width and darkness are NaN; null for none
 * @param onward which ends go on in each other, both ways
 */
export function chained(
  pieces: readonly (Stroke | null)[],
  onward: ReadonlyMap<PieceEnd, PieceEnd>,
): Stroke[] {
  const strokes: Stroke[] = [];
  const used = new Set<number>();
  const follow = (start: PieceEnd) => {
    const parts: { piece: Stroke; backwards: boolean }[] = [];
    let end = start;
    let closed = false;
    for (;;) {
      used.add(end >> 1);
      const piece = pieces[end >> 1];
      if (piece) parts.push({ piece, backwards: (end & 1) === 1 });
      const next = onward.get(end ^ 1);
      if (next === undefined) break;
      if (used.has(next >> 1)) {
        closed = next === start;
        break;
      }
      end = next;
    }
    const stroke = joined(parts, closed);
    if (stroke) strokes.push(stroke);
  };
  pieces.forEach((piece, k) => {
    if (!piece) return;
    if (piece.closed) {
      strokes.push(piece);
      used.add(k);
      return;
    }
    for (const end of [2 * k, 2 * k + 1]) if (!used.has(k) && !onward.has(end)) follow(end);
  });
  // What is left runs in rings.
  pieces.forEach((piece, k) => {
    if (piece && !used.has(k)) follow(2 * k);
  });
  return strokes;
}

function joined(parts: readonly { piece: Stroke; backwards: boolean }[], closed: boolean): Stroke | null {
  const points: number[] = [];
  const widths: number[] = [];
  const darkness: number[] = [];
  const push = (x: number, y: number, width: number, dark: number) => {
    points.push(x, y);
    widths.push(width);
    darkness.push(dark);
  };
  const add = (x: number, y: number, width: number, dark: number) => {
    const n = points.length;
    if (n > 0) {
      const [px, py] = [points[n - 2], points[n - 1]];
      const length = Math.hypot(x - px, y - py);
      if (length < 0.2) return;
      const steps = Math.floor(length / evenPx);
      for (let k = 1; k < steps; k++)
        push(px + ((x - px) * k) / steps, py + ((y - py) * k) / steps, NaN, NaN);
    }
    push(x, y, width, dark);
  };
  for (const { piece, backwards } of parts) {
    const n = piece.widths.length;
    for (let k = 0; k < n; k++) {
      const i = backwards ? n - 1 - k : k;
      add(piece.points[2 * i], piece.points[2 * i + 1], piece.widths[i], piece.darkness[i]);
    }
  }
  if (closed && points.length > 4) {
    const gap = Math.hypot(points[0] - points[points.length - 2], points[1] - points[points.length - 1]);
    if (gap > evenPx) add(points[0], points[1], NaN, NaN);
    // A closed stroke does not repeat its first point.
    if (gap > evenPx || gap < 0.5) {
      points.length -= 2;
      widths.pop();
      darkness.pop();
    }
  }
  if (widths.length < 2 || (closed && widths.length < 3)) return null;
  const [first, last] = [parts[0], parts[parts.length - 1]];
  return {
    points: smoothedBetweenCorners(Float64Array.from(points), closed, smoothPoints, sharpCorners),
    widths: filled(widths),
    darkness: filled(darkness),
    closed,
    free: closed
      ? [false, false]
      : [first.piece.free[first.backwards ? 1 : 0], last.piece.free[last.backwards ? 0 : 1]],
  };
}

/** Numbers where none were read: those of the nearest place where they were. */
function filled(values: readonly number[]): Float64Array {
  const out = Float64Array.from(values);
  for (let i = 1; i < out.length; i++) if (Number.isNaN(out[i])) out[i] = out[i - 1];
  for (let i = out.length - 2; i >= 0; i--) if (Number.isNaN(out[i])) out[i] = out[i + 1];
  return Number.isNaN(out[0]) ? out.fill(0) : out;
}
