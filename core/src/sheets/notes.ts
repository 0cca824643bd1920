import type { Note } from '../notes/index.js';
import { formatLength, formatSize, type LengthUnit } from '../units/index.js';
import type { SheetDecisions } from './decisions.js';
import type { SheetSet } from './outline.js';

/** Notes on a set of sheets: how many, how they join, what was left out. Figures in the unit asked for. */
export function sheetNotes(
  { tiling, printed, skipped }: SheetSet,
  unit: LengthUnit,
): Note<Partial<SheetDecisions>>[] {
  const { page, columns, rows, overlapMm } = tiling;
  const count = printed.length;
  const notes: Note<Partial<SheetDecisions>>[] = [
    {
      id: 'sheets-count',
      weight: 'plain',
      says:
        count === 1
          ? `It fits on one sheet of ${formatSize(page.widthMm, page.heightMm, unit)}.`
          : `${count} sheets, ${columns} across and ${rows} down, overlapping by ${formatLength(overlapMm, unit)}.`,
      why:
        count === 1
          ? 'Print at 100 %, then lay a ruler on the bar at its foot.'
          : 'Print at 100 %, lay a ruler on the bar at the foot of one sheet, then join them on the numbered crosses. The last page shows how they lie.',
      ways: [],
    },
  ];
  if (count > 1 && overlapMm === 0) {
    notes.push({
      id: 'sheets-overlap',
      weight: 'watch',
      says: 'Without an overlap there are no marks to join the sheets on.',
      why: 'Edges laid against each other by eye drift, and the error adds up from sheet to sheet.',
      ways: [{ label: 'Overlap by 10 mm', change: { overlapMm: 10 } }],
    });
  }
  if (skipped.length > 0) {
    notes.push({
      id: 'sheets-skipped',
      weight: 'plain',
      says: `${skipped.map((tile) => tile.label).join(', ')} ${skipped.length === 1 ? 'is' : 'are'} left out.`,
      why: 'No line falls there, so there would be nothing to trace.',
      ways: [],
    });
  }
  return notes;
}
