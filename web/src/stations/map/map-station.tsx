import { Button, Progress, Switch } from 'antd';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { effortOf, mapNotes, type MapSettings } from '@nobrel/core/map';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { aboutMinutes, counted } from '@nobrel/core/units';
import { ChoiceGap, LengthGap, NumberGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { MoreRow, Sentence } from '../../bench/sentence.js';
import { Missing, StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { MapDrawing } from '../../leaves/map-drawing.js';
import { LookChoice } from '../../leaves/look-choice.js';
import { PictureOnSurface } from '../../leaves/main-picture.js';
import { SurfaceSheet } from '../../leaves/surface-sheet.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/use-reference.js';
import { useDecide, useWork } from '../../store/hooks.js';
import { useMapping, type Mapping } from '../../workers/use-mapping.js';

const valueOptions = [2, 3, 4, 5, 6, 7].map((value) => ({ value, label: String(value) }));
const modeOptions: readonly { value: MapSettings['mode']; label: string }[] = [
  { value: 'values', label: 'value shapes' },
  { value: 'both', label: 'value shapes, and thin things as single lines' },
  { value: 'lines', label: 'lines alone, without shapes' },
];
const pathOptions: readonly { value: MapSettings['path']; label: string }[] = [
  { value: 'curved', label: 'in curves' },
  { value: 'straight', label: 'in straights' },
];

const between = (least: number, most: number) => (mm: number) =>
  mm >= least && mm <= most ? null : `Between ${least} and ${most} mm, please.`;

/** The map: what to draw, computed from the reference at the scale of the surface. */
export function MapStation() {
  const { id, decisions } = useWork();
  const fault = findFitFault(decisions.fit);
  if (!fault) return <LaidOutMap />;
  return (
    <Missing title="Nothing to map yet">
      <p>The picture does not lie on the surface yet. {fault.message}</p>
      <Link to={`/works/${id}/fit`}>Mend it at Fit</Link>
    </Missing>
  );
}

function LaidOutMap() {
  const work = useWork();
  const decide = useDecide();
  const mapping = useMapping(work);
  const [greys, setGreys] = useState(false);
  const { preparation } = useMainPicture();
  const { decisions } = work;
  const settings = decisions.map;
  const change = (fields: Partial<MapSettings>) => decide({ room: 'map', change: fields });
  const layout = layOut(preparation, decisions.fit);
  const { surface } = layout;
  const details = useLoupeDetails(layout);
  const extent = { x: 0, y: 0, ...surface };
  const { map } = mapping;
  useGreysKey(() => setGreys((on) => !on));
  return (
    <StationBench
      sentence={<MapSentence settings={settings} change={change} />}
      notes={<Notes notes={map ? mapNotes(map, settings) : []} onWay={change} />}
    >
      <Diptych
        extent={extent}
        left={{
          title: 'Reference',
          tools: <LookChoice />,
          content: <PictureOnSurface layout={layout} />,
          details,
        }}
        right={{
          title: 'Map',
          tools: (
            <>
              <MapState mapping={mapping} />
              <label className="room-switch">
                <Switch size="small" checked={greys} onChange={setGreys} />
                values as greys
              </label>
            </>
          ),
          content: (
            <>
              <SurfaceSheet {...surface} />
              {map && (
                <g opacity={mapping.provisional ? 0.55 : 1}>
                  <MapDrawing map={map} lineMm={settings.pencilMm} greys={greys} />
                </g>
              )}
            </>
          ),
        }}
      />
    </StationBench>
  );
}

function MapSentence({
  settings,
  change,
}: {
  settings: MapSettings;
  change: (fields: Partial<MapSettings>) => void;
}) {
  return (
    <Sentence
      more={
        <>
          <MoreRow label="The map holds">
            <ChoiceGap
              label="What the map holds"
              value={settings.mode}
              options={modeOptions}
              onChange={(mode) => change({ mode })}
            />
          </MoreRow>
          <MoreRow label="A line may stray from the boundary by">
            <LengthGap
              label="How far a line may stray"
              valueMm={settings.toleranceMm}
              alwaysMm
              check={between(0.02, 20)}
              onChange={(toleranceMm) => change({ toleranceMm })}
            />
          </MoreRow>
          <MoreRow label="Quiet texture finer than">
            <LengthGap
              label="Texture that is quieted"
              valueMm={settings.quietMm}
              alwaysMm
              check={between(0, 50)}
              onChange={(quietMm) => change({ quietMm })}
            />
          </MoreRow>
        </>
      }
    >
      See{' '}
      <ChoiceGap
        label="Number of values"
        value={settings.values}
        options={valueOptions}
        onChange={(values) => change({ values })}
      />{' '}
      values, keep shapes over{' '}
      <NumberGap
        label="Smallest shape"
        value={settings.minShapeMm2}
        unit="mm²"
        least={0}
        most={10_000}
        onChange={(value) => change({ minShapeMm2: value ?? 0 })}
      />
      , follow them{' '}
      <ChoiceGap
        label="How boundaries are followed"
        value={settings.path}
        options={pathOptions}
        onChange={(path) => change({ path })}
      />{' '}
      with a{' '}
      <LengthGap
        label="Width of the point"
        valueMm={settings.pencilMm}
        alwaysMm
        check={between(0.1, 10)}
        onChange={(pencilMm) => change({ pencilMm })}
      />{' '}
      point, in about{' '}
      <NumberGap
        label="Minutes of tracing"
        value={settings.minutes}
        unit="min"
        empty="all the time it takes"
        least={0.5}
        most={100_000}
        onChange={(minutes) => change({ minutes })}
      />
      .
    </Sentence>
  );
}

/** What the map asks of the hand, or how far it has come. */
function MapState({ mapping }: { mapping: Mapping }) {
  const { map, progress, fault, stopped, stop, makeAgain } = mapping;
  if (progress) {
    return (
      <span className="map-state" role="status">
        <Progress type="circle" size={18} percent={Math.round(progress.share * 100)} showInfo={false} />{' '}
        {progress.stage}
        <Button size="small" onClick={stop}>
          Stop
        </Button>
      </span>
    );
  }
  if (fault || stopped) {
    return (
      <span className="map-state" role="alert">
        {fault ?? 'Stopped; this is the map before the change.'}
        <Button size="small" onClick={makeAgain}>
          Make it
        </Button>
      </span>
    );
  }
  if (!map) return null;
  const { lines, metres, minutes } = effortOf(map);
  return (
    <span className="map-state" role="status">
      {counted(lines, 'line')}, {metres.toFixed(1)} m, {aboutMinutes(minutes)}
    </span>
  );
}

/** G shows the values as greys and takes them away again. */
function useGreysKey(toggle: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, [role="combobox"]');
      if (event.key === 'g' && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) toggle();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
