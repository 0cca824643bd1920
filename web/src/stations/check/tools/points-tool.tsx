import { Button } from 'antd';
import { useMemo, useState, type ReactNode } from 'react';
import {
  cornersByPoints,
  knownPlaces,
  maxPoints,
  minPoints,
  settledOn,
  type KnownPlaces,
  type KnownPoint,
} from '@nobrel/core/check';
import { findFitFault, gridOf, layOut } from '@nobrel/core/fit';
import type { MapDocument } from '@nobrel/core/documents';
import type { Point, Rect } from '@nobrel/core/geometry';
import { unsquared } from '@nobrel/core/reference';
import { GridLines } from '../../../leaves/drawn/grid-lines.js';
import { Handle } from '../../../leaves/leaf/handle.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { MapOnSurface } from '../../../leaves/drawn/map-on-surface.js';
import { ReferencePicture } from '../../../leaves/drawn/reference-picture.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../../store/use-work.js';
import { useSheets } from '../../../workers/use-sheets.js';
import { NumberMark } from '../finding-marks.js';
import { useCheckBench } from '../use-check.js';
import { clsx } from 'clsx';
import * as css from './tools.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** Where the first points are begun with, as shares of the surface: apart from each other. */
const begins: readonly (readonly [number, number])[] = [
  [0.25, 0.3],
  [0.75, 0.7],
  [0.75, 0.3],
  [0.25, 0.7],
];

/** The same few places shown on the map and on the photograph, where the edges of the sheet cannot be seen. */
export function PointsTool() {
  const { round, picture, map, lookAgain } = useCheckBench();
  const fit = useDecisions('fit');
  const { pencilMm } = useDecisions('map');
  const [moved, setMoved] = useState<{ round: string; points: readonly KnownPoint[] } | null>(null);
  const drawing = useOwnDrawing();
  const known = useKnownPlaces(map, drawing);
  if (!round || !picture)
    return <ToolInHand sentence={<span>There is no photograph yet: bring one in with New round.</span>} />;
  const { width: widthMm, height: heightMm } = map.surface;
  const begun = ([u, v]: readonly [number, number]): KnownPoint => ({
    onMap: { x: u * widthMm, y: v * heightMm },
    inPicture: { x: (0.1 + 0.8 * u) * picture.width, y: (0.1 + 0.8 * v) * picture.height },
  });
  const own = moved?.round === round.id ? moved.points : null;
  const held = own ?? round.points ?? begins.slice(0, minPoints).map(begun);
  // What is near a known place is that place; where it was let go is kept, so that it can be moved away from it again.
  const points = held.map((point) => ({ ...point, onMap: settledOn(known, point.onMap) }));
  const change = (next: readonly KnownPoint[]) => setMoved({ round: round.id, points: next });
  const isTold = cornersByPoints(points, { widthMm, heightMm }) !== null;
  const handles = (on: 'onMap' | 'inPicture'): ReactNode =>
    points.map((point, k) => (
      <NumberedHandle
        key={k}
        number={k + 1}
        label={`Point ${k + 1} on the ${on === 'onMap' ? 'map' : 'photograph'}`}
        at={point[on]}
        onMove={(x, y) =>
          change(
            held.map((other, i) =>
              i === k ? { ...other, [on]: { x: other[on].x + x, y: other[on].y + y } } : other,
            ),
          )
        }
      />
    ));
  const next = begins[points.length];
  return (
    <ToolInHand
      sentence={
        <PointsSentence
          count={points.length}
          isTold={isTold}
          onMore={next && points.length < maxPoints ? () => change([...held, begun(next)]) : null}
          onFewer={() => change(held.slice(0, -1))}
          onLook={() => void lookAgain({ corners: null, points })}
        />
      }
      left={{
        title: 'Map',
        content: (
          <>
            <MapOnSurface surface={fit} map={map} lineMm={pencilMm} />
            {drawing && <GridLines drawing={drawing} grid={fit.grid} />}
            <PlaceMarks known={known} />
          </>
        ),
        handles: handles('onMap'),
      }}
      right={{
        title: 'As it was photographed',
        extent: { x: 0, y: 0, width: picture.width, height: picture.height },
        apart: true,
        content: (
          <ReferencePicture
            picture={picture}
            squaring={unsquared}
            look="colour"
            faintness={0}
            at={{ x: 0, y: 0, width: picture.width, height: picture.height }}
          />
        ),
        handles: handles('inPicture'),
      }}
    />
  );
}

/** What is drawn of this work, where it has a grid, whose crossings are easily found on both; mm on the surface. */
function useOwnDrawing(): Rect | null {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  return useMemo(
    () => (fit.grid.shown && !findFitFault(fit) ? layOut(preparation, fit).drawing : null),
    [fit, preparation],
  );
}

/** Where the surface is marked so that it is found again on the photograph. */
function useKnownPlaces(map: MapDocument, drawing: Rect | null): KnownPlaces {
  const { grid } = useDecisions('fit');
  const sheets = useDecisions('sheets');
  const outline = useMemo(() => ({ ...sheets, kind: 'outline' as const }), [sheets]);
  const { laid } = useSheets(map, outline);
  return useMemo(
    () => knownPlaces(map, drawing && gridOf(drawing, grid), laid?.tiled?.marks ?? []),
    [map, drawing, grid, laid],
  );
}

/** Half the arm of a mark, pixels. */
const armPx = 5;

/** More marks than this would only hide the map; the lines of a grid so fine show its crossings. */
const maxMarks = 1500;

/** Small crosses at known places. */
function PlaceMarks({ known: { places } }: { known: KnownPlaces }) {
  const arm = armPx / useLeafScale();
  if (places.length > maxMarks) return null;
  return (
    <path
      className={css.knownPlaces}
      data-part="known-places"
      aria-hidden
      d={places.map(({ x, y }) => `M${x - arm} ${y}h${2 * arm}M${x} ${y - arm}v${2 * arm}`).join('')}
    />
  );
}

type PointsSentenceProps = {
  count: number;
  /** Whether the points say how the sheet lies. */
  isTold: boolean;
  /** Null where there are as many as can be. */
  onMore: (() => void) | null;
  onFewer: () => void;
  onLook: () => void;
};

function PointsSentence({ count, isTold, onMore, onFewer, onLook }: PointsSentenceProps) {
  const { reading } = useCheckBench();
  return (
    <>
      Where the edges of the sheet cannot be seen: put each number on the same spot of the map and of the
      photograph, such as an eye, a handle, a printed cross, a crossing of the grid; near a small cross it
      settles on that. The drawn lines do the rest.{' '}
      <Button size="small" type="primary" disabled={!isTold || reading} onClick={onLook}>
        Look again by these points
      </Button>{' '}
      {onMore && (
        <Button size="small" onClick={onMore}>
          Another point
        </Button>
      )}{' '}
      {count > minPoints && (
        <Button size="small" onClick={onFewer}>
          Without point {count}
        </Button>
      )}
      {!isTold && (
        <span className={clsx(sentenceCss.gapFault, sentenceCss.toolFault)} role="alert">
          The points are too close together, or in one line: spread them over the drawing.
        </span>
      )}
    </>
  );
}

type NumberedHandleProps = {
  number: number;
  label: string;
  at: Point;
  onMove: (x: number, y: number) => void;
};

function NumberedHandle({ number, label, at, onMove }: NumberedHandleProps) {
  return (
    <>
      <Handle label={label} x={at.x} y={at.y} onMove={onMove} />
      <NumberMark at={at} number={number} isPointed />
    </>
  );
}
