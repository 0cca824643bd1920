import { useCallback, useMemo } from 'react';
import { findFitFault, layOut, type FitDecisions, type Layout } from '@nobrel/core/fit';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useDecide, useDecisions } from '../../store/use-work.js';

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

/** Where the picture lies on the surface; only where the decisions on the fit have no fault. */
export function useLayout(): Layout {
  const { preparation } = useMainPicture();
  const fit = useDecisions('fit');
  return useMemo(() => layOut(preparation, fit), [preparation, fit]);
}
