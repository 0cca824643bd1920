import { z } from 'zod';
import { choiceDecision, numberDecision, switchDecision } from '../decisions/index.js';
import { placeSchema } from '../map/index.js';
import { referenceViews } from '../reference/index.js';

/** Everything that can be printed, in the order it is offered. */
export const sheetKindIds = [
  'outline',
  'mirrored',
  'values',
  'numbers',
  'reference',
  'reference-page',
  'close-ups',
  'grid',
  'grid-reference',
  'backing',
  'pricking',
  'film',
  'partial',
  'setting-out',
  'order-slip',
  'label',
  'pins',
  'card',
  'test-strip',
  'calibration',
] as const;
export type SheetKind = (typeof sheetKindIds)[number];

/** Papers a home or office printer or a copy shop takes, by their id in `units`; and papers off a roll. */
export const printerPapers = [
  'a4',
  'a3',
  'a2',
  'a1',
  'a0',
  'a5',
  'a6',
  'b5',
  'b4',
  'b3',
  'b2',
  'b1',
  'b0',
  'letter',
  'legal',
  'tabloid',
  'a4-roll',
  'a3-roll',
  'custom',
] as const;
export type PrinterPaper = (typeof printerPapers)[number];

const ownPaper = { min: 40, max: 5000, unit: 'length' } as const;
const rectSchema = z.object({
  x: z.number().min(-10_000).max(20_000),
  y: z.number().min(-10_000).max(20_000),
  width: z.number().positive().max(20_000),
  height: z.number().positive().max(20_000),
});

/** The most sticks a drawing is rubbed with, and places each is given to. */
export const maxSticks = 12;
const maxPlaces = 5000;

/** A stick the back is rubbed with, by region: behind the shapes at some places of the picture. */
const stickSchema = z.object({
  name: z.string().trim().min(1).max(40),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  at: z.array(placeSchema).max(maxPlaces),
});
export type Stick = z.infer<typeof stickSchema>;

const look = choiceDecision(referenceViews, {
  initial: 'colour',
  label: 'Look of the reference',
  help: 'how the reference is printed',
  flag: '--look',
  choices: { colour: 'in colour', grey: 'in grey', faint: 'faint' },
});

const backing = z.object({
  reach: choiceDecision(['lines', 'shapes', 'all'], {
    initial: 'lines',
    label: 'Where the back is rubbed',
    help: 'where the back is rubbed',
    flag: '--back',
    choices: { lines: 'only behind the lines', shapes: 'behind the things', all: 'all over' },
  }),
  bandMm: numberDecision({
    min: 1,
    max: 60,
    initial: 8,
    unit: 'mm',
    label: 'Band behind a line',
    help: 'width of the rubbed band behind a line',
    flag: '--band',
  }),
  /** Where no stick is given, the usual one is rubbed. */
  sticks: z.array(stickSchema).max(maxSticks).default([]),
});

const pricking = z
  .object({
    minMm: numberDecision({
      min: 0.5,
      max: 20,
      initial: 1.5,
      unit: 'mm',
      label: 'Holes no closer than',
      help: 'holes are no closer: the paper tears between them',
      flag: '--hole-least',
    }),
    maxMm: numberDecision({
      min: 0.5,
      max: 60,
      initial: 5,
      unit: 'mm',
      label: 'Holes no further than',
      help: 'holes are no further apart: dots no longer join to a line',
      flag: '--hole-most',
    }),
    chordMm: numberDecision({
      min: 0.02,
      max: 5,
      initial: 0.15,
      unit: 'mm',
      label: 'Curves kept within',
      help: 'how far a straight from hole to hole may leave a curve',
      flag: '--hole-chord',
    }),
  })
  .refine(({ minMm, maxMm }) => minMm <= maxMm, {
    error: '“No closer than” must not be more than “no further than” (--hole-least, --hole-most).',
  });

const film = z.object({
  stageMm: numberDecision({
    min: 50,
    max: 400,
    initial: 250,
    unit: 'length',
    label: 'Stage of the projector',
    help: 'side of the overhead projector’s stage',
    flag: '--stage',
  }),
  maxLineMm: numberDecision({
    min: 0.2,
    max: 50,
    initial: 2,
    unit: 'mm',
    label: 'Widest projected line',
    help: 'how wide a projected line may be on the surface',
    flag: '--widest-line',
  }),
});

/** How the map is printed. */
export const sheetDecisionsSchema = z.object({
  kind: z.enum(sheetKindIds).default('outline'),
  paper: z.enum(printerPapers).default('a4'),
  /** Sides of a paper of one's own, mm. */
  customMm: z
    .object({
      widthMm: numberDecision({
        ...ownPaper,
        initial: 210,
        label: 'Width of the paper',
        help: 'width of a paper of your own size',
      }),
      heightMm: numberDecision({
        ...ownPaper,
        initial: 297,
        label: 'Height of the paper',
        help: 'height of a paper of your own size',
      }),
    })
    .prefault({}),
  orientation: choiceDecision(['fewest', 'least-paper', 'portrait', 'landscape'], {
    initial: 'fewest',
    label: 'Paper',
    help: 'which way round the paper is',
    flag: '--orientation',
    choices: {
      fewest: 'whichever takes the fewest sheets',
      'least-paper': 'whichever takes the least paper',
      portrait: 'portrait',
      landscape: 'landscape',
    },
  }),
  join: choiceDecision(['overlapped', 'trimmed'], {
    initial: 'overlapped',
    label: 'Sheets are',
    help: 'how neighbouring sheets meet',
    flag: '--join',
    choices: { overlapped: 'overlapped', trimmed: 'trimmed and overlapped' },
  }),
  overlapMm: numberDecision({
    min: 0,
    max: 100,
    initial: 10,
    unit: 'length',
    label: 'Overlap',
    help: 'how far neighbouring sheets overlap',
    flag: '--overlap',
  }),
  marginMm: numberDecision({
    min: 0,
    max: 50,
    initial: 5,
    unit: 'length',
    label: 'Printer margin',
    help: 'rim the printer cannot reach',
    flag: '--margin',
  }),
  /** The calibration the sheets are corrected by, by its id, or null. */
  calibration: z.string().max(40).nullable().default(null),
  lineMm: numberDecision({
    min: 0.05,
    max: 3,
    initial: 0.35,
    unit: 'mm',
    label: 'Printed lines',
    help: 'width of the printed lines',
    flag: '--line',
  }),
  strengths: choiceDecision(['alike', 'drawn', 'paint'], {
    initial: 'alike',
    label: 'Lines are printed',
    help: 'what tells lines apart: nothing, how dark they were drawn, or how dark to draw them for the paint',
    flag: '--strengths',
    choices: {
      alike: 'all alike',
      drawn: 'as dark as they were drawn',
      paint: 'dashed by how dark to draw them',
    },
  }),
  look,
  withGrid: switchDecision({
    initial: false,
    label: 'Grid over the reference',
    help: 'the grid is printed over the reference',
    flag: '--with-grid',
    choices: { on: 'with the grid', off: 'without the grid' },
  }),
  enlarged: numberDecision({
    min: 1,
    max: 20,
    initial: 2,
    unit: 'times',
    label: 'Enlarged',
    help: 'how many times their size on the surface close-ups are printed',
    flag: '--enlarged',
  }),
  backing: backing.prefault({}),
  pricking: pricking.prefault({}),
  film: film.prefault({}),
  /** The part that is transferred again, mm on the surface, or null for the middle of it. */
  part: rectSchema.nullable().default(null),
});
export type SheetDecisions = z.infer<typeof sheetDecisionsSchema>;

export const defaultSheetDecisions: SheetDecisions = sheetDecisionsSchema.parse({});
