import { findFormat, type SizeMm } from '../../units/index.js';
import type { PrinterPaper, SheetDecisions } from '../decisions.js';

/** A printer's paper. On a roll the height is the longest piece that is cut; what is not needed is not used. */
export type Paper = SizeMm & { roll?: boolean };

/** A printer that takes paper off a roll will not feed a longer piece in one go, mm. */
export const longestOffRollMm = 3000;

const rolls: Readonly<Partial<Record<PrinterPaper, number>>> = { 'a4-roll': 210, 'a3-roll': 329 };
const rollNames: Readonly<Partial<Record<PrinterPaper, string>>> = {
  'a4-roll': 'A4 roll, 210 mm',
  'a3-roll': 'A3+ roll, 329 mm',
};

/** The paper a work's sheets are printed on. */
export function paperOf({ paper, customMm }: Pick<SheetDecisions, 'paper' | 'customMm'>): Paper {
  if (paper === 'custom') return customMm;
  const widthMm = rolls[paper];
  if (widthMm !== undefined) return { widthMm, heightMm: longestOffRollMm, roll: true };
  const format = findFormat(paper);
  if (!format) throw new RangeError(`There is no paper called ${paper}.`);
  return format;
}

/** What a paper is called. */
export function paperName(paper: PrinterPaper): string {
  if (paper === 'custom') return 'paper of your own size';
  return rollNames[paper] ?? findFormat(paper)?.name ?? paper;
}
