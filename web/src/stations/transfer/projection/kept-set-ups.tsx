import { Button, Input } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import {
  checkPlaces,
  setUpAgain,
  untouchedMm,
  type ProjectorSetUp,
  type WallSize,
} from '@nobrel/core/transfer';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import {
  useForgetProjectorSetUpMutation,
  useKeepProjectorSetUpMutation,
  useProjectorSetUpsQuery,
} from '../../../store/api/transfer.js';
import { usePlaced } from './placing.js';
import type { Wall } from './use-wall.js';
import * as css from './projection.module.css';

type KeptSetUpsProps = { surface: WallSize; wall: Wall };

/** How this projector lies on this wall, kept by name: used again, and questioned by two crosses that were marked. */
export function KeptSetUps({ surface, wall }: KeptSetUpsProps) {
  const { data: setUps = [] } = useProjectorSetUpsQuery();
  const [forget] = useForgetProjectorSetUpMutation();
  const [used, setUsed] = useState<ProjectorSetUp | null>(null);
  const use = (setUp: ProjectorSetUp) => {
    setUsed(setUp);
    wall.change({
      placed: setUpAgain(setUp, nowhere, surface),
      crosses: checkPlaces(setUp.surface),
      view: 'lines',
      placing: 'none',
    });
  };
  return (
    <section aria-label="Kept set-ups">
      <h2>This wall, this projector</h2>
      <KeepSetUp surface={surface} wall={wall} />
      {setUps.map((setUp) => (
        <div key={setUp.id} className={css.steerRow}>
          <Button aria-pressed={used?.id === setUp.id} onClick={() => use(setUp)}>
            Use “{setUp.name}”
          </Button>
          <Button
            aria-label={`Delete the set-up ${setUp.name}`}
            onClick={() => {
              if (used?.id === setUp.id) setUsed(null);
              void forget(setUp.id);
            }}
          >
            Delete
          </Button>
        </div>
      ))}
      {used && (
        <Touched
          key={used.id}
          onOff={(off) => {
            wall.change({ placed: setUpAgain(used, off, surface), crosses: [] });
            setUsed(null);
          }}
        />
      )}
    </section>
  );
}

const nowhere: readonly [Point, Point] = [
  { x: 0, y: 0 },
  { x: 0, y: 0 },
];

/** Keeps how the surface is placed now. */
function KeepSetUp({ surface, wall }: KeptSetUpsProps) {
  const { picture, placed } = usePlaced(wall, surface);
  const [name, setName] = useState('');
  const [keep, { error }] = useKeepProjectorSetUpMutation();
  const [isKept, setKept] = useState(false);
  const isPlaced = picture.placed !== null && placed.position === null;
  const save = async () => {
    const answer = await keep({ name, surface: { width: surface.width, height: surface.height }, placed });
    if (answer.error) return;
    wall.change({ crosses: checkPlaces(surface), view: 'lines' });
    setKept(true);
    setName('');
  };
  return (
    <>
      <div className={css.steerRow}>
        <Input
          className={css.steerName}
          size="large"
          aria-label="Name of the set-up"
          placeholder="shed wall, from the shelf"
          maxLength={60}
          value={name}
          onChange={(event) => {
            setName(event.target.value);
            setKept(false);
          }}
        />
        <Button disabled={!isPlaced || name.trim() === ''} onClick={() => void save()}>
          Keep this set-up
        </Button>
      </div>
      {!isPlaced && <p>Place the whole surface first; then it can be kept under a name.</p>}
      {error && <p role="alert">{error.message}</p>}
      {isKept && (
        <p role="status">
          Kept. Mark the two crosses on the wall lightly: they tell later whether the projector was touched.{' '}
          <Button onClick={() => wall.change({ crosses: [] })}>They are marked</Button>
        </p>
      )}
    </>
  );
}

const crossNames = ['upper left', 'lower right'] as const;

/** Whether both crosses still lie on their marks, and how far off where not. */
function Touched({ onOff }: { onOff: (off: readonly [Point, Point]) => void }) {
  const [off, setOff] = useState(nowhere);
  const isTouched = off.some(({ x, y }) => Math.hypot(x, y) > untouchedMm);
  const gap = (k: 0 | 1, way: 'x' | 'y', label: string) => (
    <NumberGap
      label={`Cross ${crossNames[k]}: ${label}`}
      value={off[k][way]}
      unit="mm"
      min={-500}
      max={500}
      onChange={(mm) => {
        const next = { ...off[k], [way]: mm };
        setOff(k === 0 ? [next, off[1]] : [off[0], next]);
      }}
    />
  );
  return (
    <>
      <p>
        Do both crosses lie on the marks you made? Say how far off they are, mm; left and up are negative.
      </p>
      {([0, 1] as const).map((k) => (
        <div key={k} className={css.steerRow}>
          {crossNames[k]}: {gap(k, 'x', 'to the right')} right, {gap(k, 'y', 'down')} down
        </div>
      ))}
      {isTouched && (
        <p role="status">The projector was touched. Once put right, measure the outline as well.</p>
      )}
      <Button type="primary" onClick={() => onOff(isTouched ? off : nowhere)}>
        {isTouched ? 'Put it right by that' : 'They lie on their marks'}
      </Button>
    </>
  );
}
