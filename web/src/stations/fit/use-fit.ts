import { useCallback } from 'react';
import { findFitFault, type FitDecisions } from '@nobrel/core/fit';
import { useDecide, useDecisions } from '../../store/hooks.js';

/** The decisions on the fit, how to change them, and what would be wrong with a change. */
export function useFit() {
  const fit = useDecisions('fit');
  const decide = useDecide();
  const change = useCallback(
    (fields: Partial<FitDecisions>) => decide({ room: 'fit', change: fields }),
    [decide],
  );
  const faultWith = (fields: Partial<FitDecisions>) => findFitFault({ ...fit, ...fields })?.message ?? null;
  return { fit, change, faultWith };
}
