import { useLocation } from 'react-router';
import { stationIds, type Station } from '@nobrel/core/file';

/** The station one is at, by the address. */
export function useStation(): Station | null {
  const { pathname } = useLocation();
  const last = pathname.split('/').pop();
  return stationIds.find((id) => id === last) ?? null;
}
