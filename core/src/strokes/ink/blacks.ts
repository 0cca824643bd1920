import { smoothedRun } from '../../geometry/index.js';
import type { Plane } from '../../raster/index.js';
import type { Stroke } from '../stroke.js';
import { depthsOf, isCrest } from './ink-mask.js';
import { pixelsOf, type Mask } from './mask.js';

/** Ink no deeper than this is a stroke however short, mm. */
const shallowestMm = 1.5;

/** Ink this many times as deep as strokes are … */
const deepStrokes = 2.5;
/** … and no deeper than so many times, out of which so many strokes or more run, is where they meet. */
const deepMeeting = 3.3;
const minMeeting = 3;

/** … is a filled-in black when it is no longer than so many times its width; longer, it is a wide stroke. */
const maxLengths = 3;

/** The staircase of a rim is smoothed over so many of its steps. */
const rimSteps = 3;

/** Blacks apart from strokes: what is left of the mask, how deep it is, and their outlines. */
export type Blacks = { mask: Mask; depths: Float32Array; outlines: Stroke[] };

/**
 * Takes filled-in blacks out of a mask: ink much deeper than the strokes that is about as wide as it is long. Each is
 * given by its outline, which a hand draws before it fills it.
 *
 * @param ink how much darker than the paper, L\*
 */
export function takeBlacks(mask: Mask, ink: Plane, pxPerMm: number): Blacks {
  const { width, height } = mask;
  const drawn = pixelsOf(mask);
  const depths = depthsOf(mask, drawn);
  const { wide, deepest: most } = depthsAlong(depths, drawn, width);
  const deep = Math.max(shallowestMm * pxPerMm, deepStrokes * wide);
  if (most <= deep) return { mask, depths, outlines: [] };
  const core = new Uint8Array(depths.length);
  for (let i = 0; i < core.length; i++) if (depths[i] > deep) core[i] = 1;
  const left = { width, height, data: mask.data.slice() };
  const outlines: Stroke[] = [];
  const seen = new Uint8Array(depths.length);
  for (let start = 0; start < depths.length; start++) {
    if (!core[start] || seen[start]) continue;
    const patch = flood(core, width, start, seen);
    const region = grown(patch, depths, deep, width);
    const deepest = patch.reduce((most, i) => Math.max(most, depths[i]), 0);
    if (region.length > maxLengths * 4 * deepest * deepest) continue;
    if (deepest <= (deepMeeting / deepStrokes) * deep && armsOf(region, mask) >= minMeeting) continue;
    for (const i of region) left.data[i] = 0;
    const outline = outlineOf(region, width, ink);
    if (outline) outlines.push(outline);
  }
  return outlines.length === 0
    ? { mask, depths, outlines }
    : { mask: left, depths: depthsOf(left), outlines };
}

/** How deep wide strokes are in the middle, on the crests of the depths all but the deepest by length, and the deepest of all, pixels. */
function depthsAlong(
  depths: Float32Array,
  drawn: readonly number[],
  width: number,
): { wide: number; deepest: number } {
  const counts = new Float64Array(256);
  let total = 0;
  let deepest = 0;
  for (const i of drawn) {
    const depth = depths[i];
    if (depth <= 0 || !isCrest(depths, i, width)) continue;
    counts[Math.min(255, Math.round(4 * depth))]++;
    total++;
    if (depth > deepest) deepest = depth;
  }
  let below = 0;
  const wide = counts.findIndex((count) => (below += count) >= 0.85 * total);
  return { wide: wide / 4, deepest };
}

function flood(data: Uint8Array, width: number, start: number, seen: Uint8Array): number[] {
  const patch = [start];
  seen[start] = 1;
  for (let k = 0; k < patch.length; k++)
    for (const offset of [-1, 1, -width, width]) {
      const j = patch[k] + offset;
      if (j < 0 || j >= data.length || seen[j] || !data[j]) continue;
      seen[j] = 1;
      patch.push(j);
    }
  return patch;
}

/** The ink around a deep patch that belongs to it: as far out as the patch was taken in from the rim. */
function grown(patch: readonly number[], depths: Float32Array, deep: number, width: number): number[] {
  const region = new Set(patch);
  let rim = [...patch];
  // Steps to the side and to the corner in turn go about as far in all directions.
  for (let step = 0; step < Math.ceil(1.2 * deep); step++) {
    const offsets =
      step % 2 === 0
        ? [-1, 1, -width, width]
        : [-1, 1, -width, width, -width - 1, -width + 1, width - 1, width + 1];
    const next: number[] = [];
    for (const i of rim)
      for (const offset of offsets) {
        const j = i + offset;
        // The rim of the plane has no depth, so that no step goes over it.
        if (!(depths[j] > 0) || region.has(j) || depths[j] > depths[i] + 0.01) continue;
        region.add(j);
        next.push(j);
      }
    rim = next;
  }
  return [...region];
}

/** How many strokes run out of a region: patches of ink along its rim that hang together. */
function armsOf(region: readonly number[], { width, data }: Mask): number {
  const inside = new Set(region);
  const around = [-1, 1, -width, width, -width - 1, -width + 1, width - 1, width + 1];
  const rim = new Set(
    region.flatMap((i) => around.map((offset) => i + offset)).filter((j) => data[j] && !inside.has(j)),
  );
  let arms = 0;
  for (const start of rim) {
    arms++;
    const patch = [start];
    rim.delete(start);
    for (const i of patch) for (const offset of around) if (rim.delete(i + offset)) patch.push(i + offset);
  }
  return arms;
}

/** The outer rim of a region as a closed stroke. */
function outlineOf(region: readonly number[], width: number, ink: Plane): Stroke | null {
  const inside = new Set(region);
  let start = region[0];
  for (const i of region) if (i < start) start = i;
  // Along the cracks between pixels, the region on the right: from the top-left corner of its first pixel.
  let [x, y] = [start % width, Math.floor(start / width)];
  let heading = 0;
  const [firstX, firstY] = [x, y];
  const run: number[] = [];
  const at = (px: number, py: number) => px >= 0 && px < width && inside.has(py * width + px);
  const moves = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ] as const;
  /** The pixels ahead, to the left and to the right, of a corner and a heading. */
  const ahead = [
    [
      [0, -1],
      [0, 0],
    ],
    [
      [0, 0],
      [-1, 0],
    ],
    [
      [-1, 0],
      [-1, -1],
    ],
    [
      [-1, -1],
      [0, -1],
    ],
  ] as const;
  do {
    run.push(x, y);
    x += moves[heading][0];
    y += moves[heading][1];
    const [[lx, ly], [rx, ry]] = ahead[heading];
    if (at(x + lx, y + ly)) heading = (heading + 3) % 4;
    else if (!at(x + rx, y + ry)) heading = (heading + 1) % 4;
  } while ((x !== firstX || y !== firstY || heading !== 0) && run.length < 8 * region.length + 16);
  if (run.length < 16) return null;
  const points = smoothedRun(Float64Array.from(run), true, rimSteps);
  const dark = region.reduce((sum, i) => sum + ink.data[i], 0) / region.length;
  const n = points.length / 2;
  return {
    points,
    widths: new Float64Array(n).fill(1),
    darkness: new Float64Array(n).fill(dark),
    closed: true,
    free: [false, false],
    black: true,
  };
}
