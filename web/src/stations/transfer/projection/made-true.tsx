import { Button } from 'antd';
import { useState } from 'react';
import { findMeasureFault, type MeasuredSide, type MeasuredSides } from '@nobrel/core/fit';
import { cornerNames, defaultWallPicture, makeTrue, trueSides, type WallSize } from '@nobrel/core/transfer';
import { formatLength, type LengthUnit } from '@nobrel/core/units';
import { LengthGap } from '../../../bench/gaps.js';
import { useUnit } from '../../../store/hooks.js';
import { cornersOn } from './use-placed.js';
import type { Wall } from './use-wall.js';

const sideWords: Readonly<Record<MeasuredSide, string>> = {
  top: 'Top edge',
  right: 'Right edge',
  bottom: 'Bottom edge',
  left: 'Left edge',
  falling: 'Diagonal from the upper left',
  rising: 'Diagonal from the lower left',
};
const sides = Object.keys(sideWords) as MeasuredSide[];

/** What a hand can put right while it traces, mm. */
const smallMm = 1;

/** The outline measured on the wall: what is wrong with it, which corner is off, and the way to put it right. */
export function MadeTrue({ surface, wall }: { surface: WallSize; wall: Wall }) {
  const unit = useUnit();
  const [measured, setMeasured] = useState<MeasuredSides>(() => trueSides(surface));
  const picture = wall.told?.picture ?? defaultWallPicture;
  const { placed } = picture;
  const fault = findMeasureFault(measured);
  const aim = trueSides(surface);
  const isMeasured = sides.some((side) => Math.abs(measured[side] - aim[side]) > 0.05);
  return (
    <section aria-label="Make it true">
      <h2>Make it true</h2>
      <p>Show the check figure, and measure its outline on the wall, corner to corner.</p>
      {sides.map((side) => (
        <p key={side} className="steer-measure">
          <span>
            {sideWords[side]}, {formatLength(aim[side], unit)}: it measures
          </span>
          <LengthGap
            label={sideWords[side]}
            valueMm={measured[side]}
            check={(mm) => (mm > 0 && mm <= 30_000 ? null : 'Type what it measures, up to 30 m.')}
            onChange={(mm) => setMeasured({ ...measured, [side]: mm })}
          />
        </p>
      ))}
      {fault ? (
        <p role="alert">{fault.message}</p>
      ) : placed === null ? (
        <p>Place the corners first.</p>
      ) : (
        isMeasured && (
          <Result
            {...{ unit, surface, measured }}
            corners={cornersOn(picture, surface, placed.screen)}
            onCorners={(corners) => {
              wall.change({ placed: { corners: [...corners], screen: placed.screen } });
              setMeasured(aim);
            }}
          />
        )
      )}
    </section>
  );
}

type ResultProps = {
  unit: LengthUnit;
  surface: WallSize;
  measured: MeasuredSides;
  corners: Parameters<typeof makeTrue>[1];
  onCorners: (corners: Parameters<typeof makeTrue>[1]) => void;
};

function Result({ unit, surface, measured, corners, onCorners }: ResultProps) {
  const { off, worstMm, corners: put, disagreeMm } = makeTrue(surface, corners, measured);
  return (
    <>
      <p role="status">
        {worstMm <= smallMm
          ? `True to ${formatLength(worstMm, unit)}: a hand can put that right.`
          : `Off by ${formatLength(worstMm, unit)} at worst.`}
        {disagreeMm > smallMm
          ? ` These lengths do not fit together by ${formatLength(disagreeMm, unit)}: measure once more.`
          : ''}
      </p>
      <ul>
        {off.map(({ x, y }, k) =>
          Math.hypot(x, y) > smallMm / 2 ? (
            <li key={cornerNames[k]}>
              The {cornerNames[k]} corner lies {wayWords(x, 'too far right', 'too far left', unit)} and{' '}
              {wayWords(y, 'too low', 'too high', unit)}.
            </li>
          ) : null,
        )}
      </ul>
      <Button type="primary" onClick={() => onCorners(put)}>
        Move the corners so
      </Button>
    </>
  );
}

const wayWords = (mm: number, ahead: string, behind: string, unit: LengthUnit) =>
  `${formatLength(Math.abs(mm), unit)} ${mm >= 0 ? ahead : behind}`;
