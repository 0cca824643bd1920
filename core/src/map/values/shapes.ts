import { deltaE2000, lightnessPlane, type Lab } from '../../colour/index.js';
import { averaged, type Plane } from '../../raster/index.js';
import { colourSteepness, type ColourPlanes, shapeStep, type WorkingRaster } from '../reading/index.js';
import { evened } from './light.js';
import { mergeRegions, type Join } from './merge.js';
import { quiet } from './quiet.js';
import { findRegions, type Regions } from './regions.js';
import type { MapSettings } from '../settings.js';
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
  colour: ColourPlanes | null;
  /** Pixels of the working raster to one of these each way. */
  step: number;
  pxPerMm: number;
};

/** The picture on the raster the shapes are found on, as it is and quieted. */
export type Quieted = { luminance: Plane; plane: Plane; step: number };

/** Quiets the picture on the raster the shapes are found on. */
export function quietedTones(raster: WorkingRaster, settings: MapSettings): Quieted {
  const step = shapeStep(settings.quietMm, raster.pxPerMm);
  const luminance = averaged(raster.luminance, step);
  const lightness = { ...luminance, data: lightnessPlane(luminance.data) };
  return {
    luminance,
    plane: quiet(lightness, (settings.quietMm * raster.pxPerMm) / step, settings.quietStrength),
    step,
  };
}

/**
 * Evens out the light and tells flats from slopes.
 *
 * @param colour a\* and b\* on the working raster, when shapes may be divided by colour
 */
export function judgeTones(
  { luminance, plane, step }: Quieted,
  colour: ColourPlanes | null,
  workingPxPerMm: number,
  { lightFall, local }: Pick<MapSettings, 'lightFall' | 'local'>,
): Tones {
  const pxPerMm = workingPxPerMm / step;
  const judged = evened(plane, pxPerMm, lightFall, local);
  const small = colour && { a: averaged(colour.a, step), b: averaged(colour.b, step) };
  const slopes = findSlopes(plane, pxPerMm, small && colourSteepness(small));
  return {
    luminance,
    quieted: plane,
    judged,
    slopes,
    histogram: flatHistogram(judged, slopes),
    colour: small,
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
};

/** Finds the values and the shapes that can be drawn. */
export function findShapes(tones: Tones, settings: MapSettings): Shapes {
  const { pxPerMm } = tones;
  const limits = limitsBetween(tones.histogram, settings);
  const smallest = {
    areaPx: settings.minShapeMm2 * pxPerMm * pxPerMm,
    accentShare: settings.accentShare,
    widthPx: settings.leastWidthMm * pxPerMm,
    colourSplit: settings.colourSplit,
  };
  const found = findRegions(tones.judged, tones.slopes, limits, tones.step);
  const { regions, joins } = mergeRegions(found, tones.judged, tones.colour, smallest, limits.length + 1);
  return { regions, joins, limits, ...means(regions, tones, limits.length + 1) };
}

/** What a pixel on a slope counts in a mean beside one on a flat. */
const slopeShare = 1e-4;

function means({ level, label, count }: Regions, { quieted, colour, slopes }: Tones, levels: number) {
  const sums = {
    area: new Float64Array(count),
    l: new Float64Array(count),
    a: new Float64Array(count),
    b: new Float64Array(count),
  };
  const { onSlope } = slopes;
  const add = (into: Float64Array, { data }: Plane) => {
    // The slope to the next shape is no tone of its own; a shape that is all slope still has a mean.
    for (let i = 0; i < label.length; i++) into[label[i]] += (onSlope[i] === 1 ? slopeShare : 1) * data[i];
  };
  for (let i = 0; i < label.length; i++) sums.area[label[i]] += onSlope[i] === 1 ? slopeShare : 1;
  add(sums.l, quieted);
  if (colour) {
    add(sums.a, colour.a);
    add(sums.b, colour.b);
  }
  const area = new Float64Array(levels);
  const lightness = new Float64Array(levels);
  const colours: Lab[] = [];
  for (let region = 0; region < count; region++) {
    area[level[region]] += sums.area[region];
    lightness[level[region]] += sums.l[region];
    colours.push({
      lightness: sums.l[region] / sums.area[region],
      a: sums.a[region] / sums.area[region],
      b: sums.b[region] / sums.area[region],
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
