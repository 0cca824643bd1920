import { useEffect, useEffectEvent, useMemo } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Point, Quad } from '@nobrel/core/geometry';
import { cornersFault, knownAgain, nudged, wallToPixels, type WallPicture } from '@nobrel/core/transfer';
import { useKeptMapQuery } from '../../../store/api/map.js';
import { useDecisions, useWork } from '../../../store/hooks.js';
import { useAwake } from '../run/use-awake.js';
import { CornerHandles } from './corner-handles.js';
import { OnWall } from './on-wall.js';
import './projection.css';
import { cornersOn, useScreen } from './use-placed.js';
import { useWall, type Wall } from './use-wall.js';

/** The projector’s own window: the drawing, true on the wall, and black around it. Nothing is ever written there. */
export function ProjectorPage() {
  const work = useWork();
  const { data } = useKeptMapQuery(work.id, { skip: work.map === null });
  const wall = useWall('window');
  useAwake(true);
  useEffect(() => {
    document.title = 'Projector';
  });
  const map = data?.document;
  if (!map || !wall.told) return <main className="projector" aria-label="Projector" />;
  return <Projected map={map} wall={wall} picture={wall.told.picture} />;
}

function Projected({ map, wall, picture }: { map: MapDocument; wall: Wall; picture: WallPicture }) {
  const screen = useScreen();
  const { run } = useDecisions('transfer');
  const corners = useMemo(() => cornersOn(picture, map.surface, screen), [picture, map, screen]);
  const done = useMemo(() => new Set(knownAgain(run, map).done.keys()), [run, map]);
  const toPixels = useMemo(() => wallToPixels(map.surface, corners), [map, corners]);
  const place = (next: Quad) => {
    // Crossed corners are not taken: the picture stays as it was.
    if (cornersFault(next, screen) === null) wall.change({ placed: { corners: [...next], screen } });
  };
  usePlacingKeys({ picture, wall, corners, onPlace: place });
  return (
    <main className="projector" aria-label="Projector">
      {!picture.blank && (
        <OnWall map={map} picture={picture} toPixels={toPixels} screen={screen} done={done} />
      )}
      {picture.placing && (
        <CornerHandles
          corners={corners}
          inHand={picture.corner}
          screen={screen}
          onTake={(corner) => wall.change({ corner })}
          onMove={(corner, by) => place(nudged(corners, corner, by))}
        />
      )}
    </main>
  );
}

const ways: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** How far an arrow key moves a corner, pixels: with Alt finely, with Shift far. */
const stepOf = ({ altKey, shiftKey }: Pick<KeyboardEvent, 'altKey' | 'shiftKey'>) =>
  altKey ? 0.1 : shiftKey ? 10 : 1;

type PlacingKeys = {
  picture: WallPicture;
  wall: Wall;
  corners: Quad;
  onPlace: (corners: Quad) => void;
};

/** Keys of the projector’s window: B blanks, P places, 1 to 4 take a corner, arrows move it, F fills the screen. */
function usePlacingKeys({ picture, wall, corners, onPlace }: PlacingKeys): void {
  const hear = useEffectEvent((event: KeyboardEvent) => {
    const key = event.key.toLowerCase();
    const way = ways[event.key];
    if (key === 'b') wall.change({ blank: !picture.blank });
    else if (key === 'p') wall.change({ placing: !picture.placing });
    else if (key === 'f') void document.documentElement.requestFullscreen().catch(() => undefined);
    else if (picture.placing && /^[1-4]$/.test(key)) wall.change({ corner: Number(key) - 1 });
    else if (picture.placing && key === 'escape') wall.change({ placing: false });
    else if (picture.placing && way) {
      const step = stepOf(event);
      onPlace(nudged(corners, picture.corner, { x: step * way.x, y: step * way.y }));
    } else return;
    event.preventDefault();
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => hear(event);
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
