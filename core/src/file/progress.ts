import type { Station } from './station-ids.js';
import type { Work, WorkDecisions } from './work.js';

/** Where a work can stand. */
export const standingIds = [
  'begun',
  'mapped',
  'printed',
  'being-transferred',
  'transferred',
  'filed',
] as const;
export type StandingId = (typeof standingIds)[number];

/** How a standing is said, at which station work goes on, and the next thing to do there. */
export const standings: Readonly<Record<StandingId, { station: Station; stage: string; next: string }>> = {
  begun: { station: 'fit', stage: 'Begun', next: 'Place it on the surface, then make the map.' },
  mapped: { station: 'sheets', stage: 'Mapped', next: 'Print the sheets.' },
  printed: { station: 'transfer', stage: 'Printed', next: 'Carry it across.' },
  'being-transferred': { station: 'transfer', stage: 'Being transferred', next: 'Go on with the transfer.' },
  transferred: { station: 'file', stage: 'Transferred', next: 'Note where the tracing is kept.' },
  filed: { station: 'file', stage: 'Transferred', next: 'Filed: nothing left to do.' },
};

/** What a standing is read off. */
export type Progress = {
  decisions: Pick<WorkDecisions, 'file' | 'transfer'>;
  mapped: boolean;
  printed: boolean;
};

/** Reads off where a work stands from what has been done. */
export function standingOf({ decisions: { file, transfer }, mapped, printed }: Progress): StandingId {
  if (file.transferredAt !== null) return file.tracingKept.trim() === '' ? 'transferred' : 'filed';
  const begun =
    Object.keys(transfer.done).length > 0 || transfer.sittings.length > 0 || transfer.sittingSince !== null;
  if (begun) return 'being-transferred';
  return printed ? 'printed' : mapped ? 'mapped' : 'begun';
}

/** What the standing of a work is read off. */
export const progressOf = ({
  decisions,
  map,
  printings,
}: Pick<Work, 'decisions' | 'map' | 'printings'>): Progress => ({
  decisions,
  mapped: map !== null,
  printed: printings.length > 0,
});
