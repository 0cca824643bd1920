import { useEffect, useMemo } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { handlesOf, knownAgain, type Screen, type WallPicture } from '@nobrel/core/transfer';
import { useDecisions } from '../../../store/use-work.js';
import { useAwake } from '../run/use-awake.js';
import { Handles } from './handles.js';
import { OnWall } from './on-wall.js';
import { usePlacingKeys } from './placing-keys.js';
import { thrownAs, usePictureOn, useScreen, useSettled } from './use-placed.js';
import { useMapOnWall } from './use-map-on-wall.js';
import { useWall, type Wall } from './use-wall.js';
import * as css from './projection.module.css';

/** The projector’s own window: the drawing, true on the wall, and black around it. Nothing is ever written there. */
export function ProjectorPage() {
  const screen = useScreen();
  const wall = useWall(useSettled(screen));
  useAwake(true);
  useEffect(() => {
    document.title = 'Projector';
  });
  const map = useMapOnWall();
  if (!map || !wall.told) return <main className={css.projector} aria-label="Projector" />;
  return <Projected {...{ map, wall, screen }} picture={wall.told.picture} />;
}

type ProjectedProps = { map: MapDocument; wall: Wall; screen: Screen; picture: WallPicture };

function Projected({ map, wall, screen, picture: told }: ProjectedProps) {
  const { run } = useDecisions('transfer');
  const { placed, part, picture } = usePictureOn(told, map.surface, screen);
  const thrown = useMemo(() => thrownAs(placed, part), [placed, part]);
  const done = useMemo(() => new Set(knownAgain(run, map).done.keys()), [run, map]);
  const move = usePlacingKeys({ picture, wall, placed });
  return (
    <main className={css.projector} aria-label="Projector">
      <OnWall {...{ map, picture, thrown, part, screen, done }} />
      {picture.placing !== 'none' && (
        <Handles
          handles={handlesOf(picture, placed)}
          inHand={picture.inHand}
          screen={screen}
          onTake={(inHand) => wall.change({ inHand })}
          onMove={move}
        />
      )}
    </main>
  );
}
