import { Slider } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { byHand, type TonesFound } from '@nobrel/core/map';
import { TypedGap } from '../../../bench/sentence/gaps.js';
import { Histogram } from '../../../bench/charts/histogram.js';
import { mapWorker } from '../../../workers/mapping-workers.js';
import { useBenchMap, usePictureOfMap, useSettings } from '../bench-map.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';

/** Steps of lightness shown. */
const shownSteps = 100;

/** The tones of the picture as the map judges them, with the limits between its values to be moved. */
export function ValuesTool() {
  const { map } = useBenchMap();
  const [settings, change] = useSettings();
  const read = usePictureOfMap();
  const [tones, setTones] = useState<TonesFound | null>(null);
  useEffect(() => {
    if (!read) return undefined;
    let wanted = true;
    void mapWorker()
      .tones()
      .then((found) => {
        if (wanted) setTones(found);
      });
    return () => {
      wanted = false;
    };
  }, [read, map]);
  const histogram = useMemo(() => tones && shares(tones.histogram), [tones]);
  const inMap = map?.values.flatMap(({ from }) => (from === undefined ? [] : [from])) ?? [];
  const limits = settings.separation === 'by-hand' ? byHand(settings.limits, settings.values) : inMap;
  const setLimits = (next: readonly number[]) =>
    change({
      separation: 'by-hand',
      limits: next.map((limit) => Math.round(limit * 2) / 2).sort((a, b) => a - b),
    });
  return (
    <ToolInHand
      sentence={
        <>
          Values begin at{' '}
          <TypedGap
            label="Limits between the values, L*"
            shown={limits.map((limit) => limit.toFixed(0)).join(', ')}
            read={(text) => {
              const typed = text
                .split(/[\s,;]+/)
                .filter((part) => part !== '')
                .map(Number);
              const sound = typed.every((limit, i) => limit > (typed[i - 1] ?? 0) && limit < 100);
              return sound && typed.length === settings.values - 1
                ? { value: typed }
                : {
                    fault: `Type ${settings.values - 1} rising lightnesses between 0 and 100, such as 30, 55, 80.`,
                  };
            }}
            onChange={setLimits}
          />{' '}
          <span role="status">
            {tones
              ? 'Lightness L*, from 0 for black to 100 for white. Drag the limits below the tones.'
              : 'The picture’s tones are being read: they will stand in the margin, with limits to drag.'}
          </span>
        </>
      }
      panel={
        histogram && (
          <section className={panelsCss.mapPanel} aria-label="Tones and limits">
            <Histogram histogram={histogram} limits={limits} />
            <Slider
              // As wide as the tones: each handle stands below its own.
              style={{ marginInline: 0 }}
              range
              min={0}
              max={100}
              step={0.5}
              value={[...limits]}
              onChange={setLimits}
              tooltip={{ formatter: (value) => `L* ${value ?? 0}` }}
              ariaLabelForHandle={limits.map((_, i) => `Where value ${i + 2} begins`)}
            />
          </section>
        )
      }
    />
  );
}

function shares(histogram: Float64Array): number[] {
  const total = histogram.reduce((sum, count) => sum + count, 0) || 1;
  const out = new Array<number>(shownSteps).fill(0);
  histogram.forEach((count, i) => {
    const step = Math.min(shownSteps - 1, Math.floor((i / histogram.length) * shownSteps));
    out[step] = (out[step] ?? 0) + count / total;
  });
  return out;
}
