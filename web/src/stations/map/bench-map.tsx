import { createContext, useContext, useEffect, useEffectEvent, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Layout } from '@nobrel/core/fit';
import type { MapSettings } from '@nobrel/core/map';
import { useDecide, useDecisions, useWork } from '../../store/use-work.js';
import { mapWorker } from '../../workers/mapping-workers.js';
import { usePictureRead } from '../../workers/use-picture-read.js';

/** What is on the bench at Map, for its tools and leaves. */
export type BenchMap = {
  map: MapDocument | null;
  /** True while the map is only a quick look or out of date. */
  provisional: boolean;
  layout: Layout;
};

const Context = createContext<BenchMap | null>(null);
export const OnBench = Context.Provider;

/** The map on the bench; only within the Map station. */
export function useBenchMap(): BenchMap {
  const bench = useContext(Context);
  if (!bench) throw new Error('There is no map on the bench.');
  return bench;
}

/** The settings of the map, and how they are changed. */
export function useSettings(): [MapSettings, (fields: Partial<MapSettings>) => void] {
  const decide = useDecide();
  return [useDecisions('map'), (fields) => decide({ room: 'map', change: fields })];
}

/** Whether the worker has read the picture of the finished map, for a tool that looks at the picture itself. */
export function usePictureOfMap(): boolean {
  const { provisional } = useBenchMap();
  return usePictureRead(useWork(), !provisional);
}

/** What the worker knows of the finished map, asked again when that changes; null until it is known. */
export function useFoundInMap<T>(ask: (worker: ReturnType<typeof mapWorker>) => Promise<T | null>): T | null {
  const { map } = useBenchMap();
  const ready = usePictureOfMap();
  const [found, setFound] = useState<T | null>(null);
  const askNow = useEffectEvent(() => ask(mapWorker()));
  useEffect(() => {
    if (!ready) return undefined;
    let wanted = true;
    void askNow().then((answer) => {
      if (wanted) setFound(answer);
    });
    return () => {
      wanted = false;
    };
  }, [ready, map]);
  return found;
}

export type ReferenceKind = 'photograph' | 'drawing';

/** What the reference is taken for: as the painter says, or as the map found it; null until the first map. */
export function useReferenceKind(map: MapDocument | null): ReferenceKind | null {
  const { reference } = useDecisions('map');
  return reference === 'auto' ? (map?.readAs?.kind ?? null) : reference;
}
