import type { TransferMethod } from './ids.js';
import { filmOverOriginal } from './film-over-original.js';
import { gridByHand } from './grid-by-hand.js';
import { lightBox } from './light-box.js';
import type { TransferMethodModule } from './method.js';
import { mirroredTracing } from './mirrored-tracing.js';
import { overheadProjector } from './overhead-projector.js';
import { prickAndPounce } from './prick-and-pounce.js';
import { projector } from './projector.js';
import { rubbedBacking } from './rubbed-backing.js';
import { transferSheet } from './transfer-sheet.js';

/** Every method, by the name it is kept under. */
export const transferMethods: Readonly<Record<TransferMethod, TransferMethodModule>> = {
  'transfer-sheet': transferSheet,
  'rubbed-backing': rubbedBacking,
  'mirrored-tracing': mirroredTracing,
  'light-box': lightBox,
  projector,
  'overhead-projector': overheadProjector,
  'prick-and-pounce': prickAndPounce,
  'grid-by-hand': gridByHand,
  'film-over-original': filmOverOriginal,
};

export { transferMethodIds, transferMethodNames, type TransferMethod } from './ids.js';
export * from './method.js';
