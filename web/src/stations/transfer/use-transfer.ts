import { createContext, useContext } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { TransferDecisions } from '@nobrel/core/transfer';
import { useDecide, useDecisions } from '../../store/use-work.js';

const MapContext = createContext<MapDocument | undefined>(undefined);
/** Hands the tools the map that is carried across. */
export const OnTransferBench = MapContext.Provider;

/** The map that is carried across; missing while it is being fetched. */
export const useTransferMap = (): MapDocument | undefined => useContext(MapContext);

/** The transfer's decisions, and how they are changed. */
export function useTransfer(): {
  transfer: TransferDecisions;
  change: (fields: Partial<TransferDecisions>) => void;
} {
  const transfer = useDecisions('transfer');
  const decide = useDecide();
  return { transfer, change: (fields) => decide({ room: 'transfer', change: fields }) };
}
