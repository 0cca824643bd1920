import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { isMapCurrent, mapOrigin, mapRequestOf, type Work } from '@nobrel/core/file';
import type { MapProgress } from '@nobrel/core/map';
import { messageOf } from '../store/api/base.js';
import { useKeptMapQuery } from '../store/api/map.js';
import { createHeld, type Held } from '../store/held.js';
import { useKeepMap } from '../store/use-keep-map.js';
import type { LookWorker } from './look-worker.js';
import type { MapWorker } from './map-worker.js';

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

let shared: Remote<MapWorker> | null = null;
/** The worker that makes maps and follows edges. */
export function mapWorker(): Remote<MapWorker> {
  shared ??= wrap<MapWorker>(new Worker(new URL('./map-worker.ts', import.meta.url), { type: 'module' }));
  return shared;
}

let sharedLooks: Remote<LookWorker> | null = null;
/** The worker that makes quick looks, beside the one that makes maps. */
function lookWorker(): Remote<LookWorker> {
  sharedLooks ??= wrap<LookWorker>(
    new Worker(new URL('./look-worker.ts', import.meta.url), { type: 'module' }),
  );
  return sharedLooks;
}

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

/** With fewer processors than this two workers and the page would only slow each other down. */
const minProcessors = 4;

/** What the full map waits for: its quick look, where they cannot be made side by side. */
const beforeMap = (look: Promise<unknown>): Promise<unknown> =>
  navigator.hardwareConcurrency < minProcessors ? look : Promise.resolve();

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

type MapRequestOfWork = NonNullable<ReturnType<typeof mapRequestOf>>;

/** What a quick look is made of anew for: not for a change by hand, nor for more or less time. */
const lookOf = (request: MapRequestOfWork) =>
  JSON.stringify({ ...request, corrections: [], settings: { ...request.settings, minutes: null } });

/** Keeps the map in step with the work's decisions: made in workers, a quick look first, then kept by the server. */
export function useMapping(work: Work): Mapping {
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const keepMap = useKeepMap();
  const [made, setMade] = useState<{ map: MapDocument; preview: boolean } | null>(null);
  const [progress] = useState(() => createHeld<MapProgress | null>(null));
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
  const lastLook = useRef({ of: '', come: Promise.resolve() });
  const show = useEffectEvent((seen: MapDocument | null) => {
    if (seen && needed) setMade({ map: seen, preview: true });
  });
  /** Asks for a quick look, unless it would show what the last one did; resolves when it has come, or will not. */
  const look = useEffectEvent(() => {
    const of = request ? lookOf(request) + String(round) : '';
    if (request && lastLook.current.of !== of) {
      // What cannot be mapped is said of the full map.
      const come = lookWorker()
        .look(request)
        .then(show, () => undefined);
      lastLook.current = { of, come };
    }
    return lastLook.current.come;
  });
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
