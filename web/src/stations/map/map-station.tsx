import { useMemo } from 'react';
import { Link } from 'react-router';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { mapNotes, type MapSettings } from '@nobrel/core/map';
import type { Note } from '@nobrel/core/notes';
import { ownSpeedNotes } from '@nobrel/core/transfer';
import { Notes } from '../../bench/margin/notes.js';
import { Missing, StationBench } from '../../bench/station.js';
import { ToolRow, useTool } from '../../bench/tool-row.js';
import { ToolPanel } from '../../leaves/in-hand.js';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useDecisions, useWork } from '../../store/use-work.js';
import { useMapping } from '../../workers/use-mapping.js';
import { OnBench, useBenchMap, useReferenceKind, useSettings, type ReferenceKind } from './bench-map.js';
import { CorrectionsPanel } from './corrections-panel.js';
import { MapLeaves } from './map-leaves.js';
import { MapSentence } from './map-sentence.js';
import { mapTools } from './map-tool.js';
import { useCorrections } from '../../bench/use-corrections.js';
import { useOwnSpeeds } from '../../bench/use-estimate.js';
import { useRemembered } from '../../bench/use-remembered.js';
import { useMapBegun } from './use-map-begun.js';

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

const margin = <MapMargin />;

function LaidOutMap() {
  const work = useWork();
  const mapping = useMapping(work);
  useMapBegun(work, mapping);
  const { preparation } = useMainPicture();
  const { fit } = work.decisions;
  const layout = useMemo(() => layOut(preparation, fit), [preparation, fit]);
  const { map, provisional } = mapping;
  const kind = useReferenceKind(map);
  const bench = useMemo(() => ({ map, provisional, layout }), [map, provisional, layout]);
  // A map that comes is drawn on the leaves: the sentence need not be drawn again for it.
  const sentence = useMemo(
    () => (
      <>
        <MapSentence kind={kind} />
        <MapTools kind={kind ?? 'photograph'} />
      </>
    ),
    [kind],
  );
  return (
    <OnBench value={bench}>
      <StationBench sentence={sentence} notes={margin}>
        <MapLeaves mapping={mapping} />
      </StationBench>
    </OnBench>
  );
}

/** What can be taken in hand: other tools for a drawing than for a photograph. */
function MapTools({ kind }: { kind: ReferenceKind }) {
  const { tone } = useDecisions('map');
  const tools = mapTools[kind === 'drawing' && tone === 'shapes' ? 'tonedDrawing' : kind];
  const [tool, take] = useTool(tools);
  return <ToolRow key={kind} tools={tools} tool={tool} onTool={take} />;
}

/** The notes of the map, below what the tool in hand shows and what was changed by hand. */
function MapMargin() {
  const { map } = useBenchMap();
  const [settings, change] = useSettings();
  const begun = useDecisions('mapBegun');
  const remembered = useRemembered('map');
  const own = useOwnSpeeds();
  const notes = useMemo(
    (): Note<Partial<MapSettings>>[] => [
      ...(map ? mapNotes(map, settings, begun) : []),
      ...ownSpeedNotes(settings, own),
      ...remembered,
    ],
    [map, settings, begun, own, remembered],
  );
  return (
    <Notes
      notes={notes}
      onWay={change}
      figure={
        <>
          <ToolPanel />
          <CorrectionsPanel corrections={useCorrections()} map={map} />
        </>
      }
    />
  );
}
