import { Button, Radio } from 'antd';
import { useState } from 'react';
import type { Point } from '@nobrel/core/geometry';
import {
  cornerNames,
  cornersFault,
  defaultWallPicture,
  isInBeam,
  nudged,
  type WallSize,
} from '@nobrel/core/transfer';
import { cornersOn } from './use-placed.js';
import type { Wall } from './use-wall.js';

/** Steps a corner is nudged by, pixels. */
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

/** Brings the four corners of the drawing onto those of the surface. */
export function Placing({ surface, wall }: { surface: WallSize; wall: Wall }) {
  const [stepPx, setStepPx] = useState<number>(1);
  const [fault, setFault] = useState<string | null>(null);
  const picture = wall.told?.picture ?? defaultWallPicture;
  const screen = picture.placed?.screen ?? usualScreen;
  const corners = cornersOn(picture, surface, screen);
  const nudge = (way: Point) => {
    const next = nudged(corners, picture.corner, { x: stepPx * way.x, y: stepPx * way.y });
    const wrong = cornersFault(next, screen);
    setFault(wrong);
    if (wrong === null) wall.change({ placed: { corners: [...next], screen } });
  };
  return (
    <section aria-label="Place it">
      <h2>Place it on the surface</h2>
      <Button aria-pressed={picture.placing} onClick={() => wall.change({ placing: !picture.placing })}>
        {picture.placing ? 'Hide the corners' : 'Show the corners'}
      </Button>
      {picture.placing && (
        <>
          <Radio.Group
            aria-label="Corner in hand"
            value={picture.corner}
            onChange={(event) => wall.change({ corner: Number(event.target.value) })}
            options={cornerNames.map((name, value) => ({ value, label: `${value + 1} ${name}` }))}
          />
          <div className="steer-row">
            <div className="steer-pad" role="group" aria-label="Move the corner">
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
            On the projector’s window: 1 to 4 take a corner, arrows move it, Alt finely, Shift far; or drag
            it.
          </p>
          <Button disabled={picture.placed === null} onClick={() => wall.change({ placed: null })}>
            Begin again, upright in the middle
          </Button>
        </>
      )}
      {fault && <p role="alert">{fault}</p>}
      {!isInBeam(corners, screen) && (
        <p role="alert">
          Part of the surface lies outside the picture: move the projector back, or turn it towards that side.
        </p>
      )}
    </section>
  );
}
