import { Button, Select, Slider } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import { findFitFault, layOut, type Layout } from '@nobrel/core/fit';
import { addedBy, mapNotes, schoolOf, type MapSettings, type Wash } from '@nobrel/core/map';
import { counted } from '@nobrel/core/units';
import { Notes } from '../../bench/notes.js';
import { Missing, StationBench } from '../../bench/station.js';
import { useHeldKey, useKey } from '../../bench/use-key.js';
import { ToolRow, useTool } from '../../bench/tool-row.js';
import { Diptych, type DiptychSide } from '../../leaves/diptych.js';
import { LookChoice } from '../../leaves/look-choice.js';
import { LinesMarked, MapDrawing } from '../../leaves/map-drawing.js';
import { PictureOnSurface } from '../../leaves/main-picture.js';
import { SurfaceSheet } from '../../leaves/surface-sheet.js';
import { useLoupeDetails, useMainPicture } from '../../leaves/use-reference.js';
import { useDecide, useWork } from '../../store/hooks.js';
import { useMapping, usePictureRead } from '../../workers/use-mapping.js';
import { AreasMarked, useAreasTool } from './areas-tool.js';
import { CorrectionsPanel } from './corrections-panel.js';
import { useDrawTool } from './draw-tool.js';
import { useGuidesTool } from './guides-tool.js';
import { useLinesTool } from './lines-tool.js';
import { MapSentence } from './map-sentence.js';
import { MapState } from './map-state.js';
import { mapTools, mapToolWords, type MapTool, type ToolInHand } from './map-tool.js';
import { PinMarks, usePinsTool } from './pins-tool.js';
import { useShapesTool } from './shapes-tool.js';
import { useThingsTool } from './things-tool.js';
import { legendOf, shownOptions, ShownMap, washOptions, type Shown } from './shown-map.js';
import { useCorrections } from './use-corrections.js';
import { useDetail } from './use-detail.js';
import { useMapBegun } from './use-map-begun.js';
import { useValuesTool } from './values-tool.js';
import { useVersionsTool } from './versions-tool.js';

/** What the next look at more time is about, minutes. */
const moreMinutes = 5;

/** The map: what to draw, computed from the reference at the scale of the surface. */
export function MapStation() {
  const { id, decisions } = useWork();
  const fault = findFitFault(decisions.fit);
  if (!fault) return <LaidOutMap />;
  return (
    <Missing title="Nothing to map yet">
      <p>The picture does not fit the surface yet. {fault.message}</p>
      <Link to={`/works/${id}/fit`}>Fix it at Fit</Link>
    </Missing>
  );
}

function LaidOutMap() {
  const work = useWork();
  const decide = useDecide();
  const mapping = useMapping(work);
  useMapBegun(work, mapping);
  const { preparation } = useMainPicture();
  const { decisions } = work;
  const settings = decisions.map;
  const change = (fields: Partial<MapSettings>) => decide({ room: 'map', change: fields });
  const layout = layOut(preparation, decisions.fit);
  const details = useLoupeDetails(layout);
  const { map } = mapping;
  const [tool, take] = useTool<MapTool>(mapTools);
  const corrections = useCorrections();
  const looking = ['look', 'values', 'draw', 'lines', 'things'].includes(tool);
  const read = usePictureRead(work, looking && !mapping.provisional);
  const inHand = useTools({ tool, map, settings, change, layout, corrections, read });
  const [shown, setShown] = useState<Shown>('lines');
  const [wash, setWash] = useState<Wash>('none');
  const [over, setOver] = useState(0);
  const held = useHeldKey('under');
  useKey('greys', () => setShown((now) => (now === 'greys' ? 'lines' : 'greys')));
  const hand = inHand[tool];
  const { comparing } = inHand.versions;
  const school = schoolOf(settings);
  const more = useMemo(() => (map ? addedBy(map, settings, moreMinutes) : []), [map, settings]);
  const [showMore, setShowMore] = useState(false);
  const detail = useDetail(work, map, read, settings, change);
  const marks = (
    <>
      {detail.coming.length > 0 && <LinesMarked lines={detail.coming} kind="added" />}
      {tool === 'look' && <AreasMarked corrections={corrections} />}
      {showMore && map && (
        <LinesMarked lines={map.lines.filter(({ id }) => more.includes(id))} kind="added" />
      )}
      <PinMarks corrections={corrections} />
      {hand.marks}
    </>
  );
  const picking: Partial<DiptychSide> = {
    ...(hand.onPick ? { onPick: hand.onPick } : {}),
    ...(hand.onHover ? { onHover: hand.onHover } : {}),
    ...(hand.onStroke ? { onStroke: hand.onStroke } : {}),
  };
  const beside = comparing?.how === 'beside' ? comparing : null;
  return (
    <StationBench
      sentence={
        <>
          <MapSentence settings={settings} change={change} />
          <ToolRow
            label="Tools"
            tools={mapTools.map((value) => ({ value, label: mapToolWords[value] }))}
            tool={tool}
            onTool={take}
          >
            {hand.sentence}
          </ToolRow>
        </>
      }
      notes={
        <Notes
          notes={map ? mapNotes(map, settings, decisions.mapBegun) : []}
          onWay={change}
          figure={
            <>
              {hand.panel}
              {tool === 'look' && detail.panel}
              {school && tool === 'look' && <p className="school-says">{school.says}</p>}
              {more.length > 0 && (
                <p className="more-minutes">
                  {moreMinutes} more minutes would add {counted(more.length, 'line')}.{' '}
                  <Button size="small" onClick={() => setShowMore((on) => !on)}>
                    {showMore ? 'Hide them' : 'Show them'}
                  </Button>
                </p>
              )}
              <CorrectionsPanel corrections={corrections} map={map} />
            </>
          }
        />
      }
    >
      <Diptych
        extent={{ x: 0, y: 0, ...layout.surface }}
        left={
          beside
            ? {
                title: beside.name,
                content: (
                  <>
                    <SurfaceSheet {...layout.surface} />
                    <MapDrawing map={beside.map} lineMm={settings.pencilMm} />
                  </>
                ),
              }
            : {
                title: 'Reference',
                tools: <LookChoice />,
                content: (
                  <>
                    <PictureOnSurface layout={layout} />
                    {marks}
                  </>
                ),
                details,
                ...picking,
              }
        }
        right={{
          title: 'Map',
          tools: (
            <>
              <MapState mapping={mapping} />
              <Select<Shown>
                size="small"
                aria-label="How the map is shown"
                popupMatchSelectWidth={false}
                value={shown}
                options={shownOptions.map((option) => ({ ...option }))}
                onChange={setShown}
              />
              {shown === 'surface' && (
                <Select<Wash>
                  size="small"
                  aria-label="What lies over the lines"
                  popupMatchSelectWidth={false}
                  value={wash}
                  options={washOptions.map((option) => ({ ...option }))}
                  onChange={setWash}
                />
              )}
              {shown !== 'surface' && (
                <label className="overlay-slider">
                  picture
                  <Slider
                    min={0}
                    max={100}
                    value={Math.round(over * 100)}
                    onChange={(value) => setOver(value / 100)}
                    tooltip={{ formatter: (value) => `${value ?? 0} %` }}
                    ariaLabelForHandle="How strongly the picture shows under the map"
                  />
                </label>
              )}
            </>
          ),
          content: (
            <ShownMap
              map={detail.scrubbed ?? map}
              shown={shown}
              wash={wash}
              layout={layout}
              settings={settings}
              ground={decisions.fit.groundColour}
              pictureOpacity={held ? 1 : over}
              provisional={mapping.provisional}
            >
              {comparing?.how === 'over' && (
                <MapDrawing map={comparing.map} lineMm={settings.pencilMm} ink="var(--blue)" />
              )}
              {marks}
            </ShownMap>
          ),
          handles: hand.handles,
          legend: legendOf(shown, wash, settings, decisions.fit.groundColour),
          ...picking,
        }}
      />
    </StationBench>
  );
}

type Bench = {
  tool: MapTool;
  map: MapDocument | null;
  settings: MapSettings;
  change: (fields: Partial<MapSettings>) => void;
  layout: Layout;
  corrections: ReturnType<typeof useCorrections>;
  /** Whether the worker has read the picture. */
  read: boolean;
};

/** Every tool; only the one in hand shows and hears anything. */
function useTools({ tool, map, settings, change, layout, corrections, read }: Bench) {
  const look: ToolInHand = { sentence: null };
  return {
    look,
    values: useValuesTool(tool === 'values' && read, map, settings, change),
    things: useThingsTool(tool === 'things', map, settings, corrections),
    lines: useLinesTool(tool === 'lines', map, corrections),
    shapes: useShapesTool(tool === 'shapes', map, corrections),
    draw: useDrawTool(tool === 'draw', map, corrections),
    areas: useAreasTool(tool === 'areas', corrections),
    guides: useGuidesTool(layout.frame, corrections),
    pins: usePinsTool(corrections),
    versions: useVersionsTool(tool === 'versions'),
  };
}
