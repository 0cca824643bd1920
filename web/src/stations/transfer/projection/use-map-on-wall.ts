import { useEffect, useRef } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useWork } from '../../../store/use-work.js';

/** The map that is projected; fetched anew when it was made anew meanwhile, here or elsewhere. */
export function useMapOnWall(): MapDocument | undefined {
  const work = useWork();
  const { data, isFetching, refetch } = useKeptMapQuery(work.id, { skip: work.map === null });
  const kept = work.map && `${work.map.version} ${work.map.madeAt}`;
  const shown = data && `${data.summary.version} ${data.summary.madeAt}`;
  /** What was asked for last: where the work is the older of both, asking again and again would bring nothing. */
  const asked = useRef<string | null>(null);
  useEffect(() => {
    // While one is on its way no other is fetched, and the one on its way may be older.
    if (isFetching || shown === undefined || shown === kept || asked.current === kept) return;
    asked.current = kept;
    void refetch();
  }, [kept, shown, isFetching, refetch]);
  return work.map === null ? undefined : data?.document;
}
