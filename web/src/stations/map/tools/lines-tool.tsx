import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { EdgeQuality, MapDocument, MapLine } from '@nobrel/core/documents';
import type { Point } from '@nobrel/core/geometry';
import { anchorOf, lineLengthMm, lineNear, shapeAt } from '@nobrel/core/map';
import { useKey } from '../../../bench/keys/use-key.js';
import { Handle } from '../../../leaves/leaf/handle.js';
import { LinesMarked } from '../../../leaves/drawn/map-drawing.js';
import { mapWorker } from '../../../workers/mapping-workers.js';
import { useBenchMap, usePictureOfMap } from '../bench-map.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

/** How near a click must come to a line, as a share of the surface's longer side. */
const clickShare = 0.012;
/** A moved handle snaps to an edge within this, and what lies this far along the line follows, mm. */
const snapMm = 2;
const pullReachMm = 15;

const partWords = { silhouette: 'silhouette', mass: 'of a big mass', inner: 'within' };
const leftOutWords = {
  hand: 'left out by hand',
  time: 'left out to save time',
  little: 'left out as it matters little',
  excluded: 'in an excluded area',
  shadow: 'outline of a cast shadow, left out',
  stroke: 'edge of a shape along a stroke, which is drawn instead',
  short: 'too short a link to set the pencil down for',
};

/** Lines that can be stepped through, those that matter most first. */
function byWeight(map: MapDocument): MapLine[] {
  return map.lines
    .filter((line) => line.kind !== 'frame' && line.kind !== 'guide')
    .sort((a, b) => b.weight - a.weight || (a.id < b.id ? -1 : 1));
}

/** What is known of a line, in words. */
export function tellLine(line: MapLine): string {
  const parts = [
    line.edge,
    line.part ? partWords[line.part] : line.kind,
    `${Math.round(lineLengthMm(line))} mm`,
    ...(line.byHand === true
      ? ['by hand']
      : [`contrast ${Math.round(line.contrast)} L*`, `${line.softness.toFixed(1)} mm wide`]),
    ...(line.colour === undefined ? [] : [`colours differ by ${Math.round(line.colour)}`]),
    ...(line.width === undefined ? [] : [`down the middle of ${line.width.toFixed(1)} mm`]),
    `weighs ${line.weight.toFixed(2)}`,
    ...(line.kept === false && line.leftOut ? [leftOutWords[line.leftOut]] : []),
  ];
  return parts.join(', ');
}

/** Step through the lines, those that matter most first, and correct each with a key. */
export function LinesTool() {
  const { map } = useBenchMap();
  // A pulled line snaps to the edges of the picture.
  usePictureOfMap();
  const [inHand, setInHand] = useState<string | null>(null);
  const lines = useMemo(() => (map ? byWeight(map) : []), [map]);
  const index = lines.findIndex(({ id }) => id === inHand);
  const line = index >= 0 ? lines[index] : undefined;
  const step = (by: number) => {
    if (lines.length === 0) return;
    const next = index < 0 ? (by > 0 ? 0 : lines.length - 1) : (index + by + lines.length) % lines.length;
    setInHand(lines[next]?.id ?? null);
  };
  const { picture, add, list, takeBack, toPicture } = useCorrections();
  const withLine = (make: (line: MapLine) => void) => () => {
    if (line) make(line);
  };
  const anchor = (of: MapLine) => anchorOf(of, picture);
  const drop = withLine((of) => add({ does: 'drop', line: anchor(of) }));
  const keep = withLine((of) => add({ does: 'keep', line: anchor(of) }));
  const make = (edge: EdgeQuality) => withLine((of) => add({ does: 'edge', line: anchor(of), edge }));
  const front = withLine((of) => {
    const shape = map?.shapes.find(({ id }) => id === (of.front === of.left ? of.right : of.left));
    if (!map || !shape) return;
    const place = besideLine(map, of, shape.id);
    if (place) add({ does: 'front', line: anchor(of), shape: toPicture(place) });
  });
  const removeOwn = withLine((of) => {
    const own = of.id.startsWith('c-') ? of.id.slice(2) : null;
    if (own !== null && list.some(({ id }) => id === own)) takeBack(own);
  });
  useKey('nextLine', () => step(1));
  useKey('lineBefore', () => step(-1));
  useKey('dropLine', drop);
  useKey('keepLine', keep);
  useKey('hardLine', make('hard'));
  useKey('softLine', make('soft'));
  useKey('lostLine', make('lost'));
  useKey('lineFront', front);
  useKey('removeLine', removeOwn);
  const pick = ({ x, y }: Point) => {
    if (!map) return;
    const reach = clickShare * Math.max(map.surface.width, map.surface.height);
    setInHand(lineNear(map.lines, x, y, reach)?.line.id ?? null);
  };
  return (
    <ToolInHand
      sentence={
        line ? (
          <LineSentence
            line={line}
            place={`Line ${index + 1} of ${lines.length}`}
            does={{ drop, keep, make, front, removeOwn }}
          />
        ) : (
          <span role="status">
            Click a line, or step through them with N and B, those that matter most first.
          </span>
        )
      }
      marks={
        line && (
          <>
            <LinesMarked lines={[line]} kind="inHand" />
            {map && line.front !== undefined && <FrontTicks map={map} line={line} />}
          </>
        )
      }
      handles={
        line &&
        line.kind !== 'guide' && (
          <PullHandle
            key={line.id}
            line={line}
            onPull={(to) =>
              add({ does: 'move', line: anchor(line), to: toPicture(to), reachMm: pullReachMm })
            }
          />
        )
      }
      onPick={pick}
    />
  );
}

type LineSentenceProps = {
  line: MapLine;
  /** Which of how many it is. */
  place: string;
  does: Record<'drop' | 'keep' | 'front' | 'removeOwn', () => void> & {
    make: (edge: EdgeQuality) => () => void;
  };
};

/** What is known of the line in hand, and what can be done with it. */
function LineSentence({ line, place, does }: LineSentenceProps) {
  return (
    <>
      <span role="status">
        {place}: {tellLine(line)}.
      </span>{' '}
      <span className={panelsCss.toolButtons}>
        <Button size="small" onClick={does.drop}>
          Leave out (X)
        </Button>
        <Button size="small" onClick={does.keep}>
          Keep (K)
        </Button>
        <Button size="small" onClick={does.make('hard')}>
          Hard (H)
        </Button>
        <Button size="small" onClick={does.make('soft')}>
          Soft (S)
        </Button>
        <Button size="small" onClick={does.make('lost')}>
          Lost (U)
        </Button>
        <Button size="small" disabled={line.left === line.right} onClick={does.front}>
          Which side is in front (F)
        </Button>
        {line.id.startsWith('c-') && (
          <Button size="small" onClick={does.removeOwn}>
            Remove (Del)
          </Button>
        )}
      </span>
    </>
  );
}

/** A handle at the middle of a line; where it is let go, the line goes, to the edge nearest there. */
function PullHandle({ line, onPull }: { line: MapLine; onPull: (to: Point) => void }) {
  const [u, v] = anchorOf(line, { x: 0, y: 0, width: 1, height: 1 }).at;
  const [moved, setMoved] = useState({ x: 0, y: 0 });
  const to = { x: u + moved.x, y: v + moved.y };
  const away = Math.hypot(moved.x, moved.y) > 0.01;
  const settle = () => {
    if (!away) return;
    setMoved({ x: 0, y: 0 });
    void mapWorker().snap(to, snapMm).then(onPull);
  };
  return (
    <g
      onPointerUp={settle}
      onKeyUp={(event) => {
        if (event.key === 'Enter') settle();
      }}
    >
      {away && <line className={css.pullLine} x1={u} y1={v} x2={to.x} y2={to.y} />}
      <Handle
        label="The line’s middle; Enter lets it go"
        {...to}
        steps={{ plain: 0.5, shift: 2, alt: 0.1 }}
        onMove={(x, y) => setMoved((by) => ({ x: by.x + x, y: by.y + y }))}
      />
    </g>
  );
}

/** Short ticks on the side that lies behind. */
function FrontTicks({ map, line }: { map: MapDocument; line: MapLine }) {
  const behind = line.front === line.left ? line.right : line.left;
  const shape = behind === null ? null : besideLine(map, line, behind);
  const middle = anchorOf(line, { x: 0, y: 0, width: 1, height: 1 }).at;
  if (!shape) return null;
  return <line className={css.frontTick} x1={middle[0]} y1={middle[1]} x2={shape.x} y2={shape.y} />;
}

/** A place in a shape close beside the middle of a line. */
function besideLine(map: MapDocument, line: MapLine, shape: string): Point | null {
  const { at, angleRad } = anchorOf(line, { x: 0, y: 0, width: 1, height: 1 });
  for (const away of [0.5, -0.5, 1, -1, 2, -2]) {
    const place = { x: at[0] - away * Math.sin(angleRad), y: at[1] + away * Math.cos(angleRad) };
    if (shapeAt(map, place.x, place.y)?.id === shape) return place;
  }
  return null;
}
