import type { Note } from '../notes/index.js';
import { formatMinutes } from '../units/index.js';
import { minutesSpent, type TransferDecisions } from './decisions.js';

/**
 * Notes on a transfer: time at the table, care for the hand, and whether there is a drawing to carry across.
 *
 * @param expectedMinutes what the map was reckoned at
 * @param printings how many sets of sheets were printed
 */
export function transferNotes(
  transfer: TransferDecisions,
  expectedMinutes: number,
  printings: number,
): Note<Partial<TransferDecisions>>[] {
  const spent = minutesSpent(transfer);
  const notes: Note<Partial<TransferDecisions>>[] = [
    {
      id: 'transfer-time',
      weight: 'plain',
      says: `${formatMinutes(spent)} at the table so far; the map was estimated at ${formatMinutes(expectedMinutes)} of tracing.`,
      why: 'The estimate takes a careful hand at 8 mm a second and a second and a half from stroke to stroke; making ready comes on top.',
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
  if (printings === 0) {
    notes.push({
      id: 'transfer-unprinted',
      weight: 'watch',
      says: 'No sheets have been printed from this map.',
      why: 'The steps suppose a drawing at true size on the table. Print it at Sheets, or draw it on by your own means.',
      ways: [],
    });
  }
  return notes;
}
