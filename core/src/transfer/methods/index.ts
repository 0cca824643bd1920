import type { TransferMethod } from '../decisions.js';
import type { TransferMethodModule } from './method.js';
import { rubbedBacking } from './rubbed-backing.js';
import { transferSheet } from './transfer-sheet.js';

/** Every method, by the name it is kept under. */
export const transferMethods: Readonly<Record<TransferMethod, TransferMethodModule>> = {
  'transfer-sheet': transferSheet,
  'rubbed-backing': rubbedBacking,
};

export type { TransferMethodModule } from './method.js';
