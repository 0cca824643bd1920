import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { pathData, type MapDocument } from '@nobrel/core/documents';
import { distanceToSegment, polylineLength, type Point } from '@nobrel/core/geometry';
import { anchorOf } from '@nobrel/core/map';
import { counted, formatLength } from '@nobrel/core/units';
import { PictureDrop } from '../../../bench/bring-in/picture-drop.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { useUnit } from '../../../store/hooks.js';
import { useBenchMap } from '../bench-map.js';
import { useCorrectedSheet, type PaperChange, type SheetRead } from './use-corrected-sheet.js';
import { WithoutScanner } from './without-scanner.js';
import { useCorrections, type NewCorrection } from '../../../bench/use-corrections.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './tools.module.css';

/** A change is taken hold of within this of a click, mm. */
const takeHoldMm = 5;

/** Corrections drawn on a printed sheet, brought home: each is shown before it is taken. */
export function FromPaperTool() {
  const { map } = useBenchMap();
  const corrections = useCorrections();
  const paper = useCorrectedSheet();
  const [pointedAt, pointAt] = useState<string | null>(null);
  const { read } = paper;
  const take = (of: SheetRead) => {
    if (!map) return;
    corrections.addAll(
      of.changes.flatMap((change): NewCorrection[] => {
        if (of.left.has(change.key)) return [];
        if (change.does === 'added') {
          const path = change.line.points.map(([x, y]) => corrections.toPicture({ x, y }));
          return [{ does: 'draw', path, edge: 'hard', widthMm: change.line.widthMm }];
        }
        const line = map.lines.find(({ id }) => id === change.id);
        return line ? [{ does: 'drop', line: anchorOf(line, corrections.picture) }] : [];
      }),
    );
    paper.discard();
  };
  return (
    <ToolInHand
      sentence={
        <span role="status">
          {read
            ? 'Red lines are new, blue dashed ones are struck out. Click one to leave it as it was.'
            : 'Correct a printed outline with a pen: draw new lines, put two strokes, a cross or a zigzag through a line that goes. Then scan or photograph it.'}
        </span>
      }
      marks={map && read && <ChangesMarked map={map} read={read} pointedAt={pointedAt} />}
      {...(map && read
        ? {
            onPick: (at: Point) => {
              const key = changeNear(map, read, at);
              if (key) paper.turn(key);
            },
          }
        : {})}
      panel={<PaperPanel paper={paper} onTake={take} onPoint={pointAt} />}
    />
  );
}

type PaperPanelProps = {
  paper: ReturnType<typeof useCorrectedSheet>;
  onTake: (read: SheetRead) => void;
  onPoint: (key: string | null) => void;
};

/** A sheet is asked for, read, and what was found on it taken or discarded. */
function PaperPanel({ paper, onTake, onPoint }: PaperPanelProps) {
  const { map, provisional } = useBenchMap();
  const { read } = paper;
  return (
    <section className={panelsCss.mapPanel} aria-label="Corrections on paper">
      <h3>Corrections on paper</h3>
      {read && map ? (
        <ChangesRead map={map} read={read} onTurn={paper.turn} onPoint={onPoint} />
      ) : provisional ? (
        <p>The map is not finished yet: a sheet can be brought in when it is.</p>
      ) : (
        <>
          <PictureDrop
            label="A corrected sheet"
            before="Drop a scan or photograph of the sheet here, paste it, or"
            button="Choose picture"
            onTaken={async ([picture]) => {
              if (picture) await paper.take(picture);
            }}
          />
          <WithoutScanner busy={paper.reading} onScan={paper.take} />
        </>
      )}
      {paper.reading && (
        <p role="status">
          Reading the sheet…{' '}
          <Button size="small" onClick={paper.stop}>
            Stop
          </Button>
        </p>
      )}
      {paper.fault && (
        <p className={sentenceCss.gapFault} role="alert">
          {paper.fault}
        </p>
      )}
      {read && (
        <p className={panelsCss.toolButtons}>
          <Button
            type="primary"
            size="small"
            disabled={read.left.size === read.changes.length}
            onClick={() => onTake(read)}
          >
            Take {counted(read.changes.length - read.left.size, 'change')}
          </Button>
          <Button size="small" onClick={paper.discard}>
            Discard
          </Button>
        </p>
      )}
    </section>
  );
}

type ChangesReadProps = {
  map: MapDocument;
  read: SheetRead;
  onTurn: (key: string) => void;
  onPoint: (key: string | null) => void;
};

function ChangesRead({ map, read: { sheet, changes, left }, onTurn, onPoint }: ChangesReadProps) {
  const unit = useUnit();
  const says = (change: PaperChange) => {
    if (change.does === 'added') return `New line, ${formatLength(change.line.lengthMm, unit)}`;
    const line = map.lines.find(({ id }) => id === change.id);
    return `Struck out, ${formatLength(line ? polylineLength(line.points.flat(), line.closed) : 0, unit)}`;
  };
  return (
    <>
      <p>
        Sheet {sheet.label}, {Math.round(100 * sheet.seen)} % of its print seen.
        {changes.length === 0 && ' Nothing was changed on it.'}
      </p>
      <ul onPointerLeave={() => onPoint(null)}>
        {changes.map((change) => (
          <li key={change.key} onPointerEnter={() => onPoint(change.key)}>
            <Checkbox
              checked={!left.has(change.key)}
              onChange={() => onTurn(change.key)}
              onFocus={() => onPoint(change.key)}
              onBlur={() => onPoint(null)}
            >
              {says(change)}
            </Checkbox>
          </li>
        ))}
      </ul>
    </>
  );
}

const pointsOf = (map: MapDocument, change: PaperChange) =>
  change.does === 'added'
    ? { points: change.line.points, closed: false }
    : map.lines.find(({ id }) => id === change.id);

type ChangesMarkedProps = { map: MapDocument; read: SheetRead; pointedAt: string | null };

function ChangesMarked({ map, read: { changes, left }, pointedAt }: ChangesMarkedProps) {
  const scale = useLeafScale();
  return (
    <g data-part="strokes-found" fill="none">
      {changes.map((change) => {
        const line = pointsOf(map, change);
        if (!line) return null;
        const struck = change.does === 'struck';
        return (
          <path
            key={change.key}
            className={css.strokeFound}
            {...(struck && { 'data-kind': 'faint' })}
            d={pathData(line)}
            strokeWidth={(pointedAt === change.key ? 5 : 2.4) / scale}
            opacity={left.has(change.key) ? 0.25 : 1}
            {...(struck ? { strokeDasharray: `${6 / scale} ${3 / scale}` } : {})}
          />
        );
      })}
    </g>
  );
}

function distanceTo(
  { points, closed }: Pick<MapDocument['lines'][number], 'points' | 'closed'>,
  x: number,
  y: number,
): number {
  let least = Infinity;
  let before = points[closed ? points.length - 1 : 0];
  for (const at of points) {
    least = Math.min(least, distanceToSegment(x, y, ...(before ?? at), ...at));
    before = at;
  }
  return least;
}

/** The change whose line runs nearest to a spot, or null when none is within reach. */
function changeNear(map: MapDocument, { changes }: SheetRead, { x, y }: Point): string | null {
  let best: { key: string; offMm: number } | null = null;
  for (const change of changes) {
    const line = pointsOf(map, change);
    if (!line) continue;
    const offMm = distanceTo(line, x, y);
    if (offMm <= takeHoldMm && (!best || offMm < best.offMm)) best = { key: change.key, offMm };
  }
  return best?.key ?? null;
}
