import { surfaceOf, type FitDecisions } from '../../fit/index.js';
import type { TransferDecisions } from '../decisions.js';
import { transferMethods } from '../methods/index.js';
import { mediumOf } from '../medium.js';
import { orderSchoolModules } from '../order/schools.js';
import { largeFromMm, stepsFor, type Circumstances, type TransferStep } from './step.js';

/** The printed sheets a drawing is joined from, and how long their check bars are, mm. */
export type SheetsToJoin = { count: number; barsMm: readonly number[] };

/** What is planned of the surface. */
export type SurfacePlanned = Pick<
  FitDecisions,
  'kind' | 'traits' | 'groundColour' | 'gramsPerM2' | 'widthMm' | 'heightMm'
>;

/** What of the decisions the steps follow. */
export type SteppedBy = Pick<TransferDecisions, 'method' | 'hand' | 'school' | 'medium'>;

/**
 * The ordered steps for carrying a drawing across.
 *
 * @param fit the final surface, with its size
 * @param transfer method, drawing hand, school of tracing and what is painted with
 * @param sheets the printed sheets the drawing is joined from
 */
export function transferSteps(
  fit: SurfacePlanned,
  transfer: SteppedBy,
  sheets: SheetsToJoin,
): TransferStep[] {
  return stepsFor(transferMethods[transfer.method].steps, circumstancesOf(fit, transfer, sheets), {
    from: transfer.hand === 'right' ? 'left' : 'right',
    hand: transfer.hand,
    school: orderSchoolModules[transfer.school].name,
    sheets: String(sheets.count),
    bars: sheets.barsMm.join(' or '),
  });
}

/** What the steps and materials follow from. */
export function circumstancesOf(
  fit: SurfacePlanned,
  transfer: SteppedBy,
  sheets: Pick<SheetsToJoin, 'count'>,
): Circumstances {
  const { name: _, ...surface } = surfaceOf(fit);
  return {
    ...surface,
    medium: mediumOf(transfer.medium, surface),
    hand: transfer.hand,
    school: transfer.school,
    joined: sheets.count > 1,
    large: Math.max(fit.widthMm, fit.heightMm) > largeFromMm,
  };
}
