import {
  canWork,
  estimateMinutes,
  measuresOf,
  transferMethodIds,
  transferMethodNames,
  transferMethods,
  transferSteps,
  type OwnSpeeds,
} from '../../transfer/index.js';
import { sheetsToJoin } from '../sheets-to-join.js';
import type { MapSummary } from '../map-summary.js';
import type { Printing, WorkDecisions } from '../work.js';
import type { PlannedWork } from './plan.js';

/** Hours that fixative sets, and that a toning wash dries, before anything goes over them. */
const fixingHours = 2;
const washHours = 12;
/** A method has to save this share of the time to be named. */
const worthwhile = 0.8;

/** What a work in hand is planned from; null where there is nothing left to do at the table, or no map yet. */
export function plannedWorkOf(
  id: string,
  decisions: Pick<WorkDecisions, 'title' | 'fit' | 'transfer' | 'file' | 'map' | 'sheets'>,
  map: Pick<MapSummary, 'lifts' | 'metres'> | null,
  printings: readonly Printing[],
  own: OwnSpeeds,
): PlannedWork | null {
  const { title, fit, transfer, file } = decisions;
  const { lineMm } = decisions.sheets;
  if (map === null || file.transferredAt !== null || file.drawer !== 'in-hand') return null;
  const sheets = sheetsToJoin({ printings: [...printings] });
  const traced = transfer.run.traced.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000;
  const share = map.metres > 0 ? Math.max(0, 1 - traced / map.metres) : 1;
  const steps = transferSteps(fit, transfer, sheets);
  const readySteps = steps.filter(({ phase }) => phase === 'Prepare');
  const toPrepare = readySteps.filter(({ id: step }) => transfer.done[step] === undefined);
  const by = (method: WorkDecisions['transfer']['method']) => {
    const whole = measuresOf({ fit, transfer: { ...transfer, method }, sheets }, map);
    const readyShare = readySteps.length > 0 ? toPrepare.length / readySteps.length : 1;
    const { tidyMinutes } = transferMethods[method].time;
    const readyMinutes = tidyMinutes + readyShare * (whole.readyMinutes - tidyMinutes);
    return estimateMinutes(
      { ...whole, metres: share * whole.metres, lifts: share * whole.lifts, readyMinutes },
      own,
      decisions.map,
    );
  };
  const left = by(transfer.method);
  const others = transferMethodIds
    .filter((method) => method !== transfer.method)
    .filter((method) => canWork(method, { fit, transfer, sheets, lineMm }, map.metres))
    .map((method) => ({ method: transferMethodNames[method], minutes: by(method).minutes }))
    .filter(({ minutes }) => minutes < worthwhile * left.minutes)
    .sort((a, b) => a.minutes - b.minutes);
  return {
    id,
    title,
    readyBy: file.readyBy,
    left,
    settleHours:
      (steps.some(({ id: step }) => step === 'fix') ? fixingHours : 0) +
      (transfer.toning === null ? 0 : washHours),
    stretchMinutes: transfer.stretchMinutes,
    // Once it is begun, another method is no way out.
    quicker: traced > 0 ? null : (others[0] ?? null),
    toPrepare: toPrepare.map((step) => step.title),
  };
}
