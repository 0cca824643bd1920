import type { Plane } from '../raster/index.js';
import type { Point } from '../geometry/index.js';

/** Where the weight of a picture lies. All places are shares of its sides. */
export type VisualWeight = {
  centre: Point;
  /** Extremes of the motif with its shadow; null when nothing stands out from the ground. */
  motif: { left: Point; top: Point; right: Point; bottom: Point } | null;
};

/** Width of the rim that tells the ground, as a share of the short side. */
const rim = 0.06;

/** Differences from the ground smaller than this carry no weight: they are its own unevenness (L\*). */
const unevenness = 12;

/** This share of the weight may lie beyond an extreme: specks are no motif. */
const specks = 0.005;

/**
 * Weighs a picture: every place counts as much as its lightness differs from the ground's, be it motif or
 * cast shadow, so that subject plus shadow can be balanced as a whole. The ground is what the rim of the
 * picture mostly shows.
 *
 * @param lightness L\* of the picture, a few hundred pixels wide
 */
export function weigh({ width, height, data }: Plane): VisualWeight {
  const ground = groundOf({ width, height, data });
  const columns = new Float64Array(width);
  const rows = new Float64Array(height);
  let total = 0;
  let sumX = 0;
  let sumY = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const weight = Math.max(0, Math.abs(data[y * width + x] - ground) - unevenness);
      columns[x] += weight;
      rows[y] += weight;
      total += weight;
      sumX += weight * (x + 0.5);
      sumY += weight * (y + 0.5);
    }
  }
  if (total < width * height * 0.01) return { centre: { x: 0.5, y: 0.5 }, motif: null };
  const centre = { x: sumX / total / width, y: sumY / total / height };
  const [left, right] = extremes(columns, total);
  const [top, bottom] = extremes(rows, total);
  const weightAt = (x: number, y: number) => Math.abs(data[y * width + x] - ground) - unevenness;
  const middleOfColumn = (x: number) => middle(height, (y) => weightAt(x, y));
  const middleOfRow = (y: number) => middle(width, (x) => weightAt(x, y));
  return {
    centre,
    motif: {
      left: { x: left / width, y: middleOfColumn(left) / height },
      top: { x: middleOfRow(top) / width, y: top / height },
      right: { x: (right + 1) / width, y: middleOfColumn(right) / height },
      bottom: { x: middleOfRow(bottom) / width, y: (bottom + 1) / height },
    },
  };
}

/** Median lightness of the rim. */
function groundOf({ width, height, data }: Plane): number {
  const reach = Math.max(1, Math.round(rim * Math.min(width, height)));
  const seen: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (x >= reach && x < width - reach && y >= reach && y < height - reach) continue;
      seen.push(data[y * width + x]);
    }
  }
  return seen.sort((a, b) => a - b)[seen.length >> 1];
}

/** First and last line between which all but specks of the weight lies. */
function extremes(lines: Float64Array, total: number): [number, number] {
  let first = 0;
  for (let sum = lines[0]; sum < specks * total; sum += lines[first]) first++;
  let last = lines.length - 1;
  for (let sum = lines[last]; sum < specks * total; sum += lines[last]) last--;
  return [first, last];
}

/** Where the weight along a line has its middle. */
function middle(length: number, weightAt: (i: number) => number): number {
  let total = 0;
  let sum = 0;
  for (let i = 0; i < length; i++) {
    const weight = Math.max(0, weightAt(i));
    total += weight;
    sum += weight * (i + 0.5);
  }
  return total > 0 ? sum / total : length / 2;
}
