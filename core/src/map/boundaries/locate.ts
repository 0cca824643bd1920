import { normalsOf, smoothedRun } from '../../geometry/index.js';
import { lightnessOfLuminance } from '../../colour/index.js';
import { median, type Plane } from '../../raster/index.js';
import type { Arc } from './planar-map.js';
import type { LabelledRaster } from '../values/index.js';
import { findOffsets } from './offsets.js';
import { measureSteps, spreadOver, type Steps } from './step.js';
import { readStrip, type Strip, type Tones } from './strip.js';

/** A boundary found to a fraction of a pixel, with what was measured across it. */
export type LocatedArc = {
  /** x0, y0, x1, y1 … in pixels of the working raster; a closed arc does not repeat its first point. */
  points: Float64Array;
  /** |ΔL\*| across it at each point. */
  contrast: Float32Array;
  /** 10–90 % width of the tonal step at each point, pixels. */
  softnessPx: Float32Array;
};

/** An arc as it was placed, before it is led into its junctions. */
export type PlacedArc = LocatedArc & {
  /** How far from the cracks between its regions they were looked at, pixels of the working raster. */
  seenPx: number;
};

/** What a boundary is placed on. */
export type Ground = {
  /** Tones that are half-way where the edge lies: linear light, or a plane of colour. */
  tones: Tones;
  /** The same, coarser if they can be, for edges so soft that nothing is lost. */
  softTones: Tones;
  /** The step in L\* (or ΔE) from one side's tone to the other's. */
  stepBetween: (one: number, other: number) => number;
};

/**
 * How a boundary is placed in linear light, where a lens spreads a hard edge evenly.
 *
 * @param soft the same averaged over some pixels each way
 */
export function inLinearLight(luminance: Plane, soft: Tones = { plane: luminance, pitchPx: 1 }): Ground {
  return {
    tones: { plane: luminance, pitchPx: 1 },
    softTones: soft,
    stepBetween: (one, other) => lightnessOfLuminance(one) - lightnessOfLuminance(other),
  };
}

/** The widest soft edge looked for reaches this far to each side, mm. */
const reachMm = 6;

/** The first look goes this far to each side, pixels. */
const nearReachPx = 9;

/** A boundary that shows less than this share of the step between its two values lies in a gradation. */
const partialStep = 0.5;

/** A step wider than this is looked at from further off, pixels. */
const wideStepPx = 4.5;

/** What a boundary is judged on, and the step expected there between the two sides, L\* or a\*b\*. */
export type Judged = { ground: Ground; expected: number };

/** What is known of a boundary before it is placed. */
export type Known = {
  /** What its contrast and softness are measured on, if that is something else than what places it. */
  judged?: Judged | undefined;
  /** How far a look may move it, mm; as far as its softness allows when not given. */
  maxShiftMm?: number | undefined;
};

/**
 * Puts a boundary where the unquieted picture has it. In linear light a lens spreads a hard edge evenly, so that the
 * edge lies where the tone is half-way between its two sides.
 *
 * The picture is straightened along the boundary, averaged along it (which costs no sharpness across it),
 * and the half-way tone found on every row.
 *
 * @param placed what it is placed on
 * @param regions the regions it parts, on whole pixels of the working raster
 * @param pxPerMm of the working raster
 * @returns its points in pixels of the working raster, with contrast and softness at each
 */
export function locateArc(
  arc: Arc,
  placed: Judged,
  regions: LabelledRaster,
  pxPerMm: number,
  { judged, maxShiftMm = Infinity }: Known = {},
): PlacedArc {
  const { tones, softTones } = placed.ground;
  const rowPx = regions.step;
  const maxShift = maxShiftMm * pxPerMm;
  let points = smoothCracks(
    arc,
    rowPx,
    tones.plane.width * tones.pitchPx,
    tones.plane.height * tones.pitchPx,
  );
  const begun = points.slice();
  let seenPx = 0;
  const note = ({ reach, tones: on }: Look) => {
    seenPx = Math.max(seenPx, furthestApart(points, begun) + reach * on.pitchPx);
  };
  const farPx = Math.max(4, Math.min(40, Math.ceil(reachMm * pxPerMm)));
  const nearBy = (on: Tones): Look => ({
    tones: on,
    reach: Math.ceil(Math.min(nearReachPx, farPx) / on.pitchPx),
  });
  let look = nearBy(tones);
  let across: Across;
  // Most edges are hard and need only a near look, twice; a soft one is then looked at from further off.
  for (let pass = 0, passes = 2; ; pass++) {
    const normals = normalsOf(points, arc.closed);
    note(look);
    across = measureAcross(arc, points, normals, look, placed, regions, farPx);
    const offsets = findOffsets(across.strip, across.steps, arc.closed, rowPx);
    shift(
      points,
      normals,
      offsets.map((offset) => Math.min(maxShift, Math.max(-maxShift, offset))),
    );
    points = smoothedRun(points, arc.closed, easingPx(median(across.softness)) / rowPx);
    const width = median(across.steps.found.map((step) => step.width));
    if (width > wideStepPx) {
      // Both plateaus of a step lie well within three times its width; a wider one is found in the next pass.
      const reachPx = Math.min(farPx, Math.max(look.reach * look.tones.pitchPx, 3 * width + nearReachPx));
      look = { tones: softTones, reach: Math.ceil(reachPx / softTones.pitchPx) };
      passes = softPasses;
    }
    if (pass + 1 >= passes) break;
  }
  if (judged) {
    const normals = normalsOf(points, arc.closed);
    const near = nearBy(judged.ground.tones);
    note(near);
    across = measureAcross(arc, points, normals, near, judged, regions, farPx);
  }
  const { steps, contrast, softness } = across;
  const rows = points.length / 2;
  return {
    points,
    contrast: Float32Array.from(spreadOver(contrast, steps, rows)),
    softnessPx: Float32Array.from(spreadOver(softness, steps, rows)),
    seenPx: seenPx + staircasePx * rowPx,
  };
}

/** Smoothing leaves a run of cracks no further from them than this, pixels of the regions. */
const staircasePx = 3;

/** How far the points of a run lie from where they lay, at most. */
function furthestApart(points: Float64Array, before: Float64Array): number {
  let furthest = 0;
  for (let i = 0; i < points.length; i += 2)
    furthest = Math.max(furthest, Math.hypot(points[i] - before[i], points[i + 1] - before[i + 1]));
  return furthest;
}

/** Tones and how many of their pixels to look to each side. */
type Look = { tones: Tones; reach: number };

/** What is measured across a boundary, window by window. */
type Across = { strip: Strip; steps: Steps; contrast: Float64Array; softness: Float64Array };

function measureAcross(
  arc: Arc,
  points: Float64Array,
  normals: Float64Array,
  look: Look,
  { ground, expected }: Judged,
  regions: LabelledRaster,
  farPx: number,
): Across {
  const strip = readStrip(look.tones, regions, points, normals, arc, look.reach);
  const steps = measureSteps(strip, arc.closed, regions.step);
  const contrast = Float64Array.from(steps.found, ({ light, dark }) =>
    Math.abs(ground.stepBetween(light, dark)),
  );
  const softness = contrast.map((own, i) => {
    const { width } = steps.found[i];
    // Where less than the step between the two values happens here, the rest is a gradation around it:
    // at the slope measured the whole step would take this much longer.
    const share = own / Math.max(expected, 1e-6);
    return share < partialStep ? Math.min(farPx, width / Math.max(share, 0.05)) : width;
  });
  return { strip, steps, contrast, softness };
}

/** Looks at a soft edge: one near by, the rest from further off. */
const softPasses = 3;

/** Midpoints of the cracks, smoothed just enough to lose the staircase; the ends of an open arc stay. */
function smoothCracks(arc: Arc, step: number, width: number, height: number): Float64Array {
  const p = arc.points;
  const n = p.length / 2;
  const cracks = arc.closed ? n : n - 1;
  const rim = arc.closed ? 0 : 1;
  const out = new Float64Array(2 * (cracks + 2 * rim));
  // The last pixel of a raster of steps may reach over the picture's edge.
  const x = (i: number) => Math.min(width, p[2 * i] * step);
  const y = (i: number) => Math.min(height, p[2 * i + 1] * step);
  for (let i = 0; i < cracks; i++) {
    const j = i + 1 === n ? 0 : i + 1;
    out[2 * (i + rim)] = (x(i) + x(j)) / 2;
    out[2 * (i + rim) + 1] = (y(i) + y(j)) / 2;
  }
  if (!arc.closed) {
    out[0] = x(0);
    out[1] = y(0);
    out[out.length - 2] = x(n - 1);
    out[out.length - 1] = y(n - 1);
  }
  return smoothedRun(out, arc.closed, staircaseRows);
}

/** Standard deviation, in steps, of the smoothing that takes the staircase out of a run of cracks. */
const staircaseRows = 1.22;

/**
 * How far to smooth along a boundary of a given softness (standard deviation, pixels): a blend has no place
 * finer than a part of its own width, so its wobble within that is noise.
 */
function easingPx(softnessPx: number): number {
  return softnessPx < 3 ? 0 : Math.min(11, 0.7 * (softnessPx - 2));
}

function shift(points: Float64Array, normals: Float64Array, offsets: Float64Array): void {
  for (let i = 0; i < offsets.length; i++) {
    points[2 * i] += offsets[i] * normals[2 * i];
    points[2 * i + 1] += offsets[i] * normals[2 * i + 1];
  }
}
