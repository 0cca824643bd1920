import { z } from 'zod';
import { placeSchema } from '../map/index.js';
import { referenceViews } from '../reference/index.js';

/** Everything that can be printed, in the order it is offered. */
export const sheetKinds = [
  'outline',
  'mirrored',
  'values',
  'numbers',
  'reference',
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
  'card',
  'calibration',
] as const;
export type SheetKind = (typeof sheetKinds)[number];

/** What each kind is called in a sentence: “Print the …”. */
export const sheetKindWords: Readonly<Record<SheetKind, string>> = {
  outline: 'outline',
  mirrored: 'outline, mirrored',
  values: 'values in greys',
  numbers: 'values by number',
  reference: 'reference at true size',
  'close-ups': 'close-ups of pinned details',
  grid: 'grid for tracing paper',
  'grid-reference': 'grid over the reference',
  backing: 'guide for rubbing the back',
  pricking: 'pricking pattern',
  film: 'film for an overhead projector',
  partial: 'spoiled part alone',
  'setting-out': 'setting-out sheet',
  'order-slip': 'order slip for a copy shop',
  label: 'label for the tracing',
  card: 'transfer card',
  calibration: 'calibration sheet',
};

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

const side = z.number().min(40).max(5000);
const rectSchema = z.object({
  x: z.number().min(-10_000).max(20_000),
  y: z.number().min(-10_000).max(20_000),
  width: z.number().positive().max(20_000),
  height: z.number().positive().max(20_000),
});

/** The most sticks a drawing is rubbed with, and places each is given to. */
export const mostSticks = 12;
const mostPlaces = 5000;

/** A stick the back is rubbed with, by region: behind the shapes at some places of the picture. */
const stickSchema = z.object({
  name: z.string().trim().min(1).max(40),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  at: z.array(placeSchema).max(mostPlaces),
});
export type Stick = z.infer<typeof stickSchema>;

/** How the map is printed. */
export const sheetDecisionsSchema = z.object({
  kind: z.enum(sheetKinds),
  paper: z.enum(printerPapers),
  /** Sides of a paper of one's own, mm. */
  customMm: z.object({ widthMm: side, heightMm: side }),
  /** Which way round the paper lies: as it takes the fewest sheets or the least paper, or always one way. */
  lies: z.enum(['fewest', 'least-paper', 'upright', 'lying']),
  /** How neighbours meet: one over the other, or one trimmed along a line and laid on the other. */
  join: z.enum(['overlapped', 'trimmed']),
  /** How far neighbouring sheets overlap, mm. */
  overlapMm: z.number().min(0).max(100),
  /** Rim the printer cannot reach, mm. */
  marginMm: z.number().min(0).max(50),
  /** The calibration that is made good, by its id, or null. */
  calibration: z.string().max(40).nullable(),
  /** Width of the printed lines, mm. */
  lineMm: z.number().min(0.05).max(3),
  /** How the reference is printed, and whether the grid lies over it. */
  look: z.enum(referenceViews),
  withGrid: z.boolean(),
  /** How many times the size on the surface close-ups are printed. */
  enlarged: z.number().min(1).max(20),
  backing: z.object({
    reach: z.enum(['lines', 'shapes', 'all']),
    /** Width of the band behind a line, mm. */
    bandMm: z.number().min(1).max(60),
    /** Where no stick is given, the usual one is rubbed. */
    sticks: z.array(stickSchema).max(mostSticks),
  }),
  pricking: z.object({
    /** The paper tears between holes closer than this, mm. */
    leastMm: z.number().min(0.5).max(20),
    /** Dots further apart than this are no line any more, mm. */
    mostMm: z.number().min(0.5).max(60),
    /** How far a straight from hole to hole may leave the line, mm. */
    chordMm: z.number().min(0.02).max(5),
  }),
  film: z.object({
    /** Side of the projector's stage, mm. */
    stageMm: z.number().min(50).max(400),
    /** Lines on the surface are to be no wider than this, mm. */
    mostLineMm: z.number().min(0.2).max(50),
  }),
  /** The part that is transferred again, mm on the surface, or null for the middle of it. */
  part: rectSchema.nullable(),
});
export type SheetDecisions = z.infer<typeof sheetDecisionsSchema>;

export const defaultSheetDecisions: SheetDecisions = {
  kind: 'outline',
  paper: 'a4',
  customMm: { widthMm: 210, heightMm: 297 },
  lies: 'fewest',
  join: 'overlapped',
  overlapMm: 10,
  marginMm: 5,
  calibration: null,
  lineMm: 0.35,
  look: 'colour',
  withGrid: false,
  enlarged: 2,
  backing: { reach: 'lines', bandMm: 8, sticks: [] },
  pricking: { leastMm: 1.5, mostMm: 5, chordMm: 0.15 },
  film: { stageMm: 250, mostLineMm: 2 },
  part: null,
};
