import { useRef, useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import { lineNear, type Course, type LineAnchor } from '@nobrel/core/map';
import { useCorrections } from '../../../bench/use-corrections.js';
import { mapWorker } from '../../../workers/mapping-workers.js';
import { useBenchMap } from '../bench-map.js';
import { thinned } from './shapes-tool.js';

/** What is drawn: along an edge, down the middle of something thin, a border within a shape, or behind things. */
export type Drawing = 'edge' | 'middle' | 'border' | 'hidden';
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

/** A line being drawn from click to click: between these it runs along the strongest edge. */
export function useDrawing() {
  const { map } = useBenchMap();
  const { add, toPicture, toSurface } = useCorrections();
  const [drawing, setDrawing] = useState<Drawing>('edge');
  /** The way so far, up to the last click, and where each click was. */
  const [way, setWay] = useState<readonly Point[]>([]);
  const [clicks, setClicks] = useState<readonly number[]>([]);
  const [ahead, setAhead] = useState<readonly Point[]>([]);
  const [from, setFrom] = useState<LineAnchor | null>(null);
  const newest = useRef(0);
  const last = way[way.length - 1];
  const clear = () => {
    newest.current++;
    setWay([]);
    setClicks([]);
    setAhead([]);
    setFrom(null);
  };
  const runTo = (to: Point, then: (points: Point[]) => void) => {
    if (!last) return;
    const own = ++newest.current;
    void mapWorker()
      .run(last, to, courseOf[drawing])
      .then((points) => {
        if (own === newest.current) then(points);
      });
  };
  const pickHidden = (point: Point) => {
    const spot = map && lineNear(map.lines, point.x, point.y, takeHoldMm);
    if (!spot) return;
    const anchor = { at: toPicture(spot), angleRad: spot.angleRad };
    if (!from) return setFrom(anchor);
    add({ does: 'hidden', from, to: anchor });
    setFrom(null);
  };
  return {
    drawing,
    way,
    ahead,
    last,
    /** Where a hidden contour began. */
    from: from && toSurface(from.at),
    choose: (next: Drawing) => {
      setDrawing(next);
      clear();
    },
    clear,
    done: () => {
      if (way.length < 2) return;
      const path = thinned(way).map(toPicture);
      if (drawing === 'border') add({ does: 'split', path });
      else add({ does: 'draw', path, edge: 'hard', widthMm: drawing === 'middle' ? thinMm : null });
      clear();
    },
    stepBack: () => {
      const keep = clicks[clicks.length - 2];
      if (keep === undefined) return clear();
      newest.current++;
      setWay(way.slice(0, keep));
      setClicks(clicks.slice(0, -1));
      setAhead([]);
    },
    pick: (point: Point) => {
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
    },
    hover: (point: Point | null) => {
      if (drawing === 'hidden' || !point) return;
      runTo(point, (points) => setAhead(points.slice(1)));
    },
  };
}
