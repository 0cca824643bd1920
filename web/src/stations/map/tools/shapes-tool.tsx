import { Button } from 'antd';
import { useState } from 'react';
import { pathData, type MapDocument, type MapShape } from '@nobrel/core/documents';
import type { Point } from '@nobrel/core/geometry';
import { ringPoints, shapeAt } from '@nobrel/core/map';
import { useKey } from '../../../bench/keys/use-key.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { formatArea } from './tell.js';
import { useBenchMap } from '../bench-map.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';
import * as drawnCss from '../../../leaves/drawn/drawn.module.css';

const becauseWords = {
  'same value': 'of the same value',
  'too small': 'smaller than the smallest shape',
  'too alike': 'too little different for a boundary of its own',
  'too narrow': 'narrower than the smallest width',
  'by hand': 'joined by hand',
};

/** What the next click or stroke is for. */
type Doing = 'choosing' | 'joining' | 'dividing';

/** Shapes: why each is one, joined, divided, marked as a cast shadow. */
export function ShapesTool() {
  const { map } = useBenchMap();
  const [at, setAt] = useState<Point | null>(null);
  const [doing, setDoing] = useState<Doing>('choosing');
  const [stroke, setStroke] = useState<readonly Point[]>([]);
  const shape = map && at ? shapeAt(map, at.x, at.y) : null;
  const { add, toPicture } = useCorrections();
  const join = () => setDoing('joining');
  const divide = () => setDoing('dividing');
  const shadow = () => {
    if (at && shape) add({ does: 'shadow', shape: toPicture(at) });
  };
  useKey('joinShapes', join);
  useKey('divideShape', divide);
  useKey('castShadow', shadow);
  const pick = (point: Point) => {
    if (doing === 'joining' && at) {
      add({ does: 'join', one: toPicture(at), other: toPicture(point) });
      setDoing('choosing');
    }
    setAt(point);
  };
  const onStroke = (points: readonly Point[], done: boolean) => {
    setStroke(done ? [] : points);
    if (!done || points.length < 2) return;
    add({ does: 'split', path: thinned(points).map(toPicture) });
    setDoing('choosing');
  };
  return (
    <ToolInHand
      sentence={
        <>
          <span role="status">
            {doing === 'joining'
              ? 'Click the shape to join it with.'
              : doing === 'dividing'
                ? 'Draw a stroke across the shape, from border to border.'
                : shape && map
                  ? `Value ${shape.level + 1} of ${map.values.length}, ${formatArea(shape.area)}${shape.castShadow === true ? ', a cast shadow' : ''}.`
                  : 'Click a shape to see why it is one, to join or divide it, or to mark it as a cast shadow.'}
          </span>{' '}
          {doing === 'choosing' ? (
            <span className={panelsCss.toolButtons}>
              <Button size="small" disabled={!shape} onClick={join}>
                Join with… (J)
              </Button>
              <Button size="small" onClick={divide}>
                Divide (D)
              </Button>
              <Button size="small" disabled={!shape || shape.castShadow === true} onClick={shadow}>
                Cast shadow (C)
              </Button>
            </span>
          ) : (
            <Button size="small" onClick={() => setDoing('choosing')}>
              Never mind
            </Button>
          )}
        </>
      }
      marks={
        <>
          {map && shape && <ShapeMarked map={map} shape={shape} />}
          <StrokeMarked points={stroke} />
        </>
      }
      panel={shape && <WhyOneShape shape={shape} />}
      {...(doing === 'dividing' ? { onStroke } : { onPick: pick })}
    />
  );
}

/** A drawn stroke with its points at least a millimetre apart. */
export function thinned(points: readonly Point[]): Point[] {
  const kept: Point[] = [];
  points.forEach((point, i) => {
    const last = kept[kept.length - 1];
    if (!last || i === points.length - 1 || Math.hypot(point.x - last.x, point.y - last.y) >= 1)
      kept.push(point);
  });
  return kept;
}

function ShapeMarked({ map, shape }: { map: MapDocument; shape: MapShape }) {
  const scale = useLeafScale();
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const d = ringPoints(shape, lines)
    .map((points) => pathData({ points, closed: true }))
    .join('');
  return <path className={css.shapeMarked} d={d} fillRule="evenodd" strokeWidth={2.5 / scale} />;
}

/** A stroke as it is drawn. */
export function StrokeMarked({ points }: { points: readonly Point[] }) {
  const scale = useLeafScale();
  if (points.length < 2) return null;
  return (
    <polyline
      className={drawnCss.lineMarked}
      data-part="line-marked"
      data-kind="drawing"
      points={points.map(({ x, y }) => `${x},${y}`).join(' ')}
      fill="none"
      strokeWidth={3 / scale}
    />
  );
}

function WhyOneShape({ shape }: { shape: MapShape }) {
  const joins = shape.joins ?? [];
  return (
    <section className={panelsCss.mapPanel} aria-label="Why this is one shape">
      <h3>Why is this one shape?</h3>
      {joins.length === 0 ? (
        <p>It was found in one piece: one value, enclosed by others.</p>
      ) : (
        <>
          <p>It includes areas too small to stand alone or too little different. The largest of them:</p>
          <ul>
            {joins.map((join, i) => (
              <li key={i}>
                {formatArea(join.area)}, {becauseWords[join.because]}
                {join.because === 'by hand' ? '' : `, ${join.difference.toFixed(0)} L* apart`}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
