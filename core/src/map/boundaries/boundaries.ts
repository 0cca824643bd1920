import type { Plane } from '../../raster/index.js';
import type { ColourPlanes, WorkingRaster } from '../reading/index.js';
import { solveJunctions } from './junctions.js';
import { inLinearLight, locateArc, type Ground, type LocatedArc } from './locate.js';
import { outside, planarMap, type Arc, type PlanarMap } from './planar-map.js';
import { colourBetween, type Shapes, type Tones } from '../values/index.js';

/** The boundaries of the shapes, placed to a fraction of a pixel. */
export type Boundaries = {
  map: PlanarMap;
  arcs: LocatedArc[];
  /** ΔE2000 across arcs whose two sides differ clearly in colour, by index of the arc. */
  colours: Map<number, number>;
};

/** Arcs located between two reports of progress. */
const arcsPerReport = 200;

/**
 * Places every boundary; yields the share done now and then.
 *
 * @param tones what the shapes were found on, for soft edges
 * @param colour a\* and b\* on the working raster, when shapes may be divided by colour
 * @param colourSplit ΔE2000 from which two colours of one value are told apart, or null
 */
export function* placeBoundaries(
  shapes: Shapes,
  raster: WorkingRaster,
  tones: Pick<Tones, 'luminance' | 'colour' | 'step'>,
  colour: ColourPlanes | null,
  colourSplit: number | null,
): Generator<number, Boundaries, undefined> {
  const { regions, levelLightness } = shapes;
  const map = planarMap(regions);
  const arcs: LocatedArc[] = [];
  const colours = new Map<number, number>();
  const light = inLinearLight(raster.luminance, { plane: tones.luminance, pitchPx: tones.step });
  for (const [index, arc] of map.arcs.entries()) {
    if (index % arcsPerReport === arcsPerReport - 1) yield index / map.arcs.length;
    if (arc.left === outside || arc.right === outside) {
      arcs.push(alongFrame(arc, regions.step, raster.luminance));
      continue;
    }
    const [left, right] = [regions.level[arc.left], regions.level[arc.right]];
    const apart = colourSplit === null ? 0 : colourBetween(shapes, arc.left, arc.right);
    if (colourSplit !== null && apart > colourSplit) colours.set(index, apart);
    const ground = left === right && colour ? inColour(colour, tones, shapes, arc) : light;
    const expected = left === right ? apart : Math.abs(levelLightness[left] - levelLightness[right]);
    arcs.push(locateArc(arc, ground, regions, expected, raster.pxPerMm));
  }
  const { width, height } = raster.luminance;
  solveJunctions(map, arcs, { width, height, step: regions.step });
  return { map, arcs, colours };
}

/** Two colours of one value meet where the one of a\* and b\* that differs more is half-way. */
function inColour(
  colour: ColourPlanes,
  { colour: soft, step }: Pick<Tones, 'colour' | 'step'>,
  { colours }: Shapes,
  { left, right }: Arc,
): Ground {
  const along = (axis: 'a' | 'b') => Math.abs(colours[left][axis] - colours[right][axis]);
  const axis = along('a') >= along('b') ? 'a' : 'b';
  const tones = { plane: colour[axis], pitchPx: 1 };
  return {
    tones,
    softTones: soft ? { plane: soft[axis], pitchPx: step } : tones,
    stepBetween: (one, other) => one - other,
  };
}

/** The picture's own border: its ends are all there is to it. */
function alongFrame({ points }: Arc, step: number, { width, height }: Plane): LocatedArc {
  const n = points.length;
  const x = (i: number) => Math.min(width, points[i] * step);
  const y = (i: number) => Math.min(height, points[i] * step);
  return {
    points: Float64Array.of(x(0), y(1), x(n - 2), y(n - 1)),
    contrast: new Float32Array(2),
    softnessPx: new Float32Array(2),
  };
}
