import { lightnessPlane } from '../../colour/index.js';
import { normalsOf, type Rect } from '../../geometry/index.js';
import { boxMean, sampleAt, type Plane } from '../../raster/index.js';
import type { DrawnDetail } from '../document/index.js';
import type { ColourPlanes, WorkingRaster } from '../reading/index.js';
import { steepnessOf } from '../evidence/index.js';
import { findFlow, strokesAlong, type Stroke } from './direction.js';
import { findCrests, type Crest, type Taken } from './crests.js';
import { follow, onSurface } from '../lines/index.js';
import { distanceFromBoundaries, type DistanceFromBoundary } from './distance-from-boundaries.js';
import type { Regions } from '../values/index.js';
import type { MapSettings } from '../settings.js';
import type { SettingsOf } from '../stage-settings.js';
import type { ThinLine } from './thin-line.js';
import { findThinLines, linesOnCrests } from './thin-lines.js';

/** A thin line or colour edge nearer than this to a boundary is that boundary's own, mm. */
const besideMm = 1;

/** Texture nearer than this to a boundary is the boundary, mm. */
const besideStrokeMm = 2;

/** A colour edge begins where the colour changes this fast (a\*b\* units per mm) … */
const colourStepPerMm = 6;

/** … and is one of colour alone while the lightness across it changes by less than this (L\*). */
const sameValue = 7;

/** Colour is compared this far to each side of its edge, mm. */
const colourSideMm = 1.2;

/** Lines beside the value boundaries, in pixels of the working raster. */
export type ColourEdge = ThinLine & { colour: number };
export type Details = { thin: ThinLine[]; colourEdges: ColourEdge[]; strokes: Stroke[] };

/** What lines beside values are looked for in; the same however the picture is parted. */
export type DetailGround = {
  /** Lightness of the unquieted picture. */
  lightness: Plane;
  /** How restless it is around each place, on pixels of `pitchPx` of the lightness's each way, L\*. */
  texture: Plane;
  pitchPx: number;
};

/**
 * Reads the ground for lines beside values.
 *
 * @param small the same lightness on pixels of `pitchPx` of the raster's each way
 */
export function detailGround(
  { luminance, pxPerMm }: WorkingRaster,
  small: Plane,
  pitchPx: number,
): DetailGround {
  const mean = boxMean(small, Math.max(1, Math.round((textureMm * pxPerMm) / pitchPx)));
  const rest = { ...small, data: small.data.map((tone, i) => Math.abs(tone - mean.data[i])) };
  return {
    lightness: pitchPx === 1 ? small : { ...luminance, data: lightnessPlane(luminance.data) },
    texture: boxMean(rest, Math.max(1, Math.round((aroundMm * pxPerMm) / pitchPx))),
    pitchPx,
  };
}

/** The crests that thin lines run along. */
export function thinCrests(
  { lightness }: DetailGround,
  pxPerMm: number,
  settings: SettingsOf<'crests'>,
): Crest {
  return findCrests(lightness, {
    halfWidthPx: Math.max(1, settings.pencilMm * pxPerMm * 0.75),
    standsOut: settings.detailStandsOut,
  });
}

/**
 * Thin things down their middle, edges of colour alone, and strokes along the texture.
 *
 * @param found what was found of the picture before; crests of thin lines and colour are null when none are wanted
 */
export function findDetails(
  ground: DetailGround,
  found: { crests: Crest | null; colour: ColourPlanes | null; regions: Regions; pxPerMm: number },
  settings: SettingsOf<'details'>,
): Details {
  const { crests, colour, regions, pxPerMm } = found;
  const { lightness } = ground;
  const distance = distanceFromBoundaries(regions);
  const taken = besideBoundaries(distance, pxPerMm);
  const shortestPx = settings.detailShortestMm * pxPerMm;
  const thin = crests
    ? linesOnCrests(crests, {
        shortestPx,
        standsOut: settings.detailStandsOut,
        beginsFrom: (x, y) => overTexture * textureAt(ground, x, y),
        taken,
      }).filter(standsOutOf(ground))
    : [];
  const colourEdges =
    settings.colourEdges && colour ? edgesOfColour(lightness, colour, pxPerMm, shortestPx, taken) : [];
  const strokes = settings.strokes ? strokesIn(lightness, regions, distance, pxPerMm, settings) : [];
  return { thin, colourEdges, strokes };
}

/** A thin line among others like it is texture: it must stand out this many times as much as its surroundings do. */
const overTexture = 2.4;

/** What is finer than this is texture, and it is looked for this far around, mm. */
const textureMm = 1.5;
const aroundMm = 4;

const textureAt = ({ texture, pitchPx }: DetailGround, x: number, y: number) =>
  sampleAt(texture, x / pitchPx, y / pitchPx);

/** Whether a thin line stands out of the texture around it. */
function standsOutOf(ground: DetailGround): (line: ThinLine) => boolean {
  return ({ points, contrast }) => {
    let sum = 0;
    for (let i = 0; i < points.length; i += 2) sum += textureAt(ground, points[i], points[i + 1]);
    return contrast > (overTexture * sum * 2) / points.length;
  };
}

/** Blurred widely, an edge answers like a line on either side of it, out to this many standard deviations. */
const lobeSigmas = 2.2;

/** What lies so near a boundary that a crest of its scale is the boundary's own. */
function besideBoundaries(distance: DistanceFromBoundary, pxPerMm: number): Taken {
  return (x, y, sigmaPx) => distance(x, y) <= Math.max(besideMm * pxPerMm, lobeSigmas * sigmaPx);
}

/** Strokes along the texture of the shapes, away from their boundaries. */
function strokesIn(
  lightness: Plane,
  regions: Regions,
  distance: DistanceFromBoundary,
  pxPerMm: number,
  { strokeSpacingMm, strokeLengthMm }: SettingsOf<'details'>,
): Stroke[] {
  const near = (x: number, y: number) => distance(x, y) <= besideStrokeMm * pxPerMm;
  return strokesAlong(findFlow(lightness, pxPerMm, near), {
    spacingPx: strokeSpacingMm * pxPerMm,
    lengthPx: strokeLengthMm * pxPerMm,
    regions,
    nearEdge: near,
  });
}

/** Ridges of the colour's steepness, kept where the lightness on both sides is the same. */
function edgesOfColour(
  lightness: Plane,
  colour: ColourPlanes,
  pxPerMm: number,
  shortestPx: number,
  taken: Taken,
): ColourEdge[] {
  const steep = steepnessOf({ lightness, ...colour }, 0, 1);
  const perMm = { ...steep, data: steep.data.map((value) => value * pxPerMm) };
  const ridges = findThinLines(perMm, {
    halfWidthPx: Math.max(1, 0.6 * pxPerMm),
    shortestPx,
    standsOut: colourStepPerMm,
    taken,
  });
  return ridges.flatMap((ridge): ColourEdge[] => {
    const normals = normalsOf(ridge.points, false);
    const reach = colourSideMm * pxPerMm;
    const across = (plane: Plane): number => {
      let sum = 0;
      for (let i = 0; i < normals.length; i += 2) {
        const [x, y, nx, ny] = [
          ridge.points[i],
          ridge.points[i + 1],
          normals[i] * reach,
          normals[i + 1] * reach,
        ];
        sum += sampleAt(plane, x + nx, y + ny) - sampleAt(plane, x - nx, y - ny);
      }
      return (2 * sum) / normals.length;
    };
    const tone = Math.abs(across(lightness));
    if (tone > sameValue) return [];
    return [{ ...ridge, contrast: tone, colour: Math.hypot(across(colour.a), across(colour.b)) }];
  });
}

/** Brings the lines beside values to the surface and follows them as the boundaries are. */
export function drawDetails(
  { thin, colourEdges, strokes }: Details,
  regions: Regions,
  raster: { width: number; height: number },
  frame: Rect,
  settings: Pick<MapSettings, 'path' | 'toleranceMm'>,
): DrawnDetail[] {
  const mmPerPx = frame.width / raster.width;
  const drawn = (points: Float64Array) => follow(onSurface(points, raster, frame), false, settings);
  const regionOf = (points: Float64Array) => regionAt(regions, points);
  return [
    ...thin.map(({ points, contrast, widthPx }): DrawnDetail => ({
      kind: 'detail',
      points: drawn(points),
      contrast,
      region: regionOf(points),
      widthMm: widthPx * mmPerPx,
    })),
    ...colourEdges.map(({ points, contrast, colour }): DrawnDetail => ({
      kind: 'detail',
      points: drawn(points),
      contrast,
      region: regionOf(points),
      colour,
    })),
    ...strokes.map(({ points, region, coherence }): DrawnDetail => ({
      kind: 'direction',
      points: follow(onSurface(points, raster, frame), false, { path: 'curved', toleranceMm: 0.3 }),
      contrast: 20 * coherence,
      region,
    })),
  ];
}

/** The region the middle of a line lies in. */
function regionAt({ label, step, width, height }: Regions, points: Float64Array): number {
  const middle = (points.length >> 2) * 2;
  const x = Math.min(width - 1, Math.max(0, Math.floor(points[middle] / step)));
  const y = Math.min(height - 1, Math.max(0, Math.floor(points[middle + 1] / step)));
  return label[y * width + x];
}
