import { linearOfByte, luminanceBlue, luminanceGreen, luminanceRed } from '../../colour/index.js';
import { distance, fitLine, type Line, type Point } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';

/** Places along a side at which its edge is looked for. */
const stations = 160;

/** Pixels averaged along the side at each place, against grain. */
const runPx = 5;

/** A place further than this from the side agrees with nothing, pixels. */
const agreePx = 1.5;

/** Fewer agreeing places than this share do not make a side. */
const minAgreeing = 0.25;

/**
 * Places one side of a sheet at full resolution: the steepest step across it is looked for at many places,
 * and the line most of them agree on is fitted to those by total least squares.
 *
 * @param a first end as known so far; the sheet lies to the right of a → b walking along it on the page
 * @param b other end
 * @param polarity 1 when the sheet is lighter than its ground, −1 when darker
 * @param reachPx how far off the side may be
 * @returns the line, or null when too few places agree
 */
export function refinedSide(
  picture: Picture,
  a: Point,
  b: Point,
  polarity: number,
  reachPx: number,
): Line | null {
  const length = distance(a, b);
  const ux = (b.x - a.x) / length;
  const uy = (b.y - a.y) / length;
  const points: number[] = [];
  for (let i = 0; i < stations; i++) {
    const t = 0.03 + (0.94 * (i + 0.5)) / stations;
    const x = a.x + (b.x - a.x) * t;
    const y = a.y + (b.y - a.y) * t;
    const off = steepestAcross(picture, x, y, ux, uy, polarity, reachPx);
    if (off !== null) points.push(x - uy * off, y + ux * off);
  }
  const agreeing = mostAgreed(points);
  if (agreeing.length < 2 * minAgreeing * stations) return null;
  return fitLine(Float64Array.from(agreeing), 0, agreeing.length / 2 - 1);
}

/**
 * How far inward of a place the light rises (or, with polarity −1, falls) most, pixels; null where that cannot be told.
 *
 * @param ux the direction of the side there, of length 1; the sheet lies to the right of it
 */
export function steepestAcross(
  picture: Picture,
  x: number,
  y: number,
  ux: number,
  uy: number,
  polarity: number,
  reachPx: number,
): number | null {
  const reach = Math.ceil(reachPx);
  const light = new Float64Array(2 * reach + 5);
  for (let i = 0; i < light.length; i++) {
    const off = i - reach - 2;
    let sum = 0;
    for (let run = -(runPx >> 1); run <= runPx >> 1; run++) {
      const value = lightAt(picture, x - uy * off + ux * run, y + ux * off + uy * run);
      if (value < 0) return null;
      sum += value;
    }
    light[i] = sum;
  }
  // Slope over five pixels, the middle ones counting most.
  const slope = (i: number) => polarity * (light[i + 2] - light[i - 2] + 2 * (light[i + 1] - light[i - 1]));
  let best = 2;
  for (let i = 2; i < light.length - 2; i++) if (slope(i) > slope(best)) best = i;
  if (slope(best) <= 0 || best === 2 || best === light.length - 3) return null;
  const [before, at, after] = [slope(best - 1), slope(best), slope(best + 1)];
  const bend = before - 2 * at + after;
  return best - reach - 2 + (bend < 0 ? (before - after) / (2 * bend) : 0);
}

/** Linear light at the pixel a point falls in, or −1 outside. */
function lightAt({ width, height, channels, data }: Picture, x: number, y: number): number {
  const left = Math.floor(x - 0.5);
  const top = Math.floor(y - 0.5);
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return -1;
  const s = x - 0.5 - left;
  const t = y - 0.5 - top;
  const p = (top * width + left) * channels;
  const below = p + width * channels;
  return (
    (1 - t) * ((1 - s) * luminance(data, p) + s * luminance(data, p + channels)) +
    t * ((1 - s) * luminance(data, below) + s * luminance(data, below + channels))
  );
}

function luminance(data: Uint8Array | Uint8ClampedArray, p: number): number {
  return (
    luminanceRed * linearOfByte[data[p]] +
    luminanceGreen * linearOfByte[data[p + 1]] +
    luminanceBlue * linearOfByte[data[p + 2]]
  );
}

/**
 * The points that lie on the line most of them agree on. Lines through pairs are tried in a fixed order, far
 * pairs first, so that the same picture always gives the same side (the consensus of Fischler & Bolles 1981,
 * without chance).
 */
function mostAgreed(points: readonly number[]): number[] {
  const count = points.length / 2;
  let best: number[] = [];
  for (const apart of [0.7, 0.5, 0.35]) {
    const step = Math.max(1, Math.floor(count * apart));
    for (let i = 0; i + step < count; i += Math.max(1, Math.floor(count / 60))) {
      const agreeing = agreeingWith(points, i, i + step);
      if (agreeing.length > best.length) best = agreeing;
    }
  }
  return best;
}

function agreeingWith(points: readonly number[], i: number, j: number): number[] {
  const dx = points[2 * j] - points[2 * i];
  const dy = points[2 * j + 1] - points[2 * i + 1];
  const length = Math.hypot(dx, dy);
  const agreeing: number[] = [];
  for (let k = 0; k < points.length; k += 2) {
    const off = ((points[k] - points[2 * i]) * dy - (points[k + 1] - points[2 * i + 1]) * dx) / length;
    if (Math.abs(off) <= agreePx) agreeing.push(points[k], points[k + 1]);
  }
  return agreeing;
}
