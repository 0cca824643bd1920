import { useMemo } from 'react';
import { lessonNotes, lookAgainNotes, type SharedTrait, type Station } from '@nobrel/core/file';
import type { Note } from '@nobrel/core/notes';
import { useLessonsQuery } from '../store/api/record.js';
import { useDecisions, useWorkId } from '../store/use-work.js';

/** What of earlier works matters at a station. */
const matters: Readonly<Partial<Record<Station, readonly SharedTrait[]>>> = {
  fit: ['series', 'surface'],
  map: ['series', 'surface', 'school'],
  sheets: ['method'],
  transfer: ['series', 'surface', 'method'],
};

/** What was learned at earlier works, and what a work made from another one asks to be looked at again. */
export function useRemembered(station: Station): Note<never>[] {
  const { data } = useLessonsQuery(useWorkId());
  const file = useDecisions('file');
  return useMemo(
    () => [...lookAgainNotes({ file }, station), ...lessonNotes(data ?? [], matters[station] ?? [])],
    [file, data, station],
  );
}
