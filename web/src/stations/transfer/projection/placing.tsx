import { Button, Radio, Segmented } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import {
  defaultWallPicture,
  fitOf,
  handlesOf,
  isInBeam,
  moveHandle,
  partOf,
  withNinePoints,
  type Placed,
  type WallPicture,
  type WallSize,
} from '@nobrel/core/transfer';
import { firstPlaced, placedOn } from './use-placed.js';
import type { Wall } from './use-wall.js';
import * as css from './projection.module.css';

/** Steps a handle is nudged by, pixels. */
const stepsPx = [0.1, 1, 10] as const;
/** A window whose size is not known yet is taken for this. */
const usualScreen = { width: 1280, height: 720 };

const pad: readonly (readonly [string, string, Point] | null)[] = [
  null,
  ['↑', 'Up', { x: 0, y: -1 }],
  null,
  ['←', 'Left', { x: -1, y: 0 }],
  null,
  ['→', 'Right', { x: 1, y: 0 }],
  null,
  ['↓', 'Down', { x: 0, y: 1 }],
  null,
];

/** Where the surface lies in the picture, for a page that steers. */
export function usePlaced(wall: Wall, surface: WallSize): { picture: WallPicture; placed: Placed } {
  const picture = wall.told?.picture ?? defaultWallPicture;
  return {
    picture,
    placed: placedOn(picture, surface, picture.placed?.screen ?? wall.told?.windows[0] ?? usualScreen),
  };
}

type PlacingProps = { surface: WallSize; wall: Wall; onBack: (() => void) | null };

/** Brings the corners of the drawing, or nine points of it, onto those of the surface. */
export function Placing({ surface, wall, onBack }: PlacingProps) {
  const { picture, placed } = usePlaced(wall, surface);
  const isJoining = picture.placing === 'places';
  const show = (placing: 'none' | 'corners' | 'points') =>
    wall.change({
      placing,
      inHand: 0,
      ...(placing === 'points' && placed.points.length !== 5
        ? { placed: withNinePoints(placed, partOf(placed, surface)) }
        : {}),
    });
  return (
    <section aria-label="Place it">
      <h2>Place it on the surface</h2>
      <p>Tape the corners of the surface, and bring each handle onto its own.</p>
      <Segmented
        size="large"
        aria-label="Handles on the wall"
        value={isJoining ? 'none' : picture.placing}
        options={[
          { value: 'none', label: 'no handles' },
          { value: 'corners', label: 'four corners' },
          { value: 'points', label: 'nine points' },
        ]}
        onChange={(placing) => show(placing === 'corners' || placing === 'points' ? placing : 'none')}
      />
      {(picture.placing === 'corners' || picture.placing === 'points') && (
        <>
          <MoveHandles wall={wall} surface={surface} />
          <Button
            disabled={picture.placed === null}
            onClick={() =>
              wall.change({
                placing: 'corners',
                inHand: 0,
                placed: placed.position && firstPlaced(surface, placed.screen, placed.position),
              })
            }
          >
            Begin again, upright in the middle
          </Button>
        </>
      )}
      <Button disabled={onBack === null} onClick={() => onBack?.()}>
        Back to where it lay before
      </Button>
      {picture.placing === 'points' && <NinePoints placed={placed} surface={surface} />}
      {!isInBeam(placed.corners, placed.screen) && (
        <p role="alert">
          Part of the surface lies outside the picture: move the projector back, or turn it towards that side.
        </p>
      )}
    </section>
  );
}

/** Takes a handle and moves it. */
export function MoveHandles({ surface, wall }: { surface: WallSize; wall: Wall }) {
  const [stepPx, setStepPx] = useState<number>(1);
  const [fault, setFault] = useState<string | null>(null);
  const { picture, placed } = usePlaced(wall, surface);
  const nudge = (way: Point) => {
    const moved = moveHandle(picture, placed, picture.inHand, { x: stepPx * way.x, y: stepPx * way.y });
    setFault('fault' in moved ? moved.fault : null);
    if ('change' in moved) wall.change(moved.change);
  };
  return (
    <>
      <Radio.Group
        aria-label="Handle in hand"
        value={picture.inHand}
        onChange={(event) => wall.change({ inHand: Number(event.target.value) })}
        options={handlesOf(picture, placed).map(({ name }, value) => ({
          value,
          label: `${value + 1} ${name}`,
        }))}
      />
      <div className={css.steerRow}>
        <div className={css.steerPad} role="group" aria-label="Move the handle">
          {pad.map((key, k) =>
            key ? (
              <Button key={key[1]} aria-label={key[1]} onClick={() => nudge(key[2])}>
                {key[0]}
              </Button>
            ) : (
              <span key={k} />
            ),
          )}
        </div>
        <Radio.Group
          aria-label="How far"
          value={stepPx}
          onChange={(event) => setStepPx(Number(event.target.value))}
          options={stepsPx.map((value) => ({ value, label: `${value} px` }))}
        />
      </div>
      <p>
        On the projector’s window: 1 to 9 take a handle, arrows move it, Alt finely, Shift far; or drag it.
      </p>
      {fault && <p role="alert">{fault}</p>}
    </>
  );
}

/** Points that disagree by more than this were set wrongly, mm. */
const muchMm = 2;

/** What nine points say of the lens, and of how well they were placed. */
function NinePoints({ placed, surface }: { placed: Placed; surface: WallSize }) {
  const part = partOf(placed, surface);
  const { fit, rmsPx, offPx } = fitOf(placed, part);
  const perMm = perMmOf(placed, part.width);
  const offMm = offPx.map(({ x, y }) => Math.hypot(x, y) / perMm);
  const worst = offMm.indexOf(Math.max(...offMm));
  const name = handlesOf({ placing: 'points', places: [] }, placed)[worst]?.name ?? '';
  return (
    <p role="status">
      The lens bends the rim by {(100 * Math.abs(fit.bend[0] + fit.bend[1])).toFixed(1)} %. The points agree
      to {(rmsPx / perMm).toFixed(1)} mm
      {(offMm[worst] ?? 0) > muchMm
        ? `; the worst is ${worst + 1} ${name}, ${(offMm[worst] ?? 0).toFixed(1)} mm off: set it once more.`
        : '.'}
    </p>
  );
}

/** Pixels to a mm, by the upper edge. */
export const perMmOf = ({ corners: [a, b] }: Placed, widthMm: number) =>
  Math.hypot(b.x - a.x, b.y - a.y) / widthMm;
