import { z } from 'zod';
import { choiceDecision } from '../decisions/index.js';

export const transferMethodIds = ['transfer-sheet', 'rubbed-backing'] as const;
export type TransferMethod = (typeof transferMethodIds)[number];

const moment = z.iso.datetime();

/** One sitting at the table. */
export const sittingSchema = z.object({ startedAt: moment, minutes: z.number().min(0).max(1440) });
export type Sitting = z.infer<typeof sittingSchema>;

/** How the drawing is carried across, and how far it has come. */
export const transferDecisionsSchema = z.object({
  method: z.enum(transferMethodIds).default('transfer-sheet'),
  hand: choiceDecision(['right', 'left'], {
    initial: 'right',
    label: 'Drawing hand',
    help: 'the hand that traces',
    choices: { right: 'right', left: 'left' },
  }),
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
  const { sittingSince, sittings } = transfer;
  if (sittingSince === null) return transfer;
  const minutes = Math.round(minutesBetween(sittingSince, now) * 10) / 10;
  return { ...transfer, sittingSince: null, sittings: [...sittings, { startedAt: sittingSince, minutes }] };
}

/** Minutes of all finished sittings. */
export function minutesSpent(transfer: TransferDecisions): number {
  return transfer.sittings.reduce((sum, sitting) => sum + sitting.minutes, 0);
}
