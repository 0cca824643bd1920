import type { Note } from '../notes/index.js';
import { counted, formatLength, formatSize, type LengthUnit } from '../units/index.js';
import type { SheetDecisions } from './decisions.js';
import type { SheetLaying } from './layout/lay-out.js';

/** Notes on a set of sheets: how many, how they join, what was left out. Figures in the unit asked for. */
export function sheetNotes(set: SheetLaying, unit: LengthUnit): Note<Partial<SheetDecisions>>[] {
  const { tiled } = set;
  const notes = [...set.notes];
  if (!tiled) {
    notes.push({
      id: 'sheets-count',
      weight: 'plain',
      says: `${counted(set.count, 'page')}, to be printed at 100 %.`,
      why: 'A page of words and measures needs no joining; a film or a calibration sheet must not be scaled to fit.',
      ways: [],
    });
    return notes;
  }
  const { page, columns, rows, overlapMm, tiles } = tiled.tiling;
  const one = tiles.length === 1;
  notes.push({
    id: 'sheets-count',
    weight: 'plain',
    says: one
      ? `It fits on one sheet of ${formatSize(page.widthMm, page.heightMm, unit)}.`
      : `${counted(tiled.printed.length, 'sheet')}, ${columns} across and ${rows} down, overlapping by ${formatLength(overlapMm, unit)}.`,
    why: one
      ? 'Print at 100 %, then lay a ruler on the bars at its foot and side.'
      : 'Print at 100 %, lay a ruler on both check bars of one sheet, then join them on the numbered crosses. The last page shows in which order.',
    ways: [],
  });
  if (!one && overlapMm === 0) {
    notes.push({
      id: 'sheets-overlap',
      weight: 'watch',
      says: 'Without an overlap there are no marks to join the sheets on.',
      why: 'Edges laid against each other by eye drift, and the error adds up from sheet to sheet.',
      ways: [{ label: 'Overlap by 10 mm', change: { overlapMm: 10 } }],
    });
  }
  if (tiled.skipped.length > 0) {
    const named = tiled.skipped.slice(0, 12).map(({ label }) => label);
    const more = tiled.skipped.length - named.length;
    notes.push({
      id: 'sheets-skipped',
      weight: 'plain',
      says: `${named.join(', ')}${more > 0 ? ` and ${more} more` : ''} ${tiled.skipped.length === 1 ? 'is' : 'are'} left out.`,
      why: 'Nothing is drawn there, so there would be nothing to work from.',
      ways: [],
    });
  }
  const alone = tiled.steps.filter(({ joins }, i) => i > 0 && joins.length === 0);
  if (alone.length > 0) {
    notes.push({
      id: 'sheets-alone',
      weight: 'watch',
      says: `${alone.map(({ label }) => label).join(', ')} ${alone.length === 1 ? 'joins' : 'join'} no sheet that is already in place.`,
      why: 'The sheets between are empty. Lay it by measure from the surface’s edges, or choose a larger paper.',
      ways: [],
    });
  }
  return notes;
}
