import { transferSteps, type TransferStep } from '../transfer/index.js';
import { sheetsToJoin } from './sheets-to-join.js';
import type { Work } from './work.js';

/** Steps of the transfer as they stand for a work. */
export function stepsOf(work: Work): TransferStep[] {
  return transferSteps(work.decisions.fit, work.decisions.transfer, sheetsToJoin(work));
}
