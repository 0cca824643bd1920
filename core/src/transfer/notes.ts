import type { Note } from '../notes/index.js';
import { sheetKindWords, type SheetKind } from '../sheets/index.js';
import { counted, formatMinutes } from '../units/index.js';
import { minutesSpent, type TransferDecisions } from './decisions.js';
import { transferMethods } from './methods/index.js';
import type { Estimate } from './speeds/index.js';
import { usesCoatedSheet } from './sheet-places/index.js';

/** What a transfer is held against. */
export type TransferPlan = {
  /** What the map was estimated at, and how much line it has. */
  minutes: number;
  metres: number;
  /** What the whole is estimated at by the painter's own speeds, and how many sittings these were learned from. */
  estimate: Estimate | null;
  ownSittings: number;
  /** How fast this hand traces, mm a second, and how long it takes from stroke to stroke, s. */
  hand: { mmPerSecond: number; secondsPerLift: number };
  /** The kinds of sheets that were printed. */
  printed: readonly SheetKind[];
};

/** Notes on a transfer: time at the table, care for the hand, and whether there is a drawing to carry across. */
export function transferNotes(
  transfer: TransferDecisions,
  { minutes, metres, estimate, ownSittings, hand, printed }: TransferPlan,
): Note<Partial<TransferDecisions>>[] {
  const spent = minutesSpent(transfer);
  const method = transferMethods[transfer.method];
  const notes: Note<Partial<TransferDecisions>>[] = [
    {
      id: 'transfer-method',
      weight: 'plain',
      says: `Work by ${method.name}: ${method.suits.charAt(0).toLowerCase()}${method.suits.slice(1)}`,
      why: 'It is your choice; the steps follow it.',
      ways: [],
    },
    {
      id: 'transfer-time',
      weight: 'plain',
      says: `${spent > 0 ? `${formatMinutes(spent)} at the table so far. ` : ''}${
        estimate
          ? `By ${method.name} it takes about ${formatMinutes(estimate.minutes)} in all, four times in five between ${formatMinutes(estimate.low)} and ${formatMinutes(estimate.high)}; ${formatMinutes(minutes)} of it is the map traced once.`
          : `The map was estimated at ${formatMinutes(minutes)} of tracing.`
      }`,
      why: `The estimate takes a hand at ${hand.mmPerSecond} mm a second and ${hand.secondsPerLift} s from stroke to stroke, as set at Map; preparation and tidying up are included. ${
        ownSittings > 0
          ? `What this method and this tooth add is learned from ${counted(ownSittings, 'sitting')} of yours.`
          : 'With each sitting that is timed it becomes your own.'
      }`,
      ways: [],
    },
    {
      id: 'transfer-hand',
      weight: 'plain',
      says: 'Get up every half hour, and stop before the hand cramps.',
      why: 'If the hand hurts, the pressure is wrong. Good light and an upright back spare eyes and neck.',
      ways: [],
    },
  ];
  notes.push(...wearNotes(transfer, metres));
  const missing = method.sheets.filter((kind) => !printed.includes(kind));
  if (method.sheets.length === 0) return notes;
  if (printed.length === 0) {
    notes.push({
      id: 'transfer-unprinted',
      weight: 'watch',
      says: 'No sheets have been printed from this map.',
      why: 'The steps suppose a drawing at true size on the table. Print it at Sheets, or draw it on by your own means.',
      ways: [],
    });
  } else if (missing.length > 0) {
    notes.push({
      id: 'transfer-sheets',
      weight: 'plain',
      says: `Not printed yet for this method: ${missing.map(sheetKindWords).join(', ')}.`,
      why: 'The method works from it. Print it at Sheets, or do without it where you know your way.',
      ways: [],
    });
  }
  return notes;
}

/** A rubbed back marks so often before it has to be rubbed again: a starting point from practice. */
const timesRubbed = 3;

/** What is worn before the drawing is done, or after it. */
function wearNotes(transfer: TransferDecisions, metres: number): Note<Partial<TransferDecisions>>[] {
  const { method, sheetUsedMetres, sheetLifeMetres, repeated } = transfer;
  if (method === 'rubbed-backing' && repeated)
    return [
      {
        id: 'transfer-rub-again',
        weight: 'plain',
        says: `Rub the back again after every ${timesRubbed} transfers.`,
        why: 'Each one takes a little of the rubbing with it, where the lines are.',
        ways: [],
      },
    ];
  if (!usesCoatedSheet(method)) return [];
  const left = sheetLifeMetres - sheetUsedMetres;
  const says = `This transfer sheet has about ${Math.max(0, left).toFixed(0)} m of line left in it; the drawing takes ${metres.toFixed(1)} m.`;
  if (left >= metres)
    return [
      {
        id: 'transfer-sheet-left',
        weight: 'plain',
        says,
        why: 'How far a sheet goes is an estimate: say under More what yours has marked when it faded.',
        ways: [],
      },
    ];
  return [
    {
      id: 'transfer-sheet-left',
      weight: 'watch',
      says: `${says} It will fade on the way.`,
      why: 'Lines of one drawing that begin firm and end faint are hard to judge under paint.',
      ways: [{ label: 'Take a fresh sheet', change: { sheetUsedMetres: 0 } }],
    },
  ];
}
