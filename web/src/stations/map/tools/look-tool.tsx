import { Button, Slider } from 'antd';
import { useMemo, useState } from 'react';
import { addedBy, effortOf, schoolOf } from '@nobrel/core/map';
import { aboutMinutes, counted } from '@nobrel/core/units';
import { MinutesChart } from '../../../bench/charts/minutes-chart.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { LinesMarked } from '../../../leaves/drawn/map-drawing.js';
import { AreasMarked } from './areas-tool.js';
import { useBenchMap, useSettings } from '../bench-map.js';
import { detailSteps, useDetail, type DetailTried } from './use-detail.js';
import { clsx } from 'clsx';
import * as css from './tools.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

/** What the next look at more time is about, minutes. */
const moreMinutes = 5;

/** Looking at the map: how much detail it has, what more time would add, and what its school says. */
export function LookTool() {
  const { map } = useBenchMap();
  const [settings] = useSettings();
  const [at, setAt] = useState<number | null>(null);
  const detail = useDetail(at);
  const [showMore, setShowMore] = useState(false);
  const more = useMemo(() => {
    const added = map ? addedBy(map, settings, moreMinutes) : [];
    return map?.lines.filter(({ id }) => added.includes(id)) ?? [];
  }, [map, settings]);
  const school = schoolOf(settings);
  return (
    <ToolInHand
      map={detail.map}
      marks={
        <>
          {detail.coming.length > 0 && <LinesMarked lines={detail.coming} kind="added" />}
          <AreasMarked />
          {showMore && <LinesMarked lines={more} kind="added" />}
        </>
      }
      panel={
        <>
          <DetailPanel detail={detail} at={at} onTry={setAt} />
          {school && <p className={css.schoolSays}>{school.says}</p>}
          {more.length > 0 && (
            <p>
              {moreMinutes} more minutes would add {counted(more.length, 'line')}.{' '}
              <Button size="small" onClick={() => setShowMore((on) => !on)}>
                {showMore ? 'Hide them' : 'Show them'}
              </Button>
            </p>
          )}
        </>
      }
    />
  );
}

type DetailPanelProps = { detail: DetailTried; at: number | null; onTry: (at: number | null) => void };

/** The slider of detail and what it costs; the map is made at where it is let go. */
function DetailPanel({ detail, at, onTry }: DetailPanelProps) {
  const { map } = useBenchMap();
  const [settings, change] = useSettings();
  const shown = at ?? settings.detail;
  const drawn = detail.map ?? map;
  const effort = useMemo(() => drawn && effortOf(drawn), [drawn]);
  return (
    <section
      className={clsx(panelsCss.mapPanel, css.detailPanel)}
      aria-label="Detail"
      onPointerEnter={detail.askForAll}
    >
      <label>
        Detail
        <Slider
          min={0}
          max={100}
          step={100 / detailSteps}
          value={Math.round(100 * shown)}
          onFocus={detail.askForAll}
          onChange={(value) => {
            detail.askForAll();
            onTry(value / 100);
          }}
          onChangeComplete={(value) => {
            onTry(null);
            if (value / 100 !== settings.detail) change({ detail: value / 100 });
          }}
          tooltip={{ formatter: (value) => `${value ?? 0} %` }}
          ariaLabelForHandle="How much detail is drawn"
        />
      </label>
      <div className={css.detailEnds} aria-hidden>
        <span>largest silhouettes</span>
        <span>everything</span>
      </div>
      {effort && (
        <p aria-live="polite">
          {Math.round(100 * shown)} %: {counted(effort.lines, 'line')}, {effort.metres.toFixed(1)} m,{' '}
          {aboutMinutes(effort.minutes)}
        </p>
      )}
      {detail.minutes && <MinutesChart minutes={detail.minutes} at={shown} />}
    </section>
  );
}
