import type { MapDocument, MapLine } from '../documents/index.js';
import { defaultFitDecisions } from '../fit/index.js';
import { defaultSheetDecisions, type SheetDecisions } from './decisions.js';
import { makeSheets, type Printer } from './make-sheets.js';
import type { PageItem, PageStroke, SheetPage } from './page.js';
import type { SheetSet } from './lay-out.js';
import type { SheetSource } from './source.js';

/** Helpers of this room's tests: maps of a few lines, and the sheets made of them. */

export function lineOf(points: [number, number][], rest: Partial<MapLine> = {}): MapLine {
  return {
    id: 'a1',
    kind: 'boundary',
    edge: 'hard',
    contrast: 50,
    softness: 0.3,
    weight: 1,
    closed: false,
    points,
    left: null,
    right: null,
    ...rest,
  };
}

/** A map of given lines; of one diagonal when none are given. */
export function mapWith(
  width: number,
  height: number,
  lines: MapLine[] = [
    lineOf([
      [0, 0],
      [width, height],
    ]),
  ],
): MapDocument {
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: { width, height },
    frame: { x: 0, y: 0, width, height },
    values: [],
    shapes: [],
    lines,
    settings: {},
  };
}

export function sourceOf(map: MapDocument, rest: Partial<SheetSource> = {}): SheetSource {
  return {
    map,
    title: 'Kettle',
    version: 3,
    date: '2026-11-25',
    unit: 'mm',
    hand: 'right',
    drawing: map.frame,
    grid: defaultFitDecisions.grid,
    settingOut: { datum: 'top-left', side: 'left', level: 'top', measures: [], really: null },
    rounding: defaultFitDecisions,
    sketch: null,
    crop: null,
    closeUps: [],
    decided: [],
    steps: [],
    ...rest,
  };
}

export function sheetsOf(
  map: MapDocument,
  change: Partial<SheetDecisions> = {},
  printer: Printer = {},
  rest: Partial<SheetSource> = {},
): SheetSet {
  return makeSheets(sourceOf(map, rest), { ...defaultSheetDecisions, ...change }, printer);
}

export const pagesOf = (set: SheetSet): SheetPage[] =>
  Array.from({ length: set.count }, (_, index) => set.page(index));

export const strokesIn = (items: readonly PageItem[], ink: PageStroke['ink']): PageStroke[] =>
  items.filter((item): item is PageStroke => item.kind === 'stroke' && item.ink === ink);

export const wordsIn = (items: readonly PageItem[]): string[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item.text] : []));
