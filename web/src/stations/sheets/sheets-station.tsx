import { Alert } from 'antd';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import { isMapCurrent } from '@nobrel/core/file';
import { sheetNotes, type SheetDecisions } from '@nobrel/core/sheets';
import { Notes } from '../../bench/margin/notes.js';
import { useRemembered } from '../../bench/use-remembered.js';
import { Missing, StationBench } from '../../bench/station.js';
import { lazyTool, ToolRow, useTool, type Tool } from '../../bench/tool-row.js';
import { ToolInHand, ToolPanel } from '../../leaves/in-hand.js';
import { messageOf } from '../../store/api/base.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useUnit } from '../../store/hooks.js';
import { useDecide, useWork } from '../../store/use-work.js';
import { useSheetPages, useSheets } from '../../workers/use-sheets.js';
import { OnBench, useBenchSheets } from './bench-sheets.js';
import { SheetLeaves, usePage } from './sheet-leaves.js';
import { SheetsSentence } from './sheets-sentence.js';
import { TakeAway } from './take-away.js';
import * as css from './sheets.module.css';

type SheetsTool = 'look' | 'sticks' | 'calibrate' | 'bring';
const tools: readonly [Tool<SheetsTool>, ...Tool<SheetsTool>[]] = [
  { id: 'look', label: 'Look', Tool: CalibrationInUse },
  lazyTool('sticks', 'Backing colours', async () => (await import('./tools/sticks-tool.js')).SticksTool),
  lazyTool('calibrate', 'Calibrate', async () => (await import('./tools/calibrate-tool.js')).CalibrateTool),
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
  const bench = useMemo(
    () => ({ map, sheets, calibration, page: page?.label === 'calibration' ? page : null }),
    [map, sheets, calibration, page],
  );
  const pages = laid && { count: laid.count, chosen, choose, laying };
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
        <div className={css.sheetsBody}>
          <ToolRow tools={decided.kind === 'backing' ? tools : withoutSticks} tool={tool} onTool={take} />
          {!isMapCurrent(map, work) && (
            <Alert
              type="warning"
              title="The map was made before the last change at Reference, Fit or Map."
              action={<Link to={`/works/${work.id}/map`}>Update the map</Link>}
            />
          )}
          {fault && <Alert type="error" title={fault} />}
          <SheetLeaves
            map={map}
            sheets={sheets}
            shown={shown}
            pages={pages}
            onPart={fault ? null : (part) => change({ part })}
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
