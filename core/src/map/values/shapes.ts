import { deltaE2000, type Lab } from '../../colour/index.js';
import { averaged, type Plane } from '../../raster/index.js';
import { shapeStep, type LabPlanes, type WorkingRaster } from '../reading/index.js';
import type { Contours } from '../regions/index.js';
import { evened } from './light.js';
import { mergeRegions } from './merge.js';
import type { Join } from './merging.js';
import { quiet } from './quiet.js';
import { findRegions, type Regions } from './regions.js';
import type { SettingsOf } from '../stage-settings.js';
import { findSlopes, type Slopes } from './slopes.js';
import { lightnessHistogram, limitsBetween } from './values.js';

/** The picture's tones, quieted, on the raster the shapes are found on. */
export type Tones = {
  /** As the picture has them: relative luminance. */
  luminance: Plane;
  /** Quieted L\*. */
  quieted: Plane;
  /** The same with what is only light falling off taken out; the values are judged on it. */
  judged: Plane;
  slopes: Slopes;
  /** Counts of the flats over L\* 0–100. */
  histogram: Float64Array;
  /** Pixels of the working raster to one of these each way. */
  step: number;
  pxPerMm: number;
};

/** The picture on the raster the shapes are found on, as it is and quieted. */
export type Quieted = { luminance: Plane; plane: Plane; step: number };

/**
 * Quiets the picture on the raster the shapes are found on.
 *
 * @param lightness L\* of the picture on that raster
 */
export function quietedTones(
  raster: WorkingRaster,
  lightness: Plane,
  settings: SettingsOf<'quieted'>,
): Quieted {
  const step = shapeStep(raster.pxPerMm);
  return {
    luminance: averaged(raster.luminance, step),
    plane: quiet(lightness, (settings.quietMm * raster.pxPerMm) / step, settings.quietStrength),
    step,
  };
}

/** Evens out the light and tells flats from slopes. */
export function judgeTones(
  { luminance, plane, step }: Quieted,
  workingPxPerMm: number,
  { lightFall, local }: SettingsOf<'tones'>,
): Tones {
  const pxPerMm = workingPxPerMm / step;
  const judged = evened(plane, pxPerMm, lightFall, local);
  const slopes = findSlopes(plane, pxPerMm);
  return {
    luminance,
    quieted: plane,
    judged,
    slopes,
    histogram: flatHistogram(judged, slopes),
    step,
    pxPerMm,
  };
}

/** Fewer even pixels than this share of the picture cannot speak for it. */
const fewestEven = 0.1;

/**
 * Tones of what is even. The foot of a soft edge is flat enough to be part of a shape, yet its tone is
 * neither side's; only the evenest quarter of the flats says which values there are, if there is enough of it.
 */
function flatHistogram({ data }: Plane, { steepness, onSlope }: Slopes): Float64Array {
  const evenest = lightnessHistogram(data, steepness, 1);
  const even = evenest.reduce((sum, count) => sum + count, 0);
  if (even >= fewestEven * data.length) return evenest;
  // A picture that is all slope is taken whole.
  return onSlope.includes(0) ? lightnessHistogram(data, onSlope) : lightnessHistogram(data);
}

/** The value shapes of a picture. */
export type Shapes = {
  regions: Regions;
  joins: Join[];
  limits: number[];
  /** Mean L\* of each value. */
  levelLightness: number[];
  /** Mean colour of each region. */
  colours: Lab[];
  /** The detail from which on the contour between two things is drawn. */
  fromDetail: Contours['fromDetail'];
};

/**
 * Finds the values and the shapes that can be drawn: things, by their contours, each parted further only where the
 * light on it really turns.
 */
export function findShapes(
  tones: Tones,
  contours: Contours,
  lab: LabPlanes,
  settings: SettingsOf<'shapes'>,
): Shapes {
  const { pxPerMm } = tones;
  const { fromDetail } = contours;
  const limits = settings.mode === 'lines' ? [] : limitsBetween(tones.histogram, settings);
  const step = stepBetween(tones.histogram, limits);
  const asSeen = settings.mode === 'values';
  const share = asSeen ? calmShare.asSeen : calmShare.withinThings;
  const found = findRegions(tones.judged, tones.slopes, limits, tones.step, contours.label);
  const { regions, joins } = mergeRegions(
    found,
    { lightness: tones.judged, steepness: tones.slopes.steepness, colour: lab },
    {
      areaPx: settings.minShapeMm2 * pxPerMm * pxPerMm,
      accentShare: settings.accentShare,
      widthPx: settings.minWidthMm * pxPerMm,
      colourSplit: settings.colourSplit,
      asSeen,
      calm: share * calmOf(step, settings.minShapeMm2) * pxPerMm,
      strength: (one, other) => 1 - fromDetail(one, other),
    },
    limits.length + 1,
  );
  return { regions, joins, limits, fromDetail, ...means(regions, tones, lab, limits.length + 1) };
}

/**
 * What a millimetre of boundary must earn (L\*² mm): as much as a disc of the smallest shape, a whole step between
 * two values off, earns with its rim: step² π r² / 2π r.
 */
function calmOf(step: number, minShapeMm2: number): number {
  return step * step * 0.5 * Math.sqrt(minShapeMm2 / Math.PI);
}

/** A step between two values earns this share of a disc's rim: within things, and where shapes go over contours. */
const calmShare = { withinThings: 2, asSeen: 1.5 };

/** The mean step from one value to the next, L\*. */
function stepBetween(histogram: Float64Array, limits: readonly number[]): number {
  if (limits.length === 0) return 0;
  const perBin = 100 / histogram.length;
  const sums = new Float64Array(limits.length + 1);
  const counts = new Float64Array(limits.length + 1);
  histogram.forEach((count, bin) => {
    const tone = (bin + 0.5) * perBin;
    let level = 0;
    while (level < limits.length && tone >= limits[level]) level++;
    sums[level] += count * tone;
    counts[level] += count;
  });
  const means = [...sums].flatMap((sum, level) => (counts[level] > 0 ? [sum / counts[level]] : []));
  return means.length < 2 ? 0 : (means[means.length - 1] - means[0]) / (means.length - 1);
}

/** What a pixel on a slope counts in a mean beside one on a flat. */
const slopeShare = 1e-4;

/** Sums over a region that lie side by side: what its pixels count, L\*, a\* and b\*. */
const perRegion = 4;

function means({ level, label, count }: Regions, { quieted, slopes }: Tones, lab: LabPlanes, levels: number) {
  const sums = new Float64Array(perRegion * count);
  const { onSlope } = slopes;
  const [l, a, b] = [quieted.data, lab.a.data, lab.b.data];
  for (let i = 0; i < label.length; i++) {
    // The slope to the next shape is no tone of its own; a shape that is all slope still has a mean.
    const share = onSlope[i] === 1 ? slopeShare : 1;
    const at = perRegion * label[i];
    sums[at] += share;
    sums[at + 1] += share * l[i];
    sums[at + 2] += share * a[i];
    sums[at + 3] += share * b[i];
  }
  const area = new Float64Array(levels);
  const lightness = new Float64Array(levels);
  const colours: Lab[] = [];
  for (let region = 0; region < count; region++) {
    const at = perRegion * region;
    area[level[region]] += sums[at];
    lightness[level[region]] += sums[at + 1];
    colours.push({
      lightness: sums[at + 1] / sums[at],
      a: sums[at + 2] / sums[at],
      b: sums[at + 3] / sums[at],
    });
  }
  // A value whose every shape was merged away keeps a place between its neighbours.
  const levelLightness = Array.from(lightness, (sum, k) =>
    area[k] > 0 ? sum / area[k] : (100 * (k + 0.5)) / levels,
  );
  return { levelLightness, colours };
}

/** ΔE2000 between two regions. */
export function colourBetween(shapes: Shapes, one: number, other: number): number {
  return deltaE2000(shapes.colours[one], shapes.colours[other]);
}
