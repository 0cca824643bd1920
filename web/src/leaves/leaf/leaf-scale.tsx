import { createContext, useContext, type ReactNode } from 'react';

const Scale = createContext(1);

/** Tells what is drawn on a leaf how many pixels one content unit takes at the moment. */
export function LeafScale({ value, children }: { value: number; children: ReactNode }) {
  return <Scale value={value}>{children}</Scale>;
}

/** Pixels a content unit (mm on the surface) takes on this leaf now. */
export function useLeafScale(): number {
  return useContext(Scale);
}
