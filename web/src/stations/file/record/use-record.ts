import { useMemo } from 'react';
import { recordOf, type RecordLine } from '@nobrel/core/file';
import { useEstimate } from '../../../bench/use-estimate.js';
import { useVersionsQuery } from '../../../store/api/map.js';
import { useCalibrationsQuery } from '../../../store/api/sheets.js';
import { useUnit } from '../../../store/hooks.js';
import { useWork } from '../../../store/use-work.js';

/** The record of the work on the bench, line by line. */
export function useRecord(): RecordLine[] {
  const work = useWork();
  const unit = useUnit();
  const versions = useVersionsQuery(work.id, { skip: work.map === null });
  const calibrations = useCalibrationsQuery();
  const estimate = useEstimate();
  return useMemo(
    () =>
      recordOf(work, {
        unit,
        versions: versions.data,
        calibrations: new Map(calibrations.data?.map(({ id, name }) => [id, name])),
        estimate,
      }),
    [work, unit, versions.data, calibrations.data, estimate],
  );
}
