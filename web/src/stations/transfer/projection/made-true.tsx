import { Button } from 'antd';
import { useState } from 'react';
import { findMeasureFault, type MeasuredSide, type MeasuredSides } from '@nobrel/core/fit';
import { cornerNames, makeTrue, partOf, trueSides, type Placed, type WallSize } from '@nobrel/core/transfer';
import { formatLength, type LengthUnit } from '@nobrel/core/units';
import { useUnit } from '../../../store/hooks.js';
import { MeasuredGap } from '../measured-gap.js';
import { checkCircles } from './check-figure.js';
import { usePlaced } from './placing.js';
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
  const { picture, placed } = usePlaced(wall, surface);
  const part = partOf(placed, surface);
  const aim = trueSides(part);
  const [typed, setTyped] = useState<Partial<MeasuredSides>>({});
  const measured = { ...aim, ...typed };
  const fault = findMeasureFault(measured);
  const { middleMm, cornerMm } = checkCircles(part);
  const isMeasured = sides.some((side) => Math.abs(measured[side] - aim[side]) > 0.05);
  return (
    <section aria-label="Make it true">
      <h2>Make it true</h2>
      <p>
        Show the check figure, and measure its outline on the wall, corner to corner. The large circle should
        be {formatLength(middleMm, unit)} across and down, the small ones {formatLength(cornerMm, unit)}.
      </p>
      {sides.map((side) => (
        <MeasuredGap
          key={side}
          label={sideWords[side]}
          aimMm={aim[side]}
          valueMm={measured[side]}
          onChange={(mm) => setTyped({ ...typed, [side]: mm })}
        />
      ))}
      {fault ? (
        <p role="alert">{fault.message}</p>
      ) : picture.placed === null ? (
        <p>Place the corners first.</p>
      ) : (
        isMeasured && (
          <Result
            {...{ unit, surface, placed, measured }}
            onPlaced={(next) => {
              wall.change({ placed: next });
              setTyped({});
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
  placed: Placed;
  measured: MeasuredSides;
  onPlaced: (placed: Placed) => void;
};

function Result({ unit, surface, placed, measured, onPlaced }: ResultProps) {
  const { off, worstMm, placed: put, disagreeMm } = makeTrue(partOf(placed, surface), placed, measured);
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
      <Button type="primary" onClick={() => onPlaced(put)}>
        Move the corners so
      </Button>
    </>
  );
}

const wayWords = (mm: number, ahead: string, behind: string, unit: LengthUnit) =>
  `${formatLength(Math.abs(mm), unit)} ${mm >= 0 ? ahead : behind}`;
