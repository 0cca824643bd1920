import type { Supply } from '../supplies.js';
import type { WordsWhen } from './method.js';

/** Materials that several methods share. */
export const tracingPoint: WordsWhen[] = [
  { for: 'point', words: 'an empty ball-point', when: { tooth: 'rough' } },
  { for: 'point', words: 'a hard pencil or stylus' },
];
export const lowTackTape: WordsWhen = { for: 'tape', words: 'low-tack tape' };
export const puttyRubber: WordsWhen = { for: 'rubber', words: 'a putty rubber' };
export const drawingPencil: WordsWhen[] = [
  { for: 'pencil', words: 'a white pencil', when: { dark: true } },
  { for: 'pencil', words: 'a sharp HB or H pencil' },
];
/** What most methods use up: sheets, and tape for their corners and joins. */
export const printedSheets: Supply = { words: 'printed sheets', kind: 'print-paper', perSheet: 1 };
export const lowTackMetres: Supply = { words: 'm of tape', kind: 'tape', each: 0.4, perSheet: 0.3 };
/** A transfer sheet wears by the metre. */
export const wornSheets: Supply = {
  words: 'transfer sheets, as far as one marks',
  kind: 'transfer-sheet',
  perSheetLife: 1,
};
/** Nothing but the line. */
export const onlyTheLine: WordsWhen[] = [{ for: 'left', words: 'Nothing but the pencil line.' }];
