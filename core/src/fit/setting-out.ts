import type { Point, Quad } from '../geometry/index.js';
import { formatInches, mmPerInch, type LengthUnit } from '../units/index.js';
import { datums, type Datum, type FitDecisions } from './decisions.js';
import { gridOf } from './grid.js';
import type { Layout } from './layout.js';
import type { MeasuredSides } from './measured-sides.js';
import { sideLine, squarenessOf } from './squareness.js';

/** A point that is to be marked on the surface, mm from its top-left corner as planned. */
export type Mark = Point & { name: string; of: 'picture' | 'middle' | 'motif' | 'landmark' };

/** Corners of what is drawn, its centre lines, the motif's extremes and chosen landmarks. */
export function marksOf(
  layout: Pick<Layout, 'frame' | 'drawing'>,
  motif: readonly (Point & { name: string })[],
  landmarks: readonly (Point & { name: string })[],
): Mark[] {
  const corners = (
    [
      ['top left', 0, 0],
      ['top right', 1, 0],
      ['bottom right', 1, 1],
      ['bottom left', 0, 1],
    ] as const
  ).map(([name, right, down]) => ({
    name: `Picture, ${name}`,
    x: layout.frame.x + right * layout.frame.width,
    y: layout.frame.y + down * layout.frame.height,
    of: 'picture' as const,
  }));
  const { drawing } = layout;
  const middleX = drawing.x + drawing.width / 2;
  const middleY = drawing.y + drawing.height / 2;
  const middles = [
    { name: 'Centre line, top end', x: middleX, y: drawing.y },
    { name: 'Centre line, bottom end', x: middleX, y: drawing.y + drawing.height },
    { name: 'Centre line, left end', x: drawing.x, y: middleY },
    { name: 'Centre line, right end', x: drawing.x + drawing.width, y: middleY },
  ].map((mark) => ({ ...mark, of: 'middle' as const }));
  return [
    ...corners,
    ...middles,
    ...motif.map((mark) => ({ ...mark, of: 'motif' as const })),
    ...landmarks.map((mark) => ({ ...mark, of: 'landmark' as const })),
  ];
}

/** A mark with its distances from the two edges that meet at the datum corner, mm. */
export type Measure = Mark & { fromSideMm: number; fromLevelMm: number };

/** The list of measures for a surface, all from one datum corner. */
export type SettingOut = {
  datum: Datum;
  /** The edges measured from, as words. */
  side: 'left' | 'right';
  level: 'top' | 'bottom';
  measures: Measure[];
  /** Where the planned surface comes to lie on one that is not square, or null when it is taken as square. */
  really: { corners: Quad; places: Point[] } | null;
};

/**
 * Measures of every mark from the two edges at the datum corner. Each is taken from the edge itself, never
 * from the mark before it, so that errors do not add up.
 *
 * On a surface out of square the plan is laid along the level edge from the datum corner, and the distance
 * from the other edge is what a rule held square to that edge will show there.
 */
export function settingOut(
  marks: readonly Mark[],
  surface: { width: number; height: number },
  datum: Datum,
  measured: MeasuredSides | null,
): SettingOut {
  const side = datum.endsWith('left') ? 'left' : 'right';
  const level = datum.startsWith('top') ? 'top' : 'bottom';
  if (!measured) {
    const measures = marks.map((mark) => ({
      ...mark,
      fromSideMm: side === 'left' ? mark.x : surface.width - mark.x,
      fromLevelMm: level === 'top' ? mark.y : surface.height - mark.y,
    }));
    return { datum, side, level, measures, really: null };
  }
  const { corners } = squarenessOf(measured);
  const place = laidOn(corners, surface, datum);
  const levelEdge = sideLine(corners, level === 'top' ? 0 : 2);
  const sideEdge = sideLine(corners, side === 'right' ? 1 : 3);
  const places = marks.map((mark) => place(mark));
  const measures = marks.map((mark, i) => ({
    ...mark,
    fromSideMm: sideEdge.nx * places[i].x + sideEdge.ny * places[i].y - sideEdge.offset,
    fromLevelMm: levelEdge.nx * places[i].x + levelEdge.ny * places[i].y - levelEdge.offset,
  }));
  return { datum, side, level, measures, really: { corners, places } };
}

/** Lays the planned surface on the real one: datum on datum, level edge on level edge. */
function laidOn(corners: Quad, surface: { width: number; height: number }, datum: Datum) {
  const k = datums.indexOf(datum);
  const origin = corners[k];
  const onTop = datum.startsWith('top');
  const onLeft = datum.endsWith('left');
  const edge = sideLine(corners, onTop ? 0 : 2);
  // Along the level edge to the right, and square to it downwards.
  const down = onTop ? { x: edge.nx, y: edge.ny } : { x: -edge.nx, y: -edge.ny };
  const right = { x: down.y, y: -down.x };
  return ({ x, y }: Point): Point => {
    const u = onLeft ? x : x - surface.width;
    const v = onTop ? y : y - surface.height;
    return { x: origin.x + u * right.x + v * down.x, y: origin.y + u * right.y + v * down.y };
  };
}

/** A measure as it is read off a rule, and how far that is from the true one. */
export type RuleReading = { text: string; errorMm: number };

/**
 * Rounds a measure to what can be read off a rule. The error is of this one measure only.
 *
 * @param unit inches are given as fractions, everything else in tenths or halves as chosen
 */
export function readOffRule(
  mm: number,
  unit: LengthUnit,
  { roundMm, roundInch }: Pick<FitDecisions, 'roundMm' | 'roundInch'>,
): RuleReading {
  if (unit === 'in') {
    const rounded = (Math.round((mm / mmPerInch) * roundInch) / roundInch) * mmPerInch;
    return { text: formatInches(rounded, roundInch), errorMm: rounded - mm };
  }
  const rounded = Math.round(mm / roundMm) * roundMm;
  const decimals = (roundMm === 1 ? 0 : 1) + (unit === 'cm' ? 1 : 0);
  const shown = (unit === 'cm' ? rounded / 10 : rounded).toFixed(decimals);
  return { text: `${shown.replace('-', '−')} ${unit}`, errorMm: rounded - mm };
}

/** Where a grid meets the edges of what is drawn, read off a rule from the datum's two edges. */
export type GridTicks = Record<'level' | 'side', { edges: string; from: string; readings: string[] }>;

/**
 * The ticks of a grid along the edges of what is drawn, each from the edge of the surface itself, so that
 * their errors never add up.
 */
export function gridTicks(
  { drawing, surface }: Pick<Layout, 'drawing' | 'surface'>,
  fit: Pick<FitDecisions, 'grid' | 'datum' | 'roundMm' | 'roundInch'>,
  unit: LengthUnit,
): GridTicks {
  const { xs, ys } = gridOf(drawing, fit.grid);
  const left = fit.datum.endsWith('left');
  const top = fit.datum.startsWith('top');
  const read = (mm: number) => readOffRule(mm, unit, fit).text;
  const from = (lines: readonly number[], near: boolean, side: number) =>
    (near ? lines : lines.map((at) => side - at).reverse()).map(read);
  return {
    level: {
      edges: 'top and the bottom',
      from: left ? 'left' : 'right',
      readings: from(xs, left, surface.width),
    },
    side: {
      edges: 'left and the right',
      from: top ? 'top' : 'bottom',
      readings: from(ys, top, surface.height),
    },
  };
}
