import { Button } from 'antd';
import { useMemo } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import {
  carriedAlong,
  fitOf,
  joinPlacesOf,
  joinPosition,
  partOf,
  pixelOf,
  placedBy,
  type Joined,
  type JoinPlace,
  type Placed,
  type TracingPlan,
  type WallPicture,
} from '@nobrel/core/transfer';
import { formatLength } from '@nobrel/core/units';
import { useUnit } from '../../../store/hooks.js';
import type { RunBench } from '../run/use-run.js';
import { MoveHandles, usePlaced } from './placing.js';
import { firstPlaced } from './use-placed.js';
import type { Wall } from './use-wall.js';
import { clsx } from 'clsx';
import * as css from './projection.module.css';

type PositionsProps = { map: MapDocument; plan: TracingPlan; wall: Wall; bench: RunBench; positions: Rect[] };

/** A wall larger than the picture: where the projector stands now, where next, and how that is joined to what is drawn. */
export function PositionsPart({ map, plan, wall, bench, positions }: PositionsProps) {
  const unit = useUnit();
  const { picture, placed } = usePlaced(wall, map.surface);
  const now = placed.position?.number ?? null;
  const { next } = bench;
  const wanted = next.kind === 'stroke' ? (plan.sections[next.section]?.place ?? null) : null;
  const joins = useMemo(
    () => positions.map((_, k) => joinsOf(map, plan, positions, k)),
    [map, plan, positions],
  );
  const goTo = (number: number) => {
    const at = positions[number];
    if (!at) return;
    const position = { number, ...at };
    const places = joins[number] ?? [];
    const from = now === null ? undefined : positions[now];
    const crosses = crossesFor(joins, at, number);
    if (!from || places.length < 3 || picture.placed === null)
      wall.change({
        placed: firstPlaced(map.surface, placed.screen, position),
        places: [],
        placing: 'corners',
        inHand: 0,
        crosses,
      });
    else {
      const carried = carriedAlong(fitOf(placed, from).fit, from, at);
      wall.change({
        placed: placedBy(carried, at, placed.screen, position),
        places: places.map(({ x, y }) => ({ at: { x, y }, px: pixelOf(carried, x, y) })),
        placing: 'places',
        inHand: 0,
        view: 'lines',
        crosses,
      });
    }
  };
  return (
    <section aria-label="Positions">
      <h2>Positions</h2>
      <p>
        The wall is shown in {positions.length} positions.{' '}
        {now === null
          ? 'Stand the projector before the first.'
          : wanted !== null && wanted !== now
            ? `The next line lies at position ${wanted + 1}: move the projector there, on its stand, and level it.`
            : `The projector stands before position ${now + 1}.`}
      </p>
      <PositionsDrawn {...{ map, positions, now, wanted }} />
      <div className={css.steerRow} role="group" aria-label="Go to a position">
        {positions.map((_, number) => (
          <Button
            key={number}
            type={number === wanted && number !== now ? 'primary' : 'default'}
            aria-pressed={number === now}
            aria-label={`Position ${number + 1}`}
            onClick={() => goTo(number)}
          >
            {number + 1}
          </Button>
        ))}
      </div>
      {picture.placing === 'corners' && placed.position && (
        <p>
          Tape the corners of position {placed.position.number + 1}: its upper left lies{' '}
          {formatLength(placed.position.x, unit)} from the left and {formatLength(placed.position.y, unit)}{' '}
          from the top of the surface; it is {formatLength(placed.position.width, unit)} wide and{' '}
          {formatLength(placed.position.height, unit)} high.
        </p>
      )}
      {picture.placing === 'places' && <Joining {...{ map, wall, picture, placed, positions }} />}
    </section>
  );
}

/** The places a position is joined by, to the positions before it in the order they are worked on. */
function joinsOf(
  map: MapDocument,
  plan: TracingPlan,
  positions: readonly Rect[],
  position: number,
): JoinPlace[] {
  const before = new Set(
    plan.sections
      .filter(({ place }) => place !== null && place < position)
      .flatMap(({ from, to }) => plan.lines.slice(from, to + 1).map(({ id }) => id)),
  );
  return joinPlacesOf(map, positions, position, before);
}

/** Light crosses that are drawn at a position because later ones are joined by them. */
const crossesFor = (joins: readonly JoinPlace[][], at: Rect, number: number) =>
  joins
    .slice(number + 1)
    .flatMap((places) => places.filter(({ drawn }) => !drawn))
    .filter(({ x, y }) => x >= at.x && y >= at.y && x <= at.x + at.width && y <= at.y + at.height)
    .map(({ x, y }) => ({ x, y }));

type JoiningProps = Pick<PositionsProps, 'map' | 'wall' | 'positions'> & {
  picture: WallPicture;
  placed: Placed;
};

/** Crosses are brought onto what is drawn, and what the joint is worth is said before a line is traced. */
function Joining({ map, wall, picture, placed, positions }: JoiningProps) {
  const unit = useUnit();
  const at = partOf(placed, map.surface);
  const joined = joinedBy(picture, placed, at);
  const number = (placed.position?.number ?? 0) + 1;
  return (
    <>
      <p>
        Bring each handle onto the corner, end or cross that is drawn there. The projector is moved along, not
        turned.
      </p>
      <MoveHandles wall={wall} surface={map.surface} />
      <p role="status">
        {joined.doubt ??
          `Expected at the joint: within ${formatLength(joined.atJointMm, unit)}; at the far corner of position ${number}: within ${formatLength(joined.atFarEdgeMm, unit)}. The places agree to ${formatLength(Math.max(...joined.offMm), unit)}.`}
      </p>
      <div className={css.steerRow}>
        <Button
          type="primary"
          onClick={() =>
            wall.change({
              placed: placedBy(joined.fit, at, placed.screen, placed.position),
              placing: 'none',
              places: [],
            })
          }
        >
          Join position {number}
        </Button>
        <Button onClick={() => wall.change({ placing: 'corners', inHand: 0, places: [] })}>
          Place its corners instead
        </Button>
      </div>
      {positions.length > 1 && joined.doubt !== null && <p>Nothing is moved until you join it.</p>}
    </>
  );
}

function joinedBy({ places }: WallPicture, placed: Placed, at: Rect): Joined {
  return joinPosition(fitOf(placed, at).fit, places, at);
}

/** The positions over the surface, numbered, for the eye. */
function PositionsDrawn({
  map: { surface },
  positions,
  now,
  wanted,
}: {
  map: MapDocument;
  positions: readonly Rect[];
  now: number | null;
  wanted: number | null;
}) {
  const size = Math.max(surface.width, surface.height);
  return (
    <svg
      className={css.positionsDrawn}
      viewBox={`${-0.01 * size} ${-0.01 * size} ${surface.width + 0.02 * size} ${surface.height + 0.02 * size}`}
      aria-hidden
    >
      <rect width={surface.width} height={surface.height} className={css.positionsSurface} />
      {positions.map((position, k) => (
        <g
          key={k}
          className={
            k === now
              ? clsx(css.position, css.positionNow)
              : k === wanted
                ? clsx(css.position, css.positionWanted)
                : css.position
          }
        >
          <rect {...position} />
          <text
            x={position.x + position.width / 2}
            y={position.y + position.height / 2}
            fontSize={size / 18}
            textAnchor="middle"
            dominantBaseline="central"
          >
            {k + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
