import { namedFormats, type SizeMm } from '../../units/index.js';
import type { TransferDecisions } from '../decisions.js';
import { transferMethods, type TransferMethod } from '../methods/index.js';

/** Whether a method works with a coated sheet. */
export const usesCoatedSheet = (method: TransferMethod): boolean =>
  transferMethods[method].gear.includes('transfer-sheet');

/** The transfer sheet that is moved over the work, or null where it is as large as that or there is none. */
export function coatedSheetOf({
  method,
  coated,
  coatedMm,
}: Pick<TransferDecisions, 'method' | 'coated' | 'coatedMm'>): SizeMm | null {
  if (!usesCoatedSheet(method) || coated === 'whole') return null;
  return coated === 'own' ? coatedMm : (namedFormats.find(({ id }) => id === coated) ?? null);
}
