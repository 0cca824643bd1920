import type { ComponentType } from 'react';
import type { Station } from '@nobrel/core/file';

type Page = { Component: ComponentType };

/** The page of each station, loaded when it is first gone to. */
export const stationPages: Readonly<Record<Station, () => Promise<Page>>> = {
  reference: async () => ({ Component: (await import('./reference/reference-station.js')).ReferenceStation }),
  fit: async () => ({ Component: (await import('./fit/fit-station.js')).FitStation }),
  map: async () => ({ Component: (await import('./map/map-station.js')).MapStation }),
  sheets: async () => ({ Component: (await import('./sheets/sheets-station.js')).SheetsStation }),
  check: async () => ({ Component: (await import('./check/check-station.js')).CheckStation }),
  transfer: async () => ({ Component: (await import('./transfer/transfer-station.js')).TransferStation }),
  file: async () => ({ Component: (await import('./file/record/file-station.js')).FileStation }),
};
