import { createContext, useContext } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Calibration, SheetDecisions, SheetPage } from '@nobrel/core/sheets';

/** What is on the bench at Sheets, for its tools. */
export type BenchSheets = {
  map: MapDocument;
  /** What is laid out now: for a printer that is being calibrated, its own sheet. */
  sheets: SheetDecisions;
  calibration: Calibration | null;
  /** The calibration sheet, while it is the one shown. */
  page: SheetPage | null;
};

const Context = createContext<BenchSheets | null>(null);
export const OnBench = Context.Provider;

/** The sheets on the bench; only within the Sheets station. */
export function useBenchSheets(): BenchSheets {
  const bench = useContext(Context);
  if (!bench) throw new Error('There are no sheets on the bench.');
  return bench;
}
