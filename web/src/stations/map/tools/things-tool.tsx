import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Point } from '@nobrel/core/geometry';
import { shapeNumbers, type ThingWay } from '@nobrel/core/map';
import { useKey } from '../../../bench/keys/use-key.js';
import { useDecisions } from '../../../store/use-work.js';
import { mapWorker } from '../../../workers/mapping-workers.js';
import { useBenchMap, usePictureOfMap } from '../bench-map.js';
import { thinned } from './shapes-tool.js';
import { useCorrections } from '../../../bench/use-corrections.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as css from './tools.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

type Thing = { at: Point; walk: number; outline: readonly Point[]; rank: number; ranks: number };

/** Counts what was asked: an answer that comes after something else was asked is not shown any more. */
function countAsked() {
  let last = 0;
  return { next: () => ++last, isLast: (own: number) => own === last };
}

/** Point at a thing, walk to what it is part of or to its parts, and draw it whole or leave it out. */
export function ThingsTool() {
  const { map } = useBenchMap();
  const { detail } = useDecisions('map');
  const corrections = useCorrections();
  // The worker answers for the picture of this map, once it has read it.
  usePictureOfMap();
  const [thing, setThing] = useState<Thing | null>(null);
  const [shape, setShape] = useState(-1);
  const spots = useSpots(map);
  const [asked] = useState(countAsked);
  const find = (at: Point, walk: number) => {
    const own = asked.next();
    void mapWorker()
      .thingAt(at, detail, walk)
      .then((found) => asked.isLast(own) && setThing(found && { at, walk, ...found }));
  };
  const forget = () => {
    asked.next();
    setThing(null);
  };
  const step = (by: number) => {
    if (spots.length === 0) return;
    const next = (Math.max(shape, by > 0 ? -1 : 0) + by + spots.length) % spots.length;
    setShape(next);
    const spot = spots[next];
    if (spot) find(spot, 0);
  };
  const walk = (by: number) => {
    if (!thing) return;
    const rank = thing.rank + by;
    if (rank >= 0 && rank < thing.ranks) find(thing.at, thing.walk + by);
  };
  const decide = (way: ThingWay) => {
    if (!thing) return;
    corrections.add({ does: 'thing', way, outline: thinned(thing.outline).map(corrections.toPicture) });
    forget();
  };
  useKey('nextLine', () => step(1));
  useKey('lineBefore', () => step(-1));
  useKey('wholeThing', () => walk(1));
  useKey('partThing', () => walk(-1));
  useKey('drawThing', () => decide('whole'));
  useKey('dropThing', () => decide('out'));
  useKey('clearLine', forget, { active: thing !== null, first: true });
  return (
    <ToolInHand
      sentence={
        thing ? (
          <ThingSentence thing={thing} onWalk={walk} onDecide={decide} />
        ) : (
          <span role="status">Click a thing, or step through them with N and B, the largest first.</span>
        )
      }
      marks={
        thing && (
          <polygon
            className={css.thingOutline}
            data-part="thing-outline"
            points={thing.outline.map(({ x, y }) => `${x},${y}`).join(' ')}
            vectorEffect="non-scaling-stroke"
          />
        )
      }
      onPick={(at) => find(at, 0)}
    />
  );
}

/** The spots of a map's shapes, the largest first. */
function useSpots(map: MapDocument | null) {
  return useMemo(() => {
    if (!map) return [];
    const area = new Map(map.shapes.map(({ id, area }) => [id, area]));
    return shapeNumbers(map).sort((a, b) => (area.get(b.id) ?? 0) - (area.get(a.id) ?? 0));
  }, [map]);
}

type ThingSentenceProps = { thing: Thing; onWalk: (by: number) => void; onDecide: (way: ThingWay) => void };

/** Where one is between the smallest part and the whole, and what can be done with it. */
function ThingSentence({ thing: { rank, ranks }, onWalk, onDecide }: ThingSentenceProps) {
  return (
    <>
      <span role="status">
        Step {rank + 1} of {ranks}, from the smallest part to the whole picture.
      </span>{' '}
      <span className={panelsCss.toolButtons}>
        <Button size="small" disabled={rank + 1 >= ranks} onClick={() => onWalk(1)}>
          Larger (.)
        </Button>
        <Button size="small" disabled={rank === 0} onClick={() => onWalk(-1)}>
          Smaller (,)
        </Button>
        <Button size="small" onClick={() => onDecide('whole')}>
          Draw it whole (W)
        </Button>
        <Button size="small" onClick={() => onDecide('out')}>
          Leave it out (X)
        </Button>
      </span>
    </>
  );
}
