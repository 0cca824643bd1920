import { deltaE2000 } from '../../colour/index.js';
import type { Plane } from '../../raster/index.js';
import type { LabPlanes, WorkingRaster } from '../reading/index.js';
import { keyOf } from '../stage.js';
import type { Regions, Shapes, Tones } from '../values/index.js';
import { solveJunctions } from './junctions.js';
import { KeptArcs, sameNumbers, type KeptArc } from './kept-arcs.js';
import { inLinearLight, locateArc, type Ground, type LocatedArc, type PlacedArc } from './locate.js';
import { isOnFrame, planarMap, type Arc, type PlanarMap } from './planar-map.js';

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
 * @param kept arcs of a map made before of the same picture; gets those of this one
 */
export function* placeBoundaries(
  shapes: Shapes,
  raster: WorkingRaster,
  tones: Pick<Tones, 'luminance' | 'step'>,
  lab: LabPlanes,
  kept = new KeptArcs(),
): Generator<number, Boundaries, undefined> {
  const { regions } = shapes;
  const map = planarMap(regions);
  const arcs: LocatedArc[] = [];
  const colours = new Map<number, number>();
  const light = inLinearLight(raster.luminance, { plane: tones.luminance, pitchPx: tones.step });
  const find = kept.finderIn(regions);
  const looked = new Map<number, Omit<KeptArc, 'solved'> & { before: KeptArc | null }>();
  for (const [index, arc] of map.arcs.entries()) {
    if (index % arcsPerReport === arcsPerReport - 1) yield index / map.arcs.length;
    if (isOnFrame(arc)) {
      arcs.push(alongFrame(arc, regions.step, raster.luminance));
      continue;
    }
    const way = wayToLook(shapes, arc);
    const name = keyOf(way);
    const before = find(arc, name);
    const placed = before?.placed ?? placeArc(arc, way, light, lab, { regions, raster, step: tones.step });
    looked.set(index, { arc, way: name, placed, before });
    arcs.push({ ...placed });
    if (way.colour?.alone)
      colours.set(index, deltaE2000(shapes.colours[arc.left], shapes.colours[arc.right]));
  }
  const { width, height } = raster.luminance;
  solveJunctions(map, arcs, { width, height, step: regions.step });
  const keeping = [...looked].map(([index, { before, ...own }]) => {
    // One that lies where it lay is the same arc, so that what was made of it need not be made again.
    if (before && sameNumbers(before.solved.points, arcs[index].points)) arcs[index] = before.solved;
    return { ...own, solved: arcs[index] };
  });
  kept.keep(regions, keeping);
  return { map, arcs, colours };
}

/** How a boundary is looked at. Steps are whole, so that a hair's change of a shape far away changes none of them. */
type Way = {
  /** It parts two things. */
  things: boolean;
  /** The step expected across it in lightness, L\*. */
  lightness: number;
  /** Where colour places it: the one of a\* and b\* that differs more, the step expected, and whether that alone shows it. */
  colour: { axis: 'a' | 'b'; step: number; alone: boolean } | null;
};

function wayToLook({ regions, colours }: Shapes, { left, right }: Arc): Way {
  const [one, other] = [colours[left], colours[right]];
  const [lightness, a, b] = [one.lightness - other.lightness, one.a - other.a, one.b - other.b].map(Math.abs);
  const colour = Math.hypot(a, b);
  const things = regions.thing[left] !== regions.thing[right];
  const byColour = things && colour >= minColour && colour >= placedByColour * lightness;
  const alone = colour >= minColourAlone && colour > seenByColourFrom * lightness;
  return {
    things,
    lightness: Math.round(lightness),
    colour: byColour ? { axis: a >= b ? 'a' : 'b', step: Math.round(colour), alone } : null,
  };
}

type On = { regions: Regions; raster: WorkingRaster; step: number };

function placeArc(
  arc: Arc,
  { things, lightness, colour }: Way,
  light: Ground,
  lab: LabPlanes,
  { regions, raster: { pxPerMm }, step }: On,
): PlacedArc {
  const maxShiftMm = things ? maxContourShiftMm : undefined;
  const inLight = { ground: light, expected: lightness };
  if (!colour) return locateArc(arc, inLight, regions, pxPerMm, { maxShiftMm });
  const inColour = { ground: colourGround(lab[colour.axis], step), expected: colour.step };
  const judged = colour.alone ? undefined : inLight;
  return locateArc(arc, inColour, regions, pxPerMm, { judged, maxShiftMm });
}

/** Two colours of one lightness meet where the one of a\* and b\* that differs more is half-way. */
function colourGround(plane: Plane, step: number): Ground {
  const tones = { plane, pitchPx: step };
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
