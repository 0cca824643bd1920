import { useMemo } from 'react';
import { sheetsToJoin } from '@nobrel/core/file';
import {
  estimateMinutes,
  measuresOf,
  standardSpeeds,
  type Estimate,
  type OwnSpeeds,
} from '@nobrel/core/transfer';
import { useOwnSpeedsQuery } from '../store/api/record.js';
import { useWork } from '../store/use-work.js';

/** The painter’s own speeds; the standard ones until they are known. */
export function useOwnSpeeds(): OwnSpeeds {
  const { data } = useOwnSpeedsQuery();
  return data ?? standardSpeeds;
}

/** What the whole work is estimated at by the painter’s own speeds; null without a map. */
export function useEstimate(): Estimate | null {
  const work = useWork();
  const own = useOwnSpeeds();
  return useMemo(() => {
    const { map, decisions } = work;
    if (!map) return null;
    const { fit, transfer } = decisions;
    const sheets = sheetsToJoin(work);
    return estimateMinutes(measuresOf({ fit, transfer, sheets }, map), own, decisions.map);
  }, [work, own]);
}
