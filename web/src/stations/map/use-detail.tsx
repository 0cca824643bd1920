import { Slider } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { MapDocument, MapLine } from '@nobrel/core/documents';
import { mapRequestOf, type Work } from '@nobrel/core/file';
import { effortOf, secondsToTrace, type MapSettings } from '@nobrel/core/map';
import { aboutMinutes, counted } from '@nobrel/core/units';
import { MinutesChart } from '../../bench/minutes-chart.js';
import { mapWorker } from '../../workers/use-mapping.js';

/** Steps of detail on the slider and in the chart. */
const steps = 20;

/** A lift for about this much contour, mm: what the lines of a drawing are long, on the average. */
const lineLengthMm = 60;

/** Detail in the painter's hand: a slider, what it costs, and the map as it would be while it is moved. */
export type DetailInHand = {
  panel: React.ReactNode;
  /** What would be drawn at the detail the slider stands at while it is moved; null when it rests. */
  scrubbed: MapDocument | null;
  /** Lines that come with the detail the slider stands at. */
  coming: readonly MapLine[];
};

/** Whether a line is drawn at a detail. */
const isDrawnAt = (detail: number) => (line: MapLine) =>
  line.from === undefined || line.from <= detail + 1e-9;

/**
 * The slider of detail beside the map. While it moves, the map with every line there is is thinned to what each
 * detail would draw, at once; when it is let go the map is made at that detail.
 *
 * @param ready whether the map shown is finished, so that the worker has seen its picture
 */
export function useDetail(
  work: Work,
  map: MapDocument | null,
  ready: boolean,
  settings: MapSettings,
  change: (fields: Partial<MapSettings>) => void,
): DetailInHand {
  const [at, setAt] = useState<number | null>(null);
  const [whole, setWhole] = useState<{ key: string; map: MapDocument } | null>(null);
  const [lengths, setLengths] = useState<readonly number[] | null>(null);
  const asked = useRef('');
  const { detail: _, ...others } = settings;
  const key = JSON.stringify([
    work.id,
    mapRequestOf({ ...work, decisions: { ...work.decisions, map: settings } })?.placement,
    others,
  ]);
  useEffect(() => {
    if (!ready) return;
    let wanted = true;
    void mapWorker()
      .contourLengths(steps)
      .then((found) => {
        if (wanted) setLengths(found);
      });
    return () => {
      wanted = false;
    };
  }, [ready, map]);
  const detailed = whole?.key === key ? whole.map : null;
  const askForAll = () => {
    const order = mapRequestOf(work);
    if (detailed || asked.current === key || !order) return;
    asked.current = key;
    void mapWorker()
      .detailed(order)
      .then((found) => {
        asked.current = '';
        if (found) setWhole({ key, map: found });
      });
  };
  const shown = at ?? settings.detail;
  const scrubbed = useMemo(() => {
    if (at === null || !detailed) return null;
    return {
      ...detailed,
      lines: detailed.lines.filter((line) => line.kind === 'frame' || isDrawnAt(at)(line)),
    };
  }, [at, detailed]);
  const coming = useMemo(
    () =>
      at === null || !detailed || at <= settings.detail
        ? []
        : detailed.lines.filter((line) => isDrawnAt(at)(line) && !isDrawnAt(settings.detail)(line)),
    [at, detailed, settings.detail],
  );
  const effort = scrubbed ? effortOf(scrubbed) : map ? effortOf(map) : null;
  const minutes = useMemo(
    () =>
      lengths?.map(
        (mm) => (secondsToTrace(mm, settings) + settings.secondsPerLift * (mm / lineLengthMm - 1)) / 60,
      ) ?? null,
    [lengths, settings],
  );
  return {
    scrubbed,
    coming,
    panel: (
      <section className="map-panel detail-panel" aria-label="Detail">
        <label>
          Detail
          <Slider
            min={0}
            max={100}
            step={100 / steps}
            value={Math.round(100 * shown)}
            onFocus={askForAll}
            onChange={(value) => {
              askForAll();
              setAt(value / 100);
            }}
            onChangeComplete={(value) => {
              setAt(null);
              if (value / 100 !== settings.detail) change({ detail: value / 100 });
            }}
            tooltip={{ formatter: (value) => `${value ?? 0} %` }}
            ariaLabelForHandle="How much detail is drawn"
          />
        </label>
        <div className="detail-ends" aria-hidden>
          <span>largest silhouettes</span>
          <span>everything</span>
        </div>
        {effort && (
          <p aria-live="polite">
            {Math.round(100 * shown)} %: {counted(effort.lines, 'line')}, {effort.metres.toFixed(1)} m,{' '}
            {aboutMinutes(effort.minutes)}
          </p>
        )}
        {minutes && <MinutesChart minutes={minutes} at={shown} />}
      </section>
    ),
  };
}
