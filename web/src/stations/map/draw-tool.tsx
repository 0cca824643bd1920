import { Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { lineNear, type Course, type LineAnchor } from '@nobrel/core/map';
import { useKey } from '../../bench/use-key.js';
import { mapWorker } from '../../workers/use-mapping.js';
import { useBenchMap, usePictureOfMap } from './bench-map.js';
import { StrokeMarked, thinned } from './shapes-tool.js';
import { useCorrections } from '../../bench/use-corrections.js';
import { ToolInHand } from '../../leaves/in-hand.js';

/** What is drawn: along an edge, down the middle of something thin, a border within a shape, or behind things. */
type Drawing = 'edge' | 'middle' | 'border' | 'hidden';
const drawings: readonly { value: Drawing; label: string }[] = [
  { value: 'edge', label: 'along an edge' },
  { value: 'middle', label: 'down the middle' },
  { value: 'border', label: 'to divide a shape' },
  { value: 'hidden', label: 'hidden contour' },
];
const courseOf: Readonly<Record<Drawing, Course>> = {
  edge: 'edge',
  middle: 'middle',
  border: 'edge',
  hidden: 'edge',
};

/** A hidden contour begins at a line within this of the click, mm. */
const takeHoldMm = 8;
/** A thing drawn down its middle is taken to be about this wide until it is measured, mm. */
const thinMm = 1;

/** Click along a contour; between clicks the line runs along the strongest edge. */
export function DrawTool() {
  const { map } = useBenchMap();
  // The line follows the edges of the picture.
  usePictureOfMap();
  const corrections = useCorrections();
  const [drawing, setDrawing] = useState<Drawing>('edge');
  /** The way so far, up to the last click, and where each click was. */
  const [way, setWay] = useState<readonly Point[]>([]);
  const [clicks, setClicks] = useState<readonly number[]>([]);
  const [ahead, setAhead] = useState<readonly Point[]>([]);
  const [from, setFrom] = useState<LineAnchor | null>(null);
  const newest = useRef(0);
  const { add, toPicture, picture } = corrections;
  const clear = () => {
    newest.current++;
    setWay([]);
    setClicks([]);
    setAhead([]);
    setFrom(null);
  };
  const last = way[way.length - 1];
  const runTo = (to: Point, then: (points: Point[]) => void) => {
    if (!last) return;
    const own = ++newest.current;
    void mapWorker()
      .run(last, to, courseOf[drawing])
      .then((points) => {
        if (own === newest.current) then(points);
      });
  };
  const done = () => {
    if (way.length < 2) return;
    const path = thinned(way).map(toPicture);
    if (drawing === 'border') add({ does: 'split', path });
    else add({ does: 'draw', path, edge: 'hard', widthMm: drawing === 'middle' ? thinMm : null });
    clear();
  };
  const stepBack = () => {
    const keep = clicks[clicks.length - 2];
    if (keep === undefined) return clear();
    newest.current++;
    setWay(way.slice(0, keep));
    setClicks(clicks.slice(0, -1));
    setAhead([]);
  };
  const begun = { active: way.length > 0, first: true };
  useKey('endLine', done, begun);
  useKey('clickBack', stepBack, begun);
  useKey('clearLine', clear, begun);
  const pickHidden = (point: Point) => {
    const spot = map && lineNear(map.lines, point.x, point.y, takeHoldMm);
    if (!spot) return;
    const anchor = { at: toPicture(spot), angleRad: spot.angleRad };
    if (!from) return setFrom(anchor);
    add({ does: 'hidden', from, to: anchor });
    setFrom(null);
  };
  const pick = (point: Point) => {
    if (drawing === 'hidden') return pickHidden(point);
    if (!last) {
      setWay([point]);
      setClicks([1]);
      return;
    }
    runTo(point, (points) => {
      const next = [...way, ...points.slice(1)];
      setWay(next);
      setClicks([...clicks, next.length]);
      setAhead([]);
    });
  };
  const hidden = drawing === 'hidden';
  const fromPoint = from && corrections.toSurface(from.at);
  return (
    <ToolInHand
      sentence={
        <>
          <Segmented<Drawing>
            size="small"
            aria-label="What is drawn"
            options={drawings.map((option) => ({ ...option }))}
            value={drawing}
            onChange={(next) => {
              setDrawing(next);
              clear();
            }}
          />{' '}
          <span role="status">
            {hidden
              ? from
                ? 'Click the end of the line where it comes out again.'
                : 'Click the end of the line that goes behind something.'
              : way.length === 0
                ? 'Click where the line begins.'
                : 'Click further along. Enter ends the line, Backspace takes the last click back.'}
          </span>{' '}
          {way.length > 1 && (
            <span className="tool-buttons">
              <Button size="small" onClick={done}>
                Done (Enter)
              </Button>
              <Button size="small" onClick={stepBack}>
                Back (Backspace)
              </Button>
            </span>
          )}
        </>
      }
      marks={
        <>
          <StrokeMarked points={[...way, ...ahead]} />
          {last && <circle className="draw-click" cx={last.x} cy={last.y} r={picture.width / 250} />}
          {fromPoint && (
            <circle className="draw-click" cx={fromPoint.x} cy={fromPoint.y} r={picture.width / 250} />
          )}
        </>
      }
      onPick={pick}
      onHover={(point) => {
        if (hidden || !point || !last) return;
        runTo(point, (points) => setAhead(points.slice(1)));
      }}
    />
  );
}
