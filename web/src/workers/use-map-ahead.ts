import { proxy } from 'comlink';
import { useEffect, useEffectEvent } from 'react';
import { mapRequestOf, type Work } from '@nobrel/core/file';
import { beforeMap, lookWorker, mapWorker } from './mapping-workers.js';

/** A picture and its place that have stood this long are taken for what will be mapped. */
const standsMs = 800;

/**
 * Begins the first map of a work at the stations before Map, while the picture is being looked at: it is there, or under
 * way, when the painter comes to it.
 */
export function useMapAhead(work: Work): void {
  const request = work.map === null ? mapRequestOf(work) : null;
  const key = JSON.stringify(request);
  const begin = useEffectEvent(() => {
    if (!request) return;
    const ignore = () => undefined;
    // What cannot be mapped is said at Map.
    void beforeMap(lookWorker().look(request).catch(ignore)).then(() =>
      mapWorker().make(request, proxy(ignore)).catch(ignore),
    );
  });
  useEffect(() => {
    const timer = setTimeout(begin, standsMs);
    return () => clearTimeout(timer);
  }, [key]);
}
