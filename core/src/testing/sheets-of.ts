import type { MapDocument } from '../documents/index.js';
import { defaultFitDecisions } from '../fit/index.js';
import {
  defaultSheetDecisions,
  makeSheets,
  type PageItem,
  type PageStroke,
  type Printer,
  type SheetDecisions,
  type SheetPage,
  type SheetSet,
  type SheetSource,
} from '../sheets/index.js';

/** Helpers of tests: the sheets made of a map. */

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
    surfaceSays: 'cold-pressed paper, 300 × 240 mm.',
    rounding: defaultFitDecisions,
    sketch: null,
    crop: null,
    closeUps: [],
    pins: [],
    credit: '',
    groundColour: '#ffffff',
    pictureAt: map.frame,
    planStrengths: () => ({ lines: new Map(), words: [] }),
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
