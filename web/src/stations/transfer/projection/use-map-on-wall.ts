import { useEffect } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useWork } from '../../../store/hooks.js';

/** The map that is projected; fetched anew when it was made anew meanwhile, here or elsewhere. */
export function useMapOnWall(): MapDocument | undefined {
  const work = useWork();
  const { data, refetch, isFetching } = useKeptMapQuery(work.id, { skip: work.map === null });
  const isOld =
    data !== undefined &&
    work.map !== null &&
    (data.summary.version !== work.map.version || data.summary.madeAt !== work.map.madeAt);
  useEffect(() => {
    if (isOld && !isFetching) void refetch();
  }, [isOld, isFetching, refetch]);
  return work.map === null ? undefined : data?.document;
}
