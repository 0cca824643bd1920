import { useEffect, useEffectEvent, useState } from 'react';
import { mapRequestOf, type Work } from '@nobrel/core/file';
import { mapWorker } from './mapping-workers.js';

/**
 * Has the worker read the picture of a map that was kept, for tools that look at the picture itself.
 *
 * @param wanted while such a tool is in hand and the map is finished
 * @returns whether the worker is ready
 */
export function usePictureRead(work: Work, wanted: boolean): boolean {
  const request = mapRequestOf(work);
  const key = JSON.stringify([request?.picture.hash, request?.squaring, request?.window, request?.placement]);
  const [read, setRead] = useState<string | null>(null);
  // The key stands for all that the order is made of.
  const haveRead = useEffectEvent(() => {
    const order = mapRequestOf(work);
    if (!order) return;
    void mapWorker()
      .ready(order)
      .then((done) => {
        if (done) setRead(key);
      });
  });
  useEffect(() => {
    if (wanted) haveRead();
  }, [wanted, key]);
  return read === key;
}
