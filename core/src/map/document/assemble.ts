import { round, toPoints } from '../lines/index.js';
import type { BoundaryOf, MapDocument, MapLine, MapShape, ShapeJoin } from '../../documents/index.js';
import type { Lab } from '../../colour/index.js';
import { divideRun, reversedPoints, signedArea, type Rect } from '../../geometry/index.js';
import type { PixelWindow } from '../../raster/index.js';
import type { Correction } from '../corrections/index.js';
import type { Join, Regions } from '../values/index.js';
import { outside, type ArcUse, type PlanarMap, type Stretch } from '../boundaries/index.js';
import type { MapSettings } from '../settings.js';
import type { FadedContourWay } from '../setting-choices.js';

/** Where a map lies: the surface and the picture's frame on it, mm. */
export type Placement = { surface: { width: number; height: number }; frame: Rect };

/** A thin line, a colour edge or a stroke as it will be drawn, in mm on the surface, and the region it lies in. */
export type DrawnDetail = {
  kind: 'detail' | 'direction';
  points: Float64Array;
  contrast: number;
  region: number;
  widthMm?: number;
  colour?: number;
};

/** Everything the stages have found. */
export type Findings = {
  regions: Regions;
  map: PlanarMap;
  /** Every arc as drawn, mm. */
  drawn: readonly Float64Array[];
  /** Every arc's stretches of one edge quality. */
  stretches: readonly (readonly Stretch[])[];
  colours: {
    /** ΔE2000 across arcs that part two colours of one value, by index of the arc. */
    arcs: ReadonlyMap<number, number>;
    /** Mean colour of each region. */
    regions: readonly Lab[];
  };
  /** Share of the picture each region takes up. */
  areas: readonly number[];
  /** Things that reach the picture's border on much of it: what others stand before. */
  ground: ReadonlySet<number>;
  joins: readonly Join[];
  details: readonly DrawnDetail[];
  levelLightness: readonly number[];
  limits: readonly number[];
  /** The detail from which on the contour between two things is drawn. */
  fromDetail: (one: number, other: number) => number;
};

/** An explanation of a shape names its largest joins only. */
const maxJoins = 8;

/** A piece of an arc, as a line of its own. */
type Piece = { line: MapLine; points: Float64Array };

/**
 * Builds the map document from what was found: every line, none weighed and none left out yet.
 * Deterministic: ids follow the order of the arcs and regions.
 */
export function assembleMap(
  found: Findings,
  placement: Placement,
  settings: MapSettings & { crop: PixelWindow; corrections?: readonly Correction[] },
): MapDocument {
  const pieces = found.map.arcs.map((_, index) => piecesOf(found, index, settings.fadedContours));
  const joins = joinsByRegion(found, placement.frame);
  const shapes = found.map.rings.map((rings, region): MapShape => {
    const measured = rings
      .map((ring) => ({ ring, area: ringArea(ring, pieces) }))
      // The outer ring is the one that runs clockwise and so has the largest area.
      .sort((a, b) => b.area - a.area);
    const joined = joins.get(region);
    return {
      id: `s${region + 1}`,
      level: found.regions.level[region],
      area: measured.reduce((sum, { area }) => sum + area, 0),
      rings: measured.map(({ ring }) => ring.flatMap((use) => usesOf(use, pieces))),
      ...(joined ? { joins: joined } : {}),
    };
  });
  const values = found.levelLightness.map((lightness, level) => ({
    level,
    lightness: round(lightness, 2),
    ...(level > 0 && found.limits[level - 1] !== undefined
      ? { from: round(found.limits[level - 1], 2) }
      : {}),
  }));
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: placement.surface,
    frame: placement.frame,
    values,
    shapes,
    lines: [
      ...pieces.flatMap((own) => own.map(({ line }) => line)),
      ...found.details.map((detail, index) => detailLine(detail, index)),
    ],
    settings,
  };
}

function piecesOf(found: Findings, index: number, way: FadedContourWay): Piece[] {
  const { map, drawn, stretches, colours } = found;
  const arc = map.arcs[index];
  const own = stretches[index];
  const shape = (region: number) => (region === outside ? null : `s${region + 1}`);
  const sides = { left: shape(arc.left), right: shape(arc.right) };
  const colour = colours.arcs.get(index);
  const of =
    arc.left === outside || arc.right === outside ? null : boundaryOf(found, arc.left, arc.right, own);
  if (own.length <= 1) {
    const onFrame = arc.left === outside || arc.right === outside;
    const id = `a${index + 1}`;
    const closed = arc.closed;
    const points = drawn[index];
    return [
      {
        points,
        line: {
          id,
          kind: onFrame ? 'frame' : 'boundary',
          ...faded(told(own[0], colour), of?.of, way),
          ...of,
          closed,
          points: toPoints(points),
          ...sides,
        },
      },
    ];
  }
  const cuts = (arc.closed ? own : own.slice(1)).map(({ from }) => from);
  return divideRun(drawn[index], arc.closed, cuts).map((points, k) => ({
    points,
    line: {
      id: `a${index + 1}.${k + 1}`,
      kind: 'boundary',
      ...faded(told(own[k], colour), of?.of, way),
      ...of,
      closed: false,
      points: toPoints(points),
      ...sides,
    },
  }));
}

/** What a boundary is of, and the detail from which on it is drawn. */
function boundaryOf(
  found: Findings,
  left: number,
  right: number,
  stretches: readonly Stretch[],
): { of: BoundaryOf; from: number } {
  const { regions, fromDetail } = found;
  const [one, other] = [regions.thing[left], regions.thing[right]];
  if (one !== other) return { of: 'contour', from: round(fromDetail(one, other), 3) };
  const of = shadingOf(found, left, right);
  const soft = stretches.length > 0 && stretches.every(({ softnessMm }) => softnessMm > softestShadowMm);
  return { of: of === 'cast-shadow' && soft ? 'value' : of, from: valueFrom };
}

/** What is softer than this all along is a gradation, such as of what lies out of focus, and no shadow anything casts. */
const softestShadowMm = 6;

/** A highlight is no larger than this share of the picture. */
const highlightShare = 0.01;

/** Light that goes takes colour with it in proportion: a shadow keeps its hue within this (a\*b\* units). */
const sameHue = 14;

/**
 * What parts two values of one thing. A small lightest patch is a highlight. Where the ground and what it is in one
 * with is darker and of one hue, a shadow lies on it that something else casts; on a thing that stands free the light
 * turns away.
 */
function shadingOf(
  { regions, colours, levelLightness, areas, ground }: Findings,
  left: number,
  right: number,
): BoundaryOf {
  const [dark, light] = regions.level[left] <= regions.level[right] ? [left, right] : [right, left];
  const lightest = regions.level[light] === levelLightness.length - 1;
  if (lightest && areas[light] < highlightShare) return 'highlight';
  const [shaded, lit] = [colours.regions[dark], colours.regions[light]];
  // In shadow chroma shrinks about as lightness does.
  const share = (shaded.lightness + 16) / (lit.lightness + 16);
  const hueOff = Math.hypot(shaded.a - share * lit.a, shaded.b - share * lit.b);
  if (hueOff > sameHue) return 'value';
  if (!ground.has(regions.thing[dark])) return 'form-shadow';
  // Where so little is told apart that nothing stands on the ground, nothing casts a shadow on it.
  return regions.thing.every((thing) => ground.has(thing)) ? 'value' : 'cast-shadow';
}

/** Values on a form are drawn from this detail on. */
const valueFrom = 0.25;

/** What is known of a stretch, as fields of its line. A boundary of two colours is seen by its colour. */
function told(stretch: Stretch | undefined, colour: number | undefined) {
  if (!stretch) return { edge: 'hard' as const, contrast: 0, softness: 0, weight: 0 };
  return {
    edge: colour !== undefined && stretch.edge === 'lost' ? ('hard' as const) : stretch.edge,
    contrast: round(stretch.contrast, 2),
    softness: round(stretch.softnessMm, 3),
    weight: 0,
    ...(colour === undefined ? {} : { colour: round(colour, 1) }),
  };
}

/** A contour that fades is known to go on: as the school has it, it is dotted or drawn like any other. */
function faded(line: ReturnType<typeof told>, of: BoundaryOf | undefined, way: FadedContourWay) {
  if (line.edge !== 'lost' || of !== 'contour' || way === 'dropped') return line;
  return { ...line, edge: 'soft' as const, known: true, ...(way === 'dotted' ? { dotted: true } : {}) };
}

function detailLine(detail: DrawnDetail, index: number): MapLine {
  const { kind, points, contrast, region, widthMm, colour } = detail;
  const shape = `s${region + 1}`;
  return {
    id: `${kind === 'detail' ? 'd' : 'h'}${index + 1}`,
    kind,
    edge: 'hard',
    contrast: round(contrast, 2),
    softness: 0,
    weight: 0,
    closed: false,
    points: toPoints(points),
    left: shape,
    right: shape,
    ...(widthMm === undefined ? {} : { width: round(widthMm, 2) }),
    ...(colour === undefined ? {} : { colour: round(colour, 1) }),
  };
}

/** An arc's use in a ring as uses of its pieces, in the order they are walked. */
function usesOf(
  { arc, reversed }: ArcUse,
  pieces: readonly Piece[][],
): { line: string; reversed: boolean }[] {
  const uses = pieces[arc].map(({ line }) => ({ line: line.id, reversed }));
  return reversed ? uses.reverse() : uses;
}

function ringArea(ring: readonly ArcUse[], pieces: readonly Piece[][]): number {
  const points: number[] = [];
  for (const { arc, reversed } of ring) {
    const own = reversed ? [...pieces[arc]].reverse() : pieces[arc];
    for (const piece of own) {
      const run = reversed ? reversedPoints(piece.points) : piece.points;
      const last = piece.line.closed ? run.length : run.length - 2;
      for (let i = 0; i < last; i++) points.push(round(run[i], 4));
    }
  }
  return signedArea(points);
}

function joinsByRegion({ joins, regions }: Findings, frame: Rect): Map<number, ShapeJoin[]> {
  const mmPerPx = frame.width / regions.width;
  const byRegion = new Map<number, ShapeJoin[]>();
  for (const join of joins) {
    const told: ShapeJoin = {
      because: join.because,
      area: round(join.areaPx * mmPerPx * mmPerPx, 2),
      difference: round(join.difference, 1),
      x: round(frame.x + join.x * mmPerPx, 2),
      y: round(frame.y + join.y * mmPerPx, 2),
    };
    const own = byRegion.get(join.region);
    if (own) own.push(told);
    else byRegion.set(join.region, [told]);
  }
  for (const [region, own] of byRegion) {
    byRegion.set(region, own.sort((a, b) => b.area - a.area).slice(0, maxJoins));
  }
  return byRegion;
}
