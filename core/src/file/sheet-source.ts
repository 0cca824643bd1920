import { z } from 'zod';
import type { MapDocument } from '../documents/index.js';
import {
  defaultFitDecisions,
  layOut,
  marksOf,
  settingOut,
  sidesWords,
  spotOnSurface,
  surfaceOf,
  toCut,
  type FitDecisions,
} from '../fit/index.js';
import type { Point, Rect } from '../geometry/index.js';
import { effortOf, onSurfaceAt } from '../map/index.js';
import { permissionWords, preparedSpot, type ReferenceDecisions } from '../reference/index.js';
import { type CloseUp, type SheetSource } from '../sheets/index.js';
import {
  defaultTransferDecisions,
  findStrengths,
  materialsFor,
  planStrengths,
  transferMethods,
  transferSteps,
  underPaintOf,
} from '../transfer/index.js';
import {
  aboutMinutes,
  counted,
  formatLength,
  formatSize,
  type LengthUnit,
  type SizeMm,
} from '../units/index.js';
import { broughtFrom, mapOrigin, mapRequestOf } from './map-current.js';
import { sheetsToJoin } from './sheets-to-join.js';
import { mainPictureOf, type Work } from './work.js';

/** What cannot be read off the work itself. */
export type PrintedBy = { date: string; unit: LengthUnit; version: number | null };

const cropSchema = z.object({
  x: z.number(),
  y: z.number(),
  width: z.number().positive(),
  height: z.number().positive(),
});

/** The part of the reference a map was made from, if it says so. */
function cropOf(map: MapDocument): SheetSource['crop'] {
  const crop = cropSchema.safeParse(map.settings['crop']);
  return crop.success ? crop.data : null;
}

/** Where the whole prepared picture lies on a map's surface, mm: what places of the picture are shares of. */
export function pictureOnMap(work: Pick<Work, 'decisions' | 'pictures'>, map: MapDocument): Rect {
  // A drawing made elsewhere lies on a surface of its own.
  const request = broughtFrom(map) === null ? mapRequestOf(work) : null;
  return request?.wholeAt ?? map.frame;
}

/** Everything the sheets of a work are made from. */
export function sheetSourceOf(
  work: Pick<Work, 'decisions' | 'pictures' | 'printings'>,
  map: MapDocument,
  { date, unit, version }: PrintedBy,
): SheetSource {
  const { decisions } = work;
  const { fit, transfer, corrections, title } = decisions;
  const { picture, preparation } = mainPictureOf(work);
  const request = mapRequestOf(work);
  // A drawing made elsewhere lies on a surface of its own, and shows nothing of the reference.
  const brought = broughtFrom(map) !== null;
  const layout = request && !brought ? layOut(preparation, fit) : null;
  const {
    drawing,
    surface: planned,
    frame,
  } = layout ?? { drawing: map.frame, surface: map.surface, frame: map.frame };
  const spotOf = (stored: Point) => {
    const spot = preparedSpot(preparation, stored);
    return layout && spotOnSurface(layout, spot.x, spot.y);
  };
  const landmarks = fit.landmarks.flatMap(({ name, ...stored }) => {
    const spot = spotOf(stored);
    return spot ? [{ name, ...spot }] : [];
  });
  const pictureAt = pictureOnMap(work, map);
  const { sticks } = decisions.sheets.backing;
  const pins = corrections.pins.map(({ at, text, settled }) => ({
    ...onSurfaceAt(at, pictureAt),
    text,
    settled,
  }));
  const closeUps: CloseUp[] = [
    ...pins.filter(({ settled }) => !settled),
    ...decisions.reference.details.flatMap(({ on, at, words }) => {
      const spot = on === picture.hash ? spotOf(at) : null;
      return spot ? [{ ...spot, text: words || 'Pinned detail' }] : [];
    }),
  ];
  const surface = surfaceOf(fit);
  const toJoin = sheetsToJoin(work);
  const method = transferMethods[transfer.method];
  return {
    map,
    title,
    version,
    date,
    unit,
    hand: transfer.hand,
    drawing,
    grid: fit.grid,
    settingOut: settingOut(marksOf({ drawing, frame }, [], landmarks), planned, fit.datum, fit.measured),
    surfaceSays: surfaceSays(fit, map.surface, unit),
    rounding: fit,
    sketch: fit.sketch,
    crop: brought ? null : cropOf(map),
    closeUps,
    pins,
    credit: creditOf(decisions.reference),
    groundColour: fit.groundColour,
    pictureAt,
    planStrengths: () => planStrengths(map, findStrengths(map, underPaintOf(fit, transfer, map.surface))),
    decided: [
      ['Surface', `${surface.name}, ${formatSize(map.surface.width, map.surface.height, unit)}`],
      ['Margins', sidesWords(fit.marginsMm, unit)],
      ...mapWords(map, unit),
      ['Carried across by', `${method.name}, ${transfer.hand} hand`],
      ['Lay ready', materialsFor(fit, transfer, toJoin).join(', ')],
      ...(sticks.length > 0
        ? [['Rubbed with', `${sticks.map(({ name }) => name).join(', ')}, by region`] as const]
        : []),
      ...(transfer.used ? [['Used', transfer.used] as const] : []),
    ],
    steps: stepWords(transferSteps(fit, transfer, toJoin)),
  };
}

function surfaceSays(fit: FitDecisions, { width, height }: MapDocument['surface'], unit: LengthUnit): string {
  const cut = toCut(fit);
  const cutting = cut ? ` To cut: ${formatSize(cut.size.widthMm, cut.size.heightMm, unit)}.` : '';
  return `${surfaceOf(fit).name}, ${formatSize(width, height, unit)}. Margins ${sidesWords(fit.marginsMm, unit)}.${cutting}`;
}

/** Whose a reference is and what allows it to be worked from, as a sentence. */
export function creditOf({ owner, permission, permissionNote }: ReferenceDecisions): string {
  const note = permissionNote ? ` ${permissionNote}` : '';
  return `By ${owner || 'nobody noted'}; ${permissionWords(permission)}.${note}`;
}

/**
 * The plan of a work that has no map yet: its surface and frame without lines, for what is printed before the map.
 *
 * @returns null while the picture does not fit its surface
 */
export function plannedMap(work: Pick<Work, 'decisions' | 'pictures'>): MapDocument | null {
  const request = mapRequestOf(work);
  if (!request) return null;
  const { surface, frame } = request.placement;
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface,
    frame,
    values: [],
    shapes: [],
    lines: [],
    settings: { ...mapOrigin(request) },
  };
}

/** The same for a map alone, as the command line has it: on plain paper, with what is usual. */
export function plainSheetSource(
  map: MapDocument,
  title: string,
  by: Omit<PrintedBy, 'version'> & {
    sketch: SizeMm | null;
    grid: { columns: number; rows: number } | null;
    closeUps: readonly CloseUp[];
  },
): SheetSource {
  const fit = defaultFitDecisions;
  const layout = { frame: map.frame, drawing: map.frame };
  return {
    map,
    title,
    version: null,
    date: by.date,
    unit: by.unit,
    hand: 'right',
    drawing: map.frame,
    grid: { ...fit.grid, ...(by.grid ? { by: 'counts' as const, ...by.grid } : {}) },
    settingOut: settingOut(marksOf(layout, [], []), map.surface, fit.datum, null),
    surfaceSays: `${formatSize(map.surface.width, map.surface.height, by.unit)}.`,
    rounding: fit,
    sketch: by.sketch,
    crop: cropOf(map),
    closeUps: by.closeUps,
    pins: by.closeUps.map((spot) => ({ ...spot, settled: false })),
    credit: '',
    groundColour: fit.groundColour,
    pictureAt: map.frame,
    planStrengths: () =>
      planStrengths(map, findStrengths(map, underPaintOf(fit, defaultTransferDecisions, map.surface))),
    decided: [
      ['Surface', formatSize(map.surface.width, map.surface.height, by.unit)],
      ...mapWords(map, by.unit),
    ],
    steps: stepWords(transferSteps(fit, defaultTransferDecisions, { count: 1, barsMm: [] })),
  };
}

function mapWords(map: MapDocument, unit: LengthUnit): [string, string][] {
  const { lines, metres, minutes } = effortOf(map);
  const { x, y, width, height } = map.frame;
  return [
    [
      'Picture',
      `${formatSize(width, height, unit)}, ${formatLength(x, unit)} from the left and ${formatLength(y, unit)} from the top`,
    ],
    [
      'Map',
      `${counted(map.values.length, 'value')}, ${counted(lines, 'line')}, ${metres.toFixed(1)} m, ${aboutMinutes(minutes)} of tracing`,
    ],
  ];
}

/** Steps as they stand on a card: with their cautions, without their reasons. */
function stepWords(steps: readonly { title: string; caution?: string }[]): string[] {
  return steps.map(({ title, caution }) => (caution ? `${title} ${caution}` : title));
}
