import { useState } from 'react';
import { filmTickMm } from '@nobrel/core/sheets';
import { filmPenMm, judgeFilm, projectFilm, type FilmMeasured, type FilmOnWall } from '@nobrel/core/transfer';
import { formatLength, type LengthUnit } from '@nobrel/core/units';
import { useUnit } from '../../../store/hooks.js';
import { useDecisions } from '../../../store/use-work.js';
import { ContrastLeft } from './contrast-left.js';
import { MeasuredGap } from '../measured-gap.js';
import { useTransferMap } from '../use-transfer.js';

/** An overhead projector: how far it stands, how broad its pens become, and what the film's ticks say on the wall. */
export function WithFilm() {
  const unit = useUnit();
  const { widthMm, heightMm } = useDecisions('fit');
  const { focalMm, lumens, room } = useDecisions('transfer');
  const { times, distanceMm, lineMm, contrast } = projectFilm({
    widthMm,
    heightMm,
    focalMm,
    penMm: filmPenMm,
    lumens,
    room,
  });
  return (
    <>
      <p>
        The film is enlarged <strong>{times.toFixed(1)} times</strong>: stand the head{' '}
        {formatLength(distanceMm, unit)} from the surface.
      </p>
      <p>
        A film pen of {filmPenMm} mm becomes a band of <strong>{formatLength(lineMm, unit)}</strong>: trace
        along its middle, and leave what is closer together than that to the eye. One of 0.3 mm becomes{' '}
        {formatLength(0.3 * times, unit)}, one of 1 mm {formatLength(times, unit)}.
      </p>
      <ContrastLeft contrast={contrast} />
      {times < 1 && (
        <p>
          An overhead projector hardly makes a picture smaller than its film: another method suits better.
        </p>
      )}
      <p>
        Lay a sheet of card over the film now and then: in the beam a line that is traced and one that is
        light look alike.
      </p>
      <TicksOnWall times={times} focalMm={focalMm} />
    </>
  );
}

const measures: readonly (readonly [keyof FilmMeasured, string])[] = [
  ['top', 'Top edge of the frame'],
  ['right', 'Right edge'],
  ['bottom', 'Bottom edge'],
  ['left', 'Left edge'],
  ['tickAcross', 'From the upper left corner to the tick on the top edge'],
  ['tickDown', '… and to the tick on the left edge'],
];

/** The frame and ticks of the printed film, measured on the wall: what to move. */
function TicksOnWall({ times, focalMm }: { times: number; focalMm: number }) {
  const unit = useUnit();
  const map = useTransferMap();
  const [typed, setTyped] = useState<Partial<FilmMeasured>>({});
  if (!map) return null;
  const { frame } = map;
  const tickMm = filmTickMm(frame);
  const aim: FilmMeasured = {
    top: frame.width,
    right: frame.height,
    bottom: frame.width,
    left: frame.height,
    tickAcross: tickMm,
    tickDown: tickMm,
  };
  const measured = { ...aim, ...typed };
  return (
    <>
      <h3>Measured on the wall</h3>
      <p>The film bears the frame of the drawing, and two ticks at a round length from its corner.</p>
      {measures.map(([key, label]) => (
        <MeasuredGap
          key={key}
          label={label}
          aimMm={aim[key]}
          valueMm={measured[key]}
          onChange={(mm) => setTyped({ ...typed, [key]: mm })}
        />
      ))}
      {Object.keys(typed).length > 0 && (
        <WhatToMove judged={judged(measured, frame, tickMm, { focalMm, times })} unit={unit} />
      )}
    </>
  );
}

function judged(...measured: Parameters<typeof judgeFilm>): FilmOnWall | { fault: string } {
  try {
    return judgeFilm(...measured);
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message };
    throw error;
  }
}

/** What a hand can put right while it traces: mm at the head, and parts of the size. */
const smallMm = 2;
const smallShare = 0.002;

function WhatToMove({ judged: film, unit }: { judged: FilmOnWall | { fault: string }; unit: LengthUnit }) {
  if ('fault' in film) return <p role="alert">{film.fault}</p>;
  const { size, nearerMm, upRad, rightRad, raiseMm, asideMm, disagreeMm } = film;
  const length = (mm: number) => formatLength(Math.abs(mm), unit);
  const degrees = (rad: number) => `${Math.abs((rad * 180) / Math.PI).toFixed(1)}°`;
  const moves = [
    Math.abs(raiseMm) > smallMm &&
      `The beam leans ${upRad > 0 ? 'up' : 'down'} by ${degrees(upRad)}: ${upRad > 0 ? 'raise' : 'lower'} the head by ${length(raiseMm)} and bring the picture back, or lean the top of the surface ${upRad > 0 ? 'towards' : 'away from'} it by that angle.`,
    Math.abs(asideMm) > smallMm &&
      `It leans to the ${rightRad > 0 ? 'right' : 'left'} by ${degrees(rightRad)}: move the projector ${length(asideMm)} to the ${rightRad > 0 ? 'right' : 'left'}, or turn the surface by that angle, its ${rightRad > 0 ? 'right' : 'left'} edge coming nearer.`,
    Math.abs(size - 1) > smallShare &&
      `The picture is ${(100 * Math.abs(size - 1)).toFixed(1)} % too ${size > 1 ? 'large' : 'small'}: move the head ${length(nearerMm)} ${size > 1 ? 'nearer' : 'farther back'}, and focus again.`,
  ].filter((move) => move !== false);
  return (
    <>
      <ul role="status">
        {moves.length === 0 ? <li>It stands right.</li> : moves.map((move) => <li key={move}>{move}</li>)}
      </ul>
      {disagreeMm > smallMm && (
        <p role="alert">A tick lies {length(disagreeMm)} from where its edge tells: measure it once more.</p>
      )}
    </>
  );
}
