import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useEffectEvent, useRef, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { isMapCurrent, mapOrigin, mapRequestOf, type Work } from '@nobrel/core/file';
import type { MapProgress } from '@nobrel/core/map';
import { messageOf } from '../store/api/base.js';
import { useKeptMapQuery } from '../store/api/map.js';
import { useKeepMap } from '../store/use-keep-map.js';
import type { MapWorker } from './map-worker.js';

/** How the map stands while it is being made. */
export type Mapping = {
  /** The newest map there is to show: the finished one, a quick look, or the last one kept. */
  map: MapDocument | null;
  /** True while what is shown is only a quick look or out of date. */
  provisional: boolean;
  progress: MapProgress | null;
  stopped: boolean;
  fault: string | null;
  stop: () => void;
  makeAgain: () => void;
};

/** A gap changed quickly several times asks for one map, not for several. */
const settleMs = 60;

let shared: Remote<MapWorker> | null = null;
/** The worker that makes maps and follows edges. */
export function mapWorker(): Remote<MapWorker> {
  shared ??= wrap<MapWorker>(new Worker(new URL('./map-worker.ts', import.meta.url), { type: 'module' }));
  return shared;
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
    // What cannot be mapped is said at Map.
    if (request)
      mapWorker()
        .make(
          request,
          proxy(() => undefined),
        )
        .catch(() => undefined);
  });
  useEffect(() => {
    const timer = setTimeout(begin, standsMs);
    return () => clearTimeout(timer);
  }, [key]);
}

/** Keeps the map in step with the work's decisions: made in the worker, then kept by the server. */
export function useMapping(work: Work): Mapping {
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const keepMap = useKeepMap();
  const [made, setMade] = useState<{ map: MapDocument; preview: boolean } | null>(null);
  const [progress, setProgress] = useState<MapProgress | null>(null);
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
    setProgress({ stage: 'Reading the picture', share: 0 });
    mapWorker()
      .make(
        wanted,
        proxy((report) => {
          if (newest.current !== key) return;
          if (report.kind === 'progress') setProgress(report.progress);
          else setMade({ map: report.map, preview: true });
        }),
      )
      .then(async (drawn) => {
        if (!drawn || newest.current !== key) return;
        // The document speaks of the picture as stored and prepared, not of the worker's copy.
        const map = { ...drawn, settings: { ...drawn.settings, ...mapOrigin(wanted) } };
        setMade({ map, preview: false });
        setProgress(null);
        const answer = await keepMap(work.id, map);
        if (answer.error) setFault(`The map could not be kept. ${messageOf(answer.error)}`);
      })
      .catch((error: unknown) => {
        setProgress(null);
        setFault(error instanceof Error ? error.message : 'The map could not be made.');
      });
  });
  useEffect(() => {
    if (!needed) return undefined;
    newest.current = key;
    const timer = setTimeout(make, settleMs);
    return () => clearTimeout(timer);
  }, [key, needed]);

  const stop = useCallback(() => {
    newest.current = '';
    void mapWorker().stop();
    setProgress(null);
    setStopped(true);
  }, []);
  const makeAgain = useCallback(() => {
    setMade(null);
    setFault(null);
    setRound((n) => n + 1);
  }, []);
  return {
    map: upToDate ?? made?.map ?? keptMap,
    provisional: upToDate === null,
    progress: upToDate ? null : progress,
    stopped,
    fault,
    stop,
    makeAgain,
  };
}
