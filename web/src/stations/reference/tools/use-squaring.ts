import { useCallback } from 'react';
import { isUntouched, unsquared, type Squaring } from '@nobrel/core/reference';
import { useDecide, useDecisions } from '../../../store/use-work.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';

/** Changes how the picture that is worked from is put right. */
export function useSquare(): (change: Partial<Squaring>) => void {
  const decide = useDecide();
  const { squaring: all } = useDecisions('reference');
  const { picture, squaring } = useMainPicture();
  return useCallback(
    (change: Partial<Squaring>) => {
      const next = { ...squaring, ...change };
      const others = Object.fromEntries(Object.entries(all).filter(([hash]) => hash !== picture.hash));
      const kept =
        isUntouched(next) && next.originalMm === unsquared.originalMm ? {} : { [picture.hash]: next };
      decide({ room: 'reference', change: { squaring: { ...others, ...kept } } });
    },
    [decide, all, picture.hash, squaring],
  );
}
