import { Button } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MapDocument } from '@nobrel/core/documents';
import { cornersOfRect, distance, quadBy, type Point, type Quad, type Rect } from '@nobrel/core/geometry';
import { projectorToTry, thrownBy, wallToTry, type Thrown as Beam } from '@nobrel/core/projector';
import {
  handlesOf,
  knownAgain,
  plannedPositions,
  wallToPixels,
  wholeOf,
  type Screen,
  type WallPicture,
} from '@nobrel/core/transfer';
import { formatLength } from '@nobrel/core/units';
import { Opening } from '../../../bench/frame/opening.js';
import { useUnit } from '../../../store/hooks.js';
import { useDecisions, useWork } from '../../../store/use-work.js';
import { projectionWorker } from '../../../workers/use-projection.js';
import { Handles } from './handles.js';
import { OnWall } from './on-wall.js';
import { usePlacingKeys } from './placing-keys.js';
import { thrownAs, usePictureOn, useScreen } from './use-placed.js';
import { useMapOnWall } from './use-map-on-wall.js';
import { useWall, type Wall } from './use-wall.js';
import { asPaths, warpedLines, type Thrown } from './warped.js';
import * as css from './try-page.module.css';

/** A projector to try things out with: the wall as it would look, with a projector set up askew before it. */
export function TryPage() {
  const work = useWork();
  const map = useMapOnWall();
  const { pixelsAcross, pixelsDown } = useDecisions('transfer');
  const screen = useMemo(() => ({ width: pixelsAcross, height: pixelsDown }), [pixelsAcross, pixelsDown]);
  const wall = useWall(screen);
  if (work.map === null)
    return (
      <main className={css.tryWall}>
        <p>This work has no map with lines yet.</p>
        <Link to={`/works/${work.id}/map`}>To the map</Link>
      </main>
    );
  if (!map || !wall.told) return <Opening what="the wall" />;
  return <TriedOut {...{ map, wall, screen }} picture={wall.told.picture} />;
}

/** Room beside the wall for what is said of it, pixels. */
const besidePx = 300;
/** Wall that is seen around the surface, as a share of its larger side. */
const aroundShare = 0.14;

type TriedOutProps = { map: MapDocument; wall: Wall; screen: Screen; picture: WallPicture };

function TriedOut({ map, wall, screen, picture: told }: TriedOutProps) {
  const { id } = useWork();
  const room = useScreen();
  const transfer = useDecisions('transfer');
  const { placed, part, picture } = usePictureOn(told, map.surface, screen);
  const view = useMemo(
    () => viewOf(map.surface, { width: room.width - besidePx, height: room.height }),
    [map, room],
  );
  const first = useMemo(
    () => plannedPositions(transfer, map.surface)?.[0] ?? wholeOf(map.surface),
    [transfer, map],
  );
  const number = placed.position?.number ?? 0;
  const beam = useMemo(
    () => thrownBy(projectorToTry(first, screen, { number, part: number === 0 ? first : part })),
    [first, screen, number, part],
  );
  const thrown = useMemo(
    () => seenFrom(thrownAs(placed, part), part, beam, view),
    [placed, part, beam, view],
  );
  const done = useMemo(() => new Set(knownAgain(transfer.run, map).done.keys()), [transfer.run, map]);
  const onPixel = useMemo(() => (px: Point) => view.at(beam.onWall(px.x, px.y)), [view, beam]);
  const move = usePlacingKeys({ picture, wall, placed });
  const frame = quadBy((k) => onPixel(cornersOfRect({ x: 0, y: 0, ...screen })[k]));
  const size = { width: room.width - besidePx, height: room.height };
  return (
    <main className={css.tryWall} aria-label="A projector to try out">
      <div className={css.tryPicture} style={size}>
        <BareWall {...{ map, view, size, frame, done }} />
        {/* Nothing is thrown beyond the picture's edge. */}
        <div
          className={css.tryBeam}
          style={{ clipPath: `polygon(${frame.map(({ x, y }) => `${x}px ${y}px`).join(', ')})` }}
        >
          <OnWall {...{ map, picture, thrown, part, done, onPixel }} screen={size} pixels={screen} />
          {picture.placing !== 'none' && (
            <Handles
              handles={handlesOf(picture, placed).map(({ name, px }) => ({ name, px: onPixel(px) }))}
              inHand={picture.inHand}
              screen={size}
              onTake={(inHand) => wall.change({ inHand })}
              onMove={(handle, by) => {
                const perPx = distance(frame[0], frame[1]) / screen.width;
                move(handle, { x: by.x / perPx, y: by.y / perPx });
              }}
            />
          )}
        </div>
      </div>
      <aside className={css.tryBeside}>
        <h1>A projector to try out</h1>
        <p>
          It stands at a slight angle and its lens distorts slightly, as real ones do. Steer it from the page
          beside the wall, as you would a real one.
        </p>
        <p>
          <Link to={`/works/${id}/steer`}>Steer it</Link> ·{' '}
          <Link to={`/works/${id}/transfer?at=seen`}>Back to Transfer</Link>
        </p>
        <Measured part={part} thrown={thrown} view={view} />
        <Photographed
          order={() =>
            projectionWorker().photographDots(
              map.surface,
              first,
              { number, part: number === 0 ? first : part },
              screen,
            )
          }
        />
      </aside>
    </main>
  );
}

/** How the wall is seen: mm to pixels of this window. */
type View = { scale: number; at: (place: Point) => Point };

function viewOf({ width, height }: { width: number; height: number }, room: Screen): View {
  const around = aroundShare * Math.max(width, height);
  const scale = Math.min(room.width / (width + 2 * around), room.height / (height + 2 * around));
  const left = (room.width - scale * width) / 2;
  const top = (room.height - scale * height) / 2;
  return { scale, at: ({ x, y }) => ({ x: left + scale * x, y: top + scale * y }) };
}

/** What is thrown as it is seen on the wall. */
function seenFrom({ pixel }: Thrown, part: Rect, beam: Beam, view: View): Thrown {
  const seen = (x: number, y: number) => {
    const px = pixel(x, y);
    return view.at(beam.onWall(px.x, px.y));
  };
  const corners: Quad = quadBy((k) => {
    const corner = cornersOfRect(part)[k];
    return seen(corner.x, corner.y);
  });
  return { pixel: seen, perMm: view.scale, plane: wallToPixels(part, corners), isBent: true };
}

type BareWallProps = {
  map: MapDocument;
  view: View;
  size: Screen;
  frame: Quad;
  done: ReadonlySet<string>;
};

/** The wall with its taped surface, what is traced so far, and the light of the whole picture. */
function BareWall({ map, view, size, frame, done }: BareWallProps) {
  const { surface, colour } = wallToTry(map.surface);
  const traced = useMemo(() => {
    const straight: Thrown = {
      pixel: (x, y) => view.at({ x, y }),
      perMm: view.scale,
      plane: [view.scale, 0, 0, 0, view.scale, 0, 0, 0, 1],
      isBent: false,
    };
    return asPaths(warpedLines(map, straight).filter(({ id }) => done.has(id)));
  }, [map, view, done]);
  const from = view.at({ x: 0, y: 0 });
  const dim = 0.42;
  return (
    <svg className={css.tryBare} width={size.width} height={size.height} aria-hidden>
      <rect
        width={size.width}
        height={size.height}
        fill={`rgb(${colour.map((share) => Math.round(255 * dim * share)).join(' ')})`}
      />
      <rect
        className={css.tryTape}
        x={from.x}
        y={from.y}
        width={view.scale * surface.width}
        height={view.scale * surface.height}
      />
      <polygon className={css.tryLight} points={frame.map(({ x, y }) => `${x},${y}`).join(' ')} />
      {traced.map(({ dash, d }) => (
        <path key={dash} className={css.tryTraced} d={d} />
      ))}
    </svg>
  );
}

/** What a tape measure would say of the outline on the wall. */
function Measured({ part, thrown, view }: { part: Rect; thrown: Thrown; view: View }) {
  const unit = useUnit();
  const [a, b, c, d] = cornersOfRect(part).map(({ x, y }) => thrown.pixel(x, y));
  const length = (from: Point | undefined, to: Point | undefined) =>
    from && to ? formatLength(distance(from, to) / view.scale, unit) : '';
  return (
    <>
      <h2>What the tape measures</h2>
      <p>The outline of the drawing, as it lies on the wall now.</p>
      <dl className={css.tryMeasured} data-part="try-measured">
        <dt>Top edge</dt>
        <dd>{length(a, b)}</dd>
        <dt>Right edge</dt>
        <dd>{length(b, c)}</dd>
        <dt>Bottom edge</dt>
        <dd>{length(d, c)}</dd>
        <dt>Left edge</dt>
        <dd>{length(a, d)}</dd>
        <dt>Diagonal from the upper left</dt>
        <dd>{length(a, c)}</dd>
        <dt>Diagonal from the lower left</dt>
        <dd>{length(d, b)}</dd>
      </dl>
    </>
  );
}

/** A photograph of the wall while the dots are on it, to place it by. */
function Photographed({ order }: { order: () => Promise<Blob> }) {
  const [address, setAddress] = useState<string | null>(null);
  const [isTaking, setTaking] = useState(false);
  const [hasFailed, setFailed] = useState(false);
  useEffect(
    () => () => {
      if (address !== null) URL.revokeObjectURL(address);
    },
    [address],
  );
  const take = async () => {
    setTaking(true);
    try {
      setAddress(URL.createObjectURL(await order()));
      setFailed(false);
    } catch {
      setFailed(true);
    } finally {
      setTaking(false);
    }
  };
  return (
    <>
      <h2>A photograph</h2>
      <p>Of the wall with the dots on it, as a camera in the hand would take it; place the drawing by it.</p>
      <Button disabled={isTaking} onClick={() => void take()}>
        {isTaking ? 'Taking it…' : 'Take the photograph'}
      </Button>
      {hasFailed && (
        <p role="alert">
          The photograph could not be made: there may be too little memory. Close other pages and take it
          again.
        </p>
      )}
      {address !== null && (
        <p>
          <a href={address} download="wall.jpg">
            Save wall.jpg
          </a>
        </p>
      )}
    </>
  );
}
