import { holesToDxf } from '../../documents/index.js';
import type { Note } from '../../notes/index.js';
import { aboutMinutes, counted, formatLength } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { Drawing, DrawingItem } from '../page/drawing.js';
import type { PageDots } from '../page/page.js';
import type { SheetSource } from '../source.js';
import type { Hole, Pricking } from './hole.js';
import { prick } from './holes.js';
import { cornersOf, flat, requireLines, tracedStrokes } from './lines.js';
import type { SheetKindModule } from './kind.js';

/** A pricked hole is shown as a dot of this size; the line beside it as a hair. */
const dotMm = 0.5;
const hairMm = 0.1;

/** A place where dots merge is pointed at with a square of this side, mm. */
const aroundMm = 5;

/** The pattern for pouncing: a dot for every hole, over the line as a hair. */
export function prickingDrawing(
  source: SheetSource,
  { pricking }: Pick<SheetDecisions, 'pricking'>,
): { drawing: Drawing; pattern: Pricking; notes: Note<Partial<SheetDecisions>>[] } {
  const { map } = source;
  requireLines(map);
  const pattern = prick(map, pricking);
  const hairs: DrawingItem[] = tracedStrokes(map, hairMm).map((stroke) => ({
    ...stroke,
    ink: 'faint',
    dashMm: null,
  }));
  return {
    pattern,
    drawing: {
      extent: { x: 0, y: 0, ...map.surface },
      items: [...hairs, ...dotsOf(pattern.holes), ...cornersOf(map)],
      marks: [],
      mirrored: false,
      called: 'pricking pattern',
    },
    notes: notesOn(pattern, pricking, source),
  };
}

/** Dots by the line they were first pricked for, so that those cut to a sheet's window together lie near each other. */
function dotsOf(holes: readonly Hole[]): PageDots[] {
  const byLine = new Map<string | undefined, (readonly [number, number])[]>();
  for (const { x, y, lines } of holes) {
    const own = byLine.get(lines[0]);
    if (own) own.push([x, y]);
    else byLine.set(lines[0], [[x, y]]);
  }
  return [...byLine.values()].map((run) => ({
    kind: 'dots',
    points: flat(run),
    diameterMm: dotMm,
    ink: 'graphite',
  }));
}

function notesOn(
  { holes, merging, minutes }: Pricking,
  pricking: SheetDecisions['pricking'],
  { unit, map: { frame } }: SheetSource,
): Note<Partial<SheetDecisions>>[] {
  const notes: Note<Partial<SheetDecisions>>[] = [
    {
      id: 'pricking-holes',
      weight: 'plain',
      says: `${counted(holes.length, 'hole')}, ${aboutMinutes(minutes)} of pricking.`,
      why: 'Prick on a soft board, from the front, with the needle upright. Needles and the dust of the pounce bag: mind your fingers, wear a mask, wipe the dust damp.',
      ways: [],
    },
  ];
  if (merging.length > 0) {
    const finer = Math.max(0.5, pricking.minMm * 0.7);
    notes.push({
      id: 'pricking-merging',
      weight: 'watch',
      says: `In ${counted(merging.length, 'place')} dots of two lines come closer than ${formatLength(pricking.minMm, unit)} and would run together.`,
      why: 'Pounced dots spread. Prick only one of the two lines there, or redraw the other by hand afterwards.',
      ways: [
        {
          label: `Let holes come to ${formatLength(finer, unit)}`,
          change: { pricking: { ...pricking, minMm: finer } },
        },
      ],
      ...(merging.length <= 400
        ? {
            places: merging.map(({ x, y }) => ({
              x: (x - aroundMm / 2 - frame.x) / frame.width,
              y: (y - aroundMm / 2 - frame.y) / frame.height,
              width: aroundMm / frame.width,
              height: aroundMm / frame.height,
            })),
          }
        : {}),
    });
  }
  return notes;
}

/** The bare list of holes as CSV: millimetres from the surface's top-left corner. */
export function holesCsv({ holes }: Pricking): string {
  const rows = holes.map(({ x, y, at, lines }) => `${x.toFixed(3)},${y.toFixed(3)},${at},${lines.join(' ')}`);
  return ['x_mm,y_mm,at,lines', ...rows, ''].join('\r\n');
}

/** What is pricked, for pouncing. */
export const prickingKind: SheetKindModule = {
  words: 'pricking pattern',
  group: 'trace',
  sentence: [
    ', holes no closer than ',
    { at: 'pricking.minMm' },
    ' and no further than ',
    { at: 'pricking.maxMm' },
    ', curves kept within ',
    { at: 'pricking.chordMm' },
    ',',
  ],
  draw: prickingDrawing,
  files: [
    {
      name: 'holes.csv',
      label: 'The holes as CSV',
      write: ({ map }, { pricking }) => holesCsv(prick(map, pricking)),
    },
    {
      name: 'holes.dxf',
      label: 'The holes as DXF points',
      write: ({ map }, { pricking }) => holesToDxf(prick(map, pricking).holes, map.surface),
    },
  ],
};
