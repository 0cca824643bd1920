import type { Lab } from '../../colour/index.js';
import { deltaE2000 } from '../../colour/index.js';
import type { Plane } from '../../raster/index.js';
import type { LabPlanes, WorkingRaster } from '../reading/index.js';
import type { Shapes, Tones } from '../values/index.js';
import { solveJunctions } from './junctions.js';
import { inLinearLight, locateArc, type Ground, type LocatedArc } from './locate.js';
import { outside, planarMap, type Arc, type PlanarMap } from './planar-map.js';

/** The boundaries of the shapes, placed to a fraction of a pixel. */
export type Boundaries = {
  map: PlanarMap;
  arcs: LocatedArc[];
  /** ΔE2000 across arcs that are seen by their colour rather than their lightness, by index of the arc. */
  colours: Map<number, number>;
};

/** Arcs located between two reports of progress. */
const arcsPerReport = 200;

/**
 * The contour of things was found where lightness and colour together are steepest: a look moves it by no more than this,
 * or it goes astray to a step beside it wherever it fades, mm (best on rendered scenes).
 */
const maxContourShiftMm = 0.3;

/**
 * Things are told apart by colour where light and shade blur their lightness: colour places their contour where it
 * differs by this share of what lightness does, and by at least so much (a\*b\* against L\*; best on rendered scenes).
 */
const placedByColour = 0.4;
const minColour = 3;

/** A contour is seen by its colour rather than its lightness when it differs by this many times as much, and so much. */
const seenByColourFrom = 1.5;
const minColourAlone = 6;

/**
 * Places every boundary; yields the share done now and then.
 *
 * @param tones what the shapes were found on, for soft edges
 * @param lab colour on the same pixels, for boundaries that lightness does not show
 */
export function* placeBoundaries(
  shapes: Shapes,
  raster: WorkingRaster,
  tones: Pick<Tones, 'luminance' | 'step'>,
  lab: LabPlanes,
): Generator<number, Boundaries, undefined> {
  const { regions } = shapes;
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
    const [one, other] = [shapes.colours[arc.left], shapes.colours[arc.right]];
    const inLight = { ground: light, expected: Math.abs(one.lightness - other.lightness) };
    const apart = Math.hypot(one.a - other.a, one.b - other.b);
    const things = regions.thing[arc.left] !== regions.thing[arc.right];
    const maxShiftMm = things ? maxContourShiftMm : undefined;
    if (!things || apart < minColour || apart < placedByColour * inLight.expected) {
      arcs.push(locateArc(arc, inLight, regions, raster.pxPerMm, { maxShiftMm }));
      continue;
    }
    const inColour = { ground: colourGround(lab, tones.step, one, other), expected: apart };
    const seenByColour = apart >= minColourAlone && apart > seenByColourFrom * inLight.expected;
    if (seenByColour) colours.set(index, deltaE2000(one, other));
    const judged = seenByColour ? undefined : inLight;
    arcs.push(locateArc(arc, inColour, regions, raster.pxPerMm, { judged, maxShiftMm }));
  }
  const { width, height } = raster.luminance;
  solveJunctions(map, arcs, { width, height, step: regions.step });
  return { map, arcs, colours };
}

/** Two colours of one lightness meet where the one of a\* and b\* that differs more is half-way. */
function colourGround(lab: LabPlanes, step: number, one: Lab, other: Lab): Ground {
  const along = (axis: 'a' | 'b') => Math.abs(one[axis] - other[axis]);
  const tones = { plane: lab[along('a') >= along('b') ? 'a' : 'b'], pitchPx: step };
  return { tones, softTones: tones, stepBetween: (from, to) => from - to };
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
