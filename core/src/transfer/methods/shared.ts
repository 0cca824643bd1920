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
/** Nothing but the line. */
export const onlyTheLine: WordsWhen[] = [{ for: 'left', words: 'Nothing but the pencil line.' }];
