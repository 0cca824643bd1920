import { proxy } from 'comlink';
import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { isMapCurrent, mapOrigin, mapRequestOf, type Work } from '@nobrel/core/file';
import type { MapProgress } from '@nobrel/core/map';
import { messageOf } from '../store/api/base.js';
import { useKeptMapQuery } from '../store/api/map.js';
import { createHeld, type Held } from '../store/held.js';
import { useKeepMap } from '../store/use-keep-map.js';
import { beforeMap, mapWorker } from './mapping-workers.js';
import { QuickLooks } from './quick-looks.js';

/** How the map stands while it is being made. */
export type Mapping = {
  /** The newest map there is to show: the finished one, a quick look, or the last one kept. */
  map: MapDocument | null;
  /** True while what is shown is only a quick look or out of date. */
  provisional: boolean;
  /** Held apart, as it changes many times while a map is made. */
  progress: Held<MapProgress | null>;
  stopped: boolean;
  fault: string | null;
  stop: () => void;
  makeAgain: () => void;
};

/** A limit that is being dragged asks for one map in the end, not for many; quick looks follow it meanwhile. */
const settleMs = 120;

/** Keeps the map in step with the work's decisions: made in workers, a quick look first, then kept by the server. */
export function useMapping(work: Work): Mapping {
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const keepMap = useKeepMap();
  const [made, setMade] = useState<{ map: MapDocument; preview: boolean } | null>(null);
  const [progress] = useState(() => createHeld<MapProgress | null>(null));
  const [looks] = useState(() => new QuickLooks());
  const [fault, setFault] = useState<string | null>(null);
  const [stopped, setStopped] = useState(false);
  const [round, setRound] = useState(0);
  const request = mapRequestOf(work);
  const key = JSON.stringify([request, round]);
  const newest = useRef(key);
  const keptMap = work.map === null ? null : (kept.data?.document ?? null);
  const waiting = work.map !== null && kept.isLoading;
  const upToDate =
    (made && !made.preview && isMapCurrent(made.map, work) ? made.map : null) ??
    (keptMap && isMapCurrent(keptMap, work) ? keptMap : null);
  const needed = request !== null && !waiting && upToDate === null;

  const make = useEffectEvent(() => {
    // The key stands for all that the request is made of.
    const wanted = request;
    if (!wanted) return;
    setStopped(false);
    setFault(null);
    mapWorker()
      .make(
        wanted,
        proxy((told) => {
          if (newest.current === key) progress.hold(told);
        }),
      )
      .then(async (drawn) => {
        if (!drawn || newest.current !== key) return;
        // The document speaks of the picture as stored and prepared, not of the worker's copy.
        const map = { ...drawn, settings: { ...drawn.settings, ...mapOrigin(wanted) } };
        setMade({ map, preview: false });
        progress.hold(null);
        const answer = await keepMap(work.id, map);
        if (answer.error) setFault(`The map could not be kept. ${messageOf(answer.error)}`);
      })
      .catch((error: unknown) => {
        progress.hold(null);
        setFault(error instanceof Error ? error.message : 'The map could not be made.');
      });
  });
  const show = useEffectEvent((seen: MapDocument | null) => {
    if (seen && needed) setMade({ map: seen, preview: true });
  });
  const look = useEffectEvent(() => (request ? looks.ask(request, round, show) : Promise.resolve()));
  const changedAt = useRef(-Infinity);
  useEffect(() => {
    if (!needed) return undefined;
    const since = performance.now() - changedAt.current;
    changedAt.current = performance.now();
    newest.current = key;
    progress.hold({ stage: 'Reading the picture', share: 0 });
    const looked = beforeMap(look());
    const makeUnlessStopped = () => {
      if (newest.current === key) make();
    };
    const timer = setTimeout(() => void looked.then(makeUnlessStopped), since < settleMs ? settleMs : 0);
    return () => clearTimeout(timer);
  }, [key, needed, progress]);

  const stop = useCallback(() => {
    newest.current = '';
    void mapWorker().stop();
    progress.hold(null);
    setStopped(true);
  }, [progress]);
  const makeAgain = useCallback(() => {
    setMade(null);
    setFault(null);
    setRound((n) => n + 1);
  }, []);
  const map = upToDate ?? made?.map ?? keptMap;
  const provisional = upToDate === null;
  return useMemo(
    () => ({ map, provisional, progress, stopped, fault, stop, makeAgain }),
    [map, provisional, progress, stopped, fault, stop, makeAgain],
  );
}
