import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import { mapRequestOf } from '@nobrel/core/file';
import { secondsToTrace } from '@nobrel/core/map';
import { useWork } from '../../../store/use-work.js';
import { mapWorker } from '../../../workers/mapping-workers.js';
import { useBenchMap, usePictureOfMap } from '../bench-map.js';

/** Steps of detail on the slider and in the chart. */
export const detailSteps = 20;

/** A lift for about this much contour, mm: what the lines of a drawing are long, on the average. */
const lineLengthMm = 60;

/** A finished map that has stood this long is likely to be looked at with more detail or less. */
const standsMs = 1500;

/** Detail as it would be at where the slider stands. */
export type DetailTried = {
  /**
   * What would be drawn there, also once the slider was let go until that map is made; null while the slider rests, or
   * the whole is not there yet.
   */
  map: MapDocument | null;
  /** Lines that come with it. */
  coming: readonly MapLine[];
  /** Minutes at every step of detail; null until they are known. */
  minutes: readonly number[] | null;
  /** Asks for the map with every line there is, which the slider thins. */
  askForAll: () => void;
};

/** Whether a line is drawn at a detail. */
const isDrawnAt = (detail: number) => (line: MapLine) =>
  line.from === undefined || line.from <= detail + 1e-9;

/**
 * The map with every line there is, thinned to what a detail would draw, at once.
 *
 * @param at the detail that is tried, or null
 */
export function useDetail(at: number | null): DetailTried {
  const work = useWork();
  const { map: settings } = work.decisions;
  const { map, provisional } = useBenchMap();
  const ready = usePictureOfMap();
  const [whole, setWhole] = useState<{ key: string; map: MapDocument } | null>(null);
  const [lengths, setLengths] = useState<readonly number[] | null>(null);
  const asked = useRef('');
  const request = mapRequestOf(work);
  const key = JSON.stringify([work.id, { ...request, settings: { ...settings, detail: null } }]);
  useEffect(() => {
    if (!ready) return;
    let wanted = true;
    void mapWorker()
      .contourLengths(detailSteps)
      .then((found) => {
        if (wanted) setLengths(found);
      });
    return () => {
      wanted = false;
    };
  }, [ready, map]);
  const detailed = whole?.key === key ? whole.map : null;
  const askForAll = () => {
    if (detailed || asked.current === key || !request) return;
    asked.current = key;
    void mapWorker()
      .detailed(request)
      .then((found) => {
        asked.current = '';
        if (found) setWhole({ key, map: found });
      });
  };
  const askWhileItStands = useEffectEvent(askForAll);
  useEffect(() => {
    if (!ready) return undefined;
    const timer = setTimeout(askWhileItStands, standsMs);
    return () => clearTimeout(timer);
  }, [ready, key]);
  // What the minutes leave room for is only known once the map is made.
  const drawnAt = at ?? (provisional && settings.minutes === null ? settings.detail : null);
  const scrubbed = useMemo(() => {
    if (drawnAt === null || !detailed) return null;
    return {
      ...detailed,
      lines: detailed.lines.filter((line) => line.kind === 'frame' || isDrawnAt(drawnAt)(line)),
    };
  }, [drawnAt, detailed]);
  const coming = useMemo(
    () =>
      at === null || !detailed || at <= settings.detail
        ? []
        : detailed.lines.filter((line) => isDrawnAt(at)(line) && !isDrawnAt(settings.detail)(line)),
    [at, detailed, settings.detail],
  );
  const minutes = useMemo(
    () =>
      lengths?.map(
        (mm) => (secondsToTrace(mm, settings) + settings.secondsPerLift * (mm / lineLengthMm - 1)) / 60,
      ) ?? null,
    [lengths, settings],
  );
  return { map: scrubbed, coming, minutes, askForAll };
}
