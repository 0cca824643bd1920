import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import { MapMaker } from '@nobrel/core/map';
import { makeInSteps, OrderedPictures, type MapOrder } from './map-orders.js';

/** So many times coarser each way than the map: what is lost is made good by that. */
const coarser = 4;

/** More pixels than this say nothing more at that resolution, on the long side of what is used. */
const maxWindowPx = 1280;

const maker = new MapMaker();
const pictures = new OrderedPictures(maxWindowPx);
let newest = 0;
/** The look under way or made last: one that was begun ahead is joined by whoever comes to want it. */
let last: { key: string; map: Promise<MapDocument | null> } | null = null;

const work = {
  /**
   * Makes a quick look of a map, beside the worker that makes the map itself. One that was begun is finished, so that
   * there is something to see while a limit is dragged; of those that wait only the newest is made.
   *
   * @returns the look, or null when a newer order came in
   */
  look(order: MapOrder): Promise<MapDocument | null> {
    const key = JSON.stringify(order);
    if (last?.key === key) return last.map;
    const own = ++newest;
    const before = last?.map.catch(() => null);
    const map = Promise.resolve(before).then(async () => {
      if (own !== newest) return null;
      const request = await pictures.requestFor(order);
      return makeInSteps(maker, { ...request, coarser }, () => true);
    });
    last = { key, map };
    // One that could not be made is tried anew the next time.
    map.catch(() => {
      if (last?.map === map) last = null;
    });
    return map;
  },
};
export type LookWorker = typeof work;

expose(work);
