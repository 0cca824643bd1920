import { Alert, Button } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import { isMapCurrent } from '@nobrel/core/file';
import {
  partOf,
  sheetNotes,
  windowAt,
  type SheetDecisions,
  type SheetLaying,
  type SheetPage,
} from '@nobrel/core/sheets';
import { Notes } from '../../bench/notes.js';
import { useRemembered } from '../../bench/use-remembered.js';
import { Missing, StationBench } from '../../bench/station.js';
import { useKey } from '../../bench/use-key.js';
import { lazyTool, ToolRow, useTool, type Tool } from '../../bench/tool-row.js';
import { Diptych } from '../../leaves/diptych.js';
import { ToolInHand, ToolPanel } from '../../leaves/in-hand.js';
import { MapDrawing } from '../../leaves/map-drawing.js';
import { SurfaceSheet } from '../../leaves/surface-sheet.js';
import { useMapOrReference } from '../../leaves/use-map-or-reference.js';
import { messageOf } from '../../store/api/base.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useDecide, useUnit, useWork } from '../../store/hooks.js';
import { useSheetPages, useSheets } from '../../workers/use-sheets.js';
import { OnBench, useBenchSheets } from './bench-sheets.js';
import { PageDrawing } from './page-drawing.js';
import { PartHandles } from './part-handles.js';
import { SheetsSentence } from './sheets-sentence.js';
import { TakeAway } from './take-away.js';

type SheetsTool = 'look' | 'sticks' | 'calibrate' | 'bring';
const tools: readonly [Tool<SheetsTool>, ...Tool<SheetsTool>[]] = [
  { id: 'look', label: 'Look', Tool: CalibrationInUse },
  lazyTool('sticks', 'Backing colours', async () => (await import('./sticks-tool.js')).SticksTool),
  lazyTool('calibrate', 'Calibrate', async () => (await import('./calibrate-tool.js')).CalibrateTool),
  lazyTool('bring', 'Bring in', async () => (await import('./bring-drawing.js')).BringTool),
];
const withoutSticks = tools.filter(({ id }) => id !== 'sticks');

/** The sheets: everything that is printed, cut, pricked or laid on glass, at true size. */
export function SheetsStation() {
  const work = useWork();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const map = work.map === null ? undefined : kept.data?.document;
  if (work.map === null || kept.isError) {
    return (
      <Missing title="No map to print yet">
        <p>
          Here the map’s lines are laid out on your printer’s paper at true size, in as many sheets as it
          takes.
        </p>
        <Link to={`/works/${work.id}/map`}>
          {kept.isError ? messageOf(kept.error) : 'Make the map first'}
        </Link>
      </Missing>
    );
  }
  return map ? <Sheets map={map} /> : null;
}

function Sheets({ map }: { map: MapDocument }) {
  const work = useWork();
  const unit = useUnit();
  const decide = useDecide();
  const [taken, take] = useTool(tools);
  const decided = work.decisions.sheets;
  // Sticks are for the guide of where to rub.
  const tool = taken === 'sticks' && decided.kind !== 'backing' ? 'look' : taken;
  // While a printer is calibrated its sheet is shown; what is printed for the work stays decided.
  const sheets = useMemo<SheetDecisions>(
    () => (tool === 'calibrate' ? { ...decided, kind: 'calibration' } : decided),
    [tool, decided],
  );
  const change = (fields: Partial<SheetDecisions>) => decide({ room: 'sheets', change: fields });
  const changeFromSentence = (fields: Partial<SheetDecisions>) => {
    if (fields.kind !== undefined) take('look');
    change(fields);
  };
  const { laid, fault, calibration, laying } = useSheets(map, sheets);
  const [chosen, choose] = usePage(laid?.count ?? 0);
  const shown = useSheetPages(laid, chosen, 1);
  const page = shown?.pages[0];
  const remembered = useRemembered('sheets');
  const lies = placed(shown?.laid, page, shown?.first ?? 0);
  const bench = useMemo(
    () => ({ map, sheets, calibration, page: page?.label === 'calibration' ? page : null }),
    [map, sheets, calibration, page],
  );
  const under = useMapOrReference(
    <>
      <SurfaceSheet {...map.surface} />
      <MapDrawing map={map} lineMm={0.35} />
    </>,
  );
  return (
    <OnBench value={bench}>
      <StationBench
        sentence={
          <SheetsSentence
            sheets={sheets}
            change={changeFromSentence}
            ofDrawing={map.readAs?.kind === 'drawing'}
          >
            <TakeAway disabled={fault !== null} decisions={sheets} pageNumber={chosen + 1} />
          </SheetsSentence>
        }
        notes={
          <Notes
            notes={[...(laid ? sheetNotes(laid, unit) : []), ...remembered]}
            onWay={change}
            figure={<ToolPanel />}
          />
        }
      >
        <div className="sheets-body">
          <ToolRow tools={decided.kind === 'backing' ? tools : withoutSticks} tool={tool} onTool={take} />
          {!isMapCurrent(map, work) && (
            <Alert
              type="warning"
              title="The map was made before the last change at Reference, Fit or Map."
              action={<Link to={`/works/${work.id}/map`}>Update the map</Link>}
            />
          )}
          {fault && <Alert type="error" title={fault} />}
          <Diptych
            extent={{ x: 0, y: 0, ...map.surface }}
            left={{
              ...under,
              title: `${under.title}, with the sheets`,
              content: (
                <>
                  {under.content}
                  <TilesOnMap laid={shown?.laid} chosen={shown?.first ?? 0} />
                </>
              ),
              ...(sheets.kind === 'partial' && !fault
                ? {
                    handles: (
                      <PartHandles
                        part={partOf(map, sheets.part)}
                        surface={map.surface}
                        onChange={(part) => change({ part })}
                      />
                    ),
                  }
                : {}),
              tool: 'marks and handles',
            }}
            right={{
              ...lies,
              tools: laid && (
                <>
                  {laying && (
                    <span className="laying" role="status">
                      Preparing sheets …
                    </span>
                  )}
                  <Pages count={laid.count} chosen={chosen} choose={choose} />
                </>
              ),
              content: page && <PageDrawing page={page} at={lies.extent} />,
            }}
          />
        </div>
      </StationBench>
    </OnBench>
  );
}

/** Which printer is corrected for. */
function CalibrationInUse() {
  const { calibration } = useBenchSheets();
  return (
    <ToolInHand sentence={calibration ? `Corrected for ${calibration.name}.` : 'No printer correction.'} />
  );
}

/** The page looked at; Page Up and Page Down turn it. */
function usePage(count: number): [number, (index: number) => void] {
  const [wanted, setWanted] = useState(0);
  const chosen = Math.max(0, Math.min(wanted, count - 1));
  const turn = (by: number) => (event: KeyboardEvent) => {
    // A list that was last chosen from would open on any key.
    event.stopPropagation();
    setWanted(Math.max(0, Math.min(chosen + by, count - 1)));
  };
  const keys = { first: true, inFields: true, unless: ({ target }: KeyboardEvent) => isOpenList(target) };
  useKey('pageBefore', turn(-1), keys);
  useKey('nextPage', turn(1), keys);
  return [chosen, setWanted];
}

const isOpenList = (target: EventTarget | null) =>
  target instanceof Element && target.getAttribute('aria-expanded') === 'true';

function Pages({
  count,
  chosen,
  choose,
}: {
  count: number;
  chosen: number;
  choose: (index: number) => void;
}) {
  return (
    <span className="map-state">
      <Button size="small" disabled={chosen === 0} onClick={() => choose(chosen - 1)}>
        Previous
      </Button>
      {chosen + 1} of {count}
      <Button size="small" disabled={chosen >= count - 1} onClick={() => choose(chosen + 1)}>
        Next
      </Button>
    </span>
  );
}

/** Where the sheets lie on the map. */
function TilesOnMap({ laid, chosen }: { laid: SheetLaying | undefined; chosen: number }) {
  const tiled = laid?.tiled;
  if (!tiled) return null;
  const shown = tiled.printed[chosen];
  return (
    <>
      {tiled.tiling.tiles.map((tile) => (
        <g
          key={tile.label}
          className={`tile${tile === shown ? ' tile-chosen' : ''}${tiled.skipped.includes(tile) ? ' tile-skipped' : ''}`}
        >
          <rect {...tile.window} vectorEffect="non-scaling-stroke" />
          <text
            x={tile.window.x + tile.window.width / 2}
            y={tile.window.y + tile.window.height / 2}
            fontSize={Math.min(tile.window.width, tile.window.height) / 8}
          >
            {tile.label}
          </text>
        </g>
      ))}
    </>
  );
}

/**
 * Where a page lies on its leaf: with its window on the part of the surface it shows, so that the same spot
 * can be pointed at on both leaves. What stands alone lies nowhere.
 */
function placed(laid: SheetLaying | undefined, page: SheetPage | undefined, index: number) {
  if (!laid || !page)
    return { title: 'Sheet', extent: { x: 0, y: 0, width: 210, height: 297 }, apart: true, inMm: true };
  const size = { width: page.widthMm, height: page.heightMm };
  const tile = laid.tiled?.printed[index];
  if (!laid.tiled || !tile) {
    const title = page.label === 'assembly' ? 'How they go together' : page.label;
    return {
      title: title.charAt(0).toUpperCase() + title.slice(1),
      extent: { x: 0, y: 0, ...size },
      apart: true,
      inMm: true,
    };
  }
  const { x, y, width } = tile.window;
  const at = windowAt(laid.tiled.tiling);
  return {
    title: `Sheet ${tile.label}`,
    extent: { x: x - at.x, y: y - at.y, ...size },
    ...(laid.mirrored ? { mirrorAbout: 2 * x + width } : {}),
  };
}
