import type { Station } from './stations.js';
import type { Work } from './work.js';

/** Where a work stands, and the next thing to do. */
export type Standing = { station: Station; stage: string; next: string };

/** Reads off where a work stands from what has been done. */
export function standingOf(work: Pick<Work, 'decisions' | 'map' | 'printings'>): Standing {
  const { file, transfer } = work.decisions;
  if (file.transferredAt !== null) {
    const kept = file.tracingKept.trim() !== '';
    return {
      station: 'file',
      stage: 'Transferred',
      next: kept ? 'Filed: nothing left to do.' : 'Note where the tracing is kept.',
    };
  }
  const begun =
    Object.keys(transfer.done).length > 0 || transfer.sittings.length > 0 || transfer.sittingSince !== null;
  if (begun) return { station: 'transfer', stage: 'Being transferred', next: 'Go on with the transfer.' };
  if (work.printings.length > 0) return { station: 'transfer', stage: 'Printed', next: 'Carry it across.' };
  if (work.map !== null) return { station: 'sheets', stage: 'Mapped', next: 'Print the sheets.' };
  return { station: 'fit', stage: 'Begun', next: 'Place it on the surface, then make the map.' };
}
