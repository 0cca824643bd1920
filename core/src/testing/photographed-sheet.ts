import { encodeSrgb } from '../colour/index.js';
import { inverted, ontoQuad, transformed, type Point, type Quad } from '../geometry/index.js';
import type { Picture } from '../raster/index.js';
import { seeded } from '../camera/index.js';

/** A photograph of a flat sheet whose true corners and ratio are known. */
export type PhotographedSheet = { picture: Picture; corners: Quad; ratio: number };

export type SheetScene = {
  /** Sides of the photograph, pixels. */
  width: number;
  height: number;
  seed: number;
  /** Things lying about and over the edges, a shadow across, uneven light. */
  clutter: boolean;
};

type Flat = { centre: Point; cos: number; sin: number; halfWidth: number; halfHeight: number; light: number };

/**
 * Photographs a sheet with a drawing on it, lying on a grained table, with a pinhole lens of a known focal
 * length from a chance direction. Everything follows from the seed.
 */
export function photographSheet({ width, height, seed, clutter }: SheetScene): PhotographedSheet {
  const random = seeded(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const ratio = [1.414, 1.25, 1.333, 1.5, 1][Math.floor(random() * 5)];
  const upright = random() < 0.4;
  const corners = seenCorners(width, height, upright ? 1 / ratio : ratio, between);
  const toSheet = inverted(ontoQuad(corners));
  const sheetIsLight = random() < 0.7;
  const paper = sheetIsLight ? between(0.55, 0.85) : between(0.03, 0.1);
  const ground = sheetIsLight ? between(0.04, 0.28) : between(0.35, 0.7);
  const things = clutter ? thingsAbout(corners, width, height, between) : [];
  const shade = clutter ? shadowOver(width, height, between) : () => 1;
  const slopeX = clutter ? between(-0.5, 0.5) : 0;
  const slopeY = clutter ? between(-0.5, 0.5) : 0;
  const grainAngle = between(0, Math.PI);
  const grain = { x: Math.cos(grainAngle), y: Math.sin(grainAngle), size: between(0.02, 0.05) * width };
  const noise = between(0.5, 2.5);
  const sides = corners.map((corner, k) => side(corner, corners[(k + 1) % 4]));
  const data = new Uint8Array(width * height * 3);
  let state = seed * 7919 + 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const px = x + 0.5;
      const py = y + 0.5;
      const along = (px * grain.x + py * grain.y) / grain.size;
      let light = ground * (1 + 0.1 * Math.sin(along * 6 + 2 * Math.sin(along * 0.7)));
      // Pixels a side cuts through show both in part: distance to the nearest side, inside positive.
      let inside = Infinity;
      for (let k = 0; k < 4; k++) {
        inside = Math.min(inside, sides[k][0] * px + sides[k][1] * py - sides[k][2]);
      }
      if (inside > -1) {
        const cover = Math.min(1, Math.max(0, inside + 0.5));
        const { x: u, y: v } = transformed(toSheet, px, py);
        light += cover * (paper * drawnTone(u, v, sheetIsLight) - light);
      }
      for (const thing of things) light += coverOf(thing, px, py) * (thing.light - light);
      light *=
        shade(px, py) * (1 + (slopeX * (px - width / 2)) / width + (slopeY * (py - height / 2)) / height);
      state = (Math.imul(state, 1664525) + 1013904223) | 0;
      const speck = ((state >>> 8) / 16777216 - 0.5) * 3.46 * noise;
      const value = Math.min(255, Math.max(0, Math.round(255 * encodeSrgb(Math.min(1, light)) + speck)));
      const at = (y * width + x) * 3;
      data[at] = value;
      data[at + 1] = Math.round(value * 0.97);
      data[at + 2] = Math.round(value * 0.92);
    }
  }
  return { picture: { width, height, channels: 3, data }, corners, ratio: upright ? 1 / ratio : ratio };
}

type Between = (low: number, high: number) => number;

/** Corners of a sheet seen by a lens with a focal length of 0.9 long sides, wholly in the photograph. */
function seenCorners(width: number, height: number, ratio: number, between: Between): Quad {
  const focal = 0.9 * Math.max(width, height);
  for (;;) {
    const turn = between(-0.3, 0.3);
    const tiltX = between(-0.45, 0.45);
    const tiltY = between(-0.45, 0.45);
    const far = between(1.5, 2.6);
    const shiftX = between(-0.15, 0.15);
    const shiftY = between(-0.15, 0.15);
    const halfHeight = 1 / (1 + ratio);
    const halfWidth = ratio * halfHeight;
    const seen = (sx: number, sy: number): Point => {
      const x0 = sx * halfWidth * Math.cos(turn) - sy * halfHeight * Math.sin(turn);
      const y0 = sx * halfWidth * Math.sin(turn) + sy * halfHeight * Math.cos(turn);
      const y1 = y0 * Math.cos(tiltX);
      const z1 = y0 * Math.sin(tiltX);
      const x2 = x0 * Math.cos(tiltY) + z1 * Math.sin(tiltY);
      const z2 = -x0 * Math.sin(tiltY) + z1 * Math.cos(tiltY) + far;
      return { x: width / 2 + (focal * (x2 + shiftX)) / z2, y: height / 2 + (focal * (y1 + shiftY)) / z2 };
    };
    const corners: Quad = [seen(-1, -1), seen(1, -1), seen(1, 1), seen(-1, 1)];
    const rim = 0.02 * Math.min(width, height);
    const within = corners.every(({ x, y }) => x > rim && y > rim && x < width - rim && y < height - rim);
    if (within) return corners;
  }
}

/** Inward normal and offset of the side a → b. */
function side(a: Point, b: Point): [number, number, number] {
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const nx = -(b.y - a.y) / length;
  const ny = (b.x - a.x) / length;
  return [nx, ny, nx * a.x + ny * a.y];
}

/** How light the drawing leaves the sheet at a place of it, both 0–1: lines, a frame and a tone. */
function drawnTone(u: number, v: number, dark: boolean): number {
  const frame = Math.max(Math.abs(u - 0.5), Math.abs(v - 0.5));
  const lines =
    Math.abs(frame - 0.42) < 0.003 ||
    Math.abs(Math.hypot(u - 0.45, v - 0.5) - 0.2) < 0.004 ||
    Math.abs(u + 0.4 * v - 0.8) < 0.003;
  const tone = Math.hypot(u - 0.62, v - 0.6) < 0.12;
  if (dark) return lines ? 0.25 : tone ? 0.6 : 1;
  return lines ? 4 : tone ? 2.5 : 1;
}

/** Pencils, erasers and scraps: some beside the sheet, some over its sides. */
function thingsAbout(corners: Quad, width: number, height: number, between: Between): Flat[] {
  const size = Math.min(width, height);
  return Array.from({ length: 9 }, (_, i) => {
    const k = Math.floor(between(0, 4));
    const t = between(0.15, 0.85);
    const a = corners[k];
    const b = corners[(k + 1) % 4];
    const overSide = i < 3;
    const angle = between(0, Math.PI);
    return {
      centre: overSide
        ? { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
        : { x: between(0, width), y: between(0, height) },
      cos: Math.cos(angle),
      sin: Math.sin(angle),
      halfWidth: size * between(0.02, overSide ? 0.07 : 0.12),
      halfHeight: size * between(0.005, 0.04),
      light: between(0.02, 0.8),
    };
  });
}

function coverOf({ centre, cos, sin, halfWidth, halfHeight }: Flat, x: number, y: number): number {
  const dx = x - centre.x;
  const dy = y - centre.y;
  const off = Math.max(Math.abs(cos * dx + sin * dy) - halfWidth, Math.abs(cos * dy - sin * dx) - halfHeight);
  return off > 0.5 ? 0 : off < -0.5 ? 1 : 0.5 - off;
}

/** The shadow of an arm or a window bar: a band with a softer or harder rim. */
function shadowOver(width: number, height: number, between: Between): (x: number, y: number) => number {
  const angle = between(0, Math.PI);
  const nx = Math.cos(angle);
  const ny = Math.sin(angle);
  const middle = nx * between(0.2, 0.8) * width + ny * between(0.2, 0.8) * height;
  const half = between(0.06, 0.25) * width;
  const soft = between(0.002, 0.08) * width;
  const depth = between(0.2, 0.55);
  return (x, y) => {
    const off = Math.abs(nx * x + ny * y - middle) - half;
    return 1 - depth / (1 + Math.exp(off / (soft / 4)));
  };
}

/** Without a share of each side. */
export function croppedBy({ width, height, data }: Picture, share: number): Picture {
  const [left, top] = [Math.round(share * width), Math.round(share * height)];
  const [w, h] = [width - 2 * left, height - 2 * top];
  const cropped = new Uint8ClampedArray(4 * w * h);
  for (let y = 0; y < h; y++) {
    const from = 4 * ((y + top) * width + left);
    cropped.set(data.subarray(from, from + 4 * w), 4 * y * w);
  }
  return { width: w, height: h, channels: 4, data: cropped };
}
