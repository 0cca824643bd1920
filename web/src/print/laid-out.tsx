import type { ReactNode } from 'react';
import { findFitFault, layOut, type Layout } from '@nobrel/core/fit';
import { useMainPicture } from '../leaves/use-reference.js';
import { useWork } from '../store/hooks.js';

/** What needs the picture on its surface, or the sentence that says why it does not lie there. */
export function LaidOut({ children }: { children: (layout: Layout) => ReactNode }) {
  const { fit } = useWork().decisions;
  const { preparation } = useMainPicture();
  const fault = findFitFault(fit);
  return fault ? <p role="alert">{fault.message} Mend it at Fit.</p> : children(layOut(preparation, fit));
}
