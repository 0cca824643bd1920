import { paperOf, printerPapers, defaultSheetDecisions, type Paper } from '@nobrel/core/sheets';
import { LengthError, parseSize } from '@nobrel/core/units';
import { badArgument } from './options.js';

/** A paper by its name, off a roll, or by its size. */
export function readPaper(text: string): Paper {
  const name = printerPapers.find((paper) => paper === text.trim().toLowerCase() && paper !== 'custom');
  if (name) return paperOf({ ...defaultSheetDecisions, paper: name });
  try {
    return parseSize(text);
  } catch (error) {
    if (error instanceof LengthError) throw badArgument(`--paper: ${error.message}`);
    throw error;
  }
}
