import { z } from 'zod';
import { choiceDecision, numberDecision, switchDecision } from '../decisions/index.js';
import { lineStrengths } from '../sheets/index.js';
import { atHandDecisions } from './at-hand.js';
import { transferMethodIds } from './methods/ids.js';
import { lineMaterials } from './order/order-lines.js';
import { hands } from './order/palm.js';
import { orderSchoolModules, orderSchools, type OrderSchool } from './order/schools.js';
import { placedSchema } from './projection/live.js';
import { positionDecisions } from './projection/positions/positions-planned.js';
import { runSchema } from './run/run.js';
import { seenDecisions } from './seen/seen-decisions.js';
import { mediums } from './steps/step.js';

/** How large transfer sheets are. */
const coatedSheets = ['whole', 'a4', 'a3', 'letter', 'own'] as const;

const moment = z.iso.datetime();

/** The words of every school. */
const schoolNames: Record<OrderSchool, string> = {
  'away-from-hand': orderSchoolModules['away-from-hand'].name,
  'outline-first': orderSchoolModules['outline-first'].name,
  'focal-first': orderSchoolModules['focal-first'].name,
  'inside-out': orderSchoolModules['inside-out'].name,
  'dark-to-light': orderSchoolModules['dark-to-light'].name,
  'top-to-bottom': orderSchoolModules['top-to-bottom'].name,
  shortest: orderSchoolModules.shortest.name,
};

/** One sitting at the table. */
export const sittingSchema = z.object({
  startedAt: moment,
  minutes: z.number().min(0).max(1440),
  /** How many lines of the run were traced when it ended, or null where they were not counted. */
  traced: z.int().min(0).nullable().default(null),
});
export type Sitting = z.infer<typeof sittingSchema>;

/** How the drawing is carried across, and how far it has come. */
export const transferDecisionsSchema = z.object({
  method: z.enum(transferMethodIds).default('transfer-sheet'),
  hand: choiceDecision(hands, {
    initial: 'right',
    label: 'Drawing hand',
    help: 'the hand that traces',
    choices: { right: 'right', left: 'left' },
  }),
  school: choiceDecision(orderSchools, {
    initial: 'away-from-hand',
    label: 'Order of tracing',
    help: 'what is traced first',
    choices: schoolNames,
  }),
  /** Where the picture is looked at first, as shares of the surface's sides; guessed from the lines while null. */
  focus: z
    .object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) })
    .nullable()
    .default(null),
  medium: choiceDecision(['usual', ...mediums], {
    initial: 'usual',
    label: 'What it is painted with',
    help: 'what goes over the lines',
    choices: {
      usual: 'what is usual on the surface',
      'pale-washes': 'pale washes',
      'deep-washes': 'deep washes',
      opaque: 'opaque paint',
      pastel: 'pastel',
      ink: 'ink',
    },
  }),
  material: choiceDecision(lineMaterials, {
    initial: 'graphite',
    label: 'Lines in',
    help: 'what lines are traced in: the looser, the more way it takes to spare them',
    choices: { graphite: 'graphite', charcoal: 'charcoal', chalk: 'chalk or pastel' },
  }),
  stretchMinutes: numberDecision({
    min: 2,
    max: 240,
    initial: 25,
    label: 'A stretch between breaks',
    help: 'how long a stretch of tracing is before a break',
    unit: 'min',
  }),
  lookEvery: numberDecision({
    min: 3,
    max: 500,
    whole: true,
    initial: 40,
    label: 'Lift and look every',
    help: 'after how many lines the sheet is lifted for a look',
    unit: 'lines',
  }),
  coated: choiceDecision(coatedSheets, {
    initial: 'whole',
    label: 'The transfer sheet',
    help: 'how large the transfer sheet is: one smaller than the work is moved from place to place',
    choices: {
      whole: 'is as large as the work',
      a4: 'is A4',
      a3: 'is A3',
      letter: 'is Letter',
      own: 'has a size of its own',
    },
  }),
  coatedMm: z
    .object({
      widthMm: numberDecision({
        min: 50,
        max: 3000,
        initial: 300,
        unit: 'length',
        label: 'Width of the transfer sheet',
        help: 'width of a transfer sheet of a size of its own',
      }),
      heightMm: numberDecision({
        min: 50,
        max: 3000,
        initial: 450,
        unit: 'length',
        label: 'Height of the transfer sheet',
        help: 'height of a transfer sheet of a size of its own',
      }),
    })
    .prefault({}),
  repeated: switchDecision({
    initial: false,
    label: 'Transferred more than once',
    help: 'whether the drawing will be transferred again',
  }),
  tired: switchDecision({
    initial: false,
    label: 'Spare the hand',
    help: 'whether the hand is tired or weak',
  }),
  ...seenDecisions,
  ...atHandDecisions,
  ...positionDecisions,
  /** Colour of a toning wash over the drawing, or null for none. */
  toning: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable()
    .default(null),
  /** The faintest strength that could be followed through a first layer in a try; null until tried. */
  firstLayer: z
    .enum([...lineStrengths, 'none'])
    .nullable()
    .default(null),
  /** Where the surface lay in the projector's picture when it was last placed, or null. */
  projected: placedSchema.nullable().default(null),
  run: runSchema.prefault({}),
  /** When each step was ticked off, by the step's id. */
  done: z.record(z.string(), moment).default({}),
  sittings: z.array(sittingSchema).max(1000).default([]),
  /** When the sitting now going on began, or null. */
  sittingSince: moment.nullable().default(null),
  /** What was used, in the painter's words. */
  used: z.string().max(2000).default(''),
});
export type TransferDecisions = z.infer<typeof transferDecisionsSchema>;

export const defaultTransferDecisions: TransferDecisions = transferDecisionsSchema.parse({});

/** The longest a sitting is believed to have lasted; a stopwatch left running overnight is not work. */
const longestSittingMinutes = 600;

/** Minutes from one moment to another, none if they are the wrong way round. */
export function minutesBetween(from: string, to: string): number {
  const minutes = (Date.parse(to) - Date.parse(from)) / 60_000;
  return Math.min(longestSittingMinutes, Math.max(0, minutes));
}

/** Begins a sitting, or leaves the one going on. */
export function startSitting(transfer: TransferDecisions, now: string): TransferDecisions {
  return transfer.sittingSince === null ? { ...transfer, sittingSince: now } : transfer;
}

/** Ends the sitting going on and adds it to the record. */
export function endSitting(transfer: TransferDecisions, now: string): TransferDecisions {
  const { sittingSince, sittings, run } = transfer;
  if (sittingSince === null) return transfer;
  const minutes = Math.round(minutesBetween(sittingSince, now) * 10) / 10;
  const sitting = { startedAt: sittingSince, minutes, traced: run.traced.length };
  return { ...transfer, sittingSince: null, sittings: [...sittings, sitting] };
}

/** Minutes of all finished sittings. */
export function minutesSpent(transfer: TransferDecisions): number {
  return transfer.sittings.reduce((sum, sitting) => sum + sitting.minutes, 0);
}
