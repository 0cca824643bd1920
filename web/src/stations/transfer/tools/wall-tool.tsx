import { Button } from 'antd';
import { useState } from 'react';
import {
  positionsOf,
  project,
  throwRatioBy,
  transferDecisionsSchema,
  type ThrowMeasured,
} from '@nobrel/core/transfer';
import { formatLength } from '@nobrel/core/units';
import { DecisionGap } from '../../../bench/sentence/decision-gap.js';
import { LengthGap } from '../../../bench/sentence/gaps.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useUnit } from '../../../store/hooks.js';
import { useDecisions } from '../../../store/use-work.js';
import { ContrastLeft } from './contrast-left.js';
import { ProjectorWindow } from './projector-window.js';
import { useTransfer } from '../use-transfer.js';
import { WithFilm } from './with-film.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as transferCss from '../transfer.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** What will be on the wall: where the projector stands, how fine it draws, how true and how clear. */
export function WallTool({ method }: { method: 'projector' | 'overhead-projector' }) {
  const { transfer, change } = useTransfer();
  const table = { table: transferDecisionsSchema, values: transfer, onChange: change };
  return (
    <ToolInHand
      sentence={
        method === 'projector' ? (
          <>
            A throw ratio of <DecisionGap {...table} at="throwRatio" />,{' '}
            <DecisionGap {...table} at="pixelsAcross" /> by <DecisionGap {...table} at="pixelsDown" />,{' '}
            <DecisionGap {...table} at="lumens" /> in a <DecisionGap {...table} at="room" /> room, tilted by{' '}
            <DecisionGap {...table} at="tiltDeg" />. The picture <DecisionGap {...table} at="projection" />
            {transfer.projection === 'positions' && (
              <>
                : <DecisionGap {...table} at="pictureWidthMm" /> wide, overlapping by{' '}
                <DecisionGap {...table} at="overlapPercent" />
              </>
            )}
            .
          </>
        ) : (
          <>
            A lens of <DecisionGap {...table} at="focalMm" /> and <DecisionGap {...table} at="lumens" />, in a{' '}
            <DecisionGap {...table} at="room" /> room.
          </>
        )
      }
      right={{ panel: <WallPanel method={method} /> }}
    />
  );
}

/** An error that a hand can put right while it traces, mm. */
const smallMm = 1;

function WallPanel({ method }: { method: 'projector' | 'overhead-projector' }) {
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="On the wall">
      <header className={leafCss.leafHead}>
        <h2>On the wall</h2>
      </header>
      <div
        className={transferCss.stepsList}
        tabIndex={0}
        role="region"
        aria-label="What the projection comes to"
      >
        {method === 'projector' ? <Digital /> : <WithFilm />}
      </div>
    </section>
  );
}

function Digital() {
  const unit = useUnit();
  const { widthMm, heightMm } = useDecisions('fit');
  const { pencilMm } = useDecisions('map');
  const { transfer, change } = useTransfer();
  const { positions, fault } = positionsOf(transfer, { width: widthMm, height: heightMm });
  const [held] = positions ?? [];
  const { pictureWidthMm, distanceMm, mmPerPixel, keystoneMm, depthMm, contrast } = project({
    ...transfer,
    widthMm: held ? transfer.pictureWidthMm : widthMm,
    heightMm: held ? held.height : heightMm,
  });
  return (
    <>
      <p>
        Stand it <strong>{formatLength(distanceMm, unit)}</strong> from the surface, lens to surface: the
        whole picture is then {formatLength(pictureWidthMm, unit)} wide
        {held ? '.' : ', and your surface has its place in it.'}
      </p>
      {fault && <p role="alert">{fault}</p>}
      {positions && held && (
        <p>
          The surface is shown in <strong>{positions.length} positions</strong>, each{' '}
          {formatLength(held.width, unit)} × {formatLength(held.height, unit)}, row by row, back and forth.
          Move the projector along on a rail or a levelled stand, without turning it. Each position is joined
          to those before by what is drawn there; the order of tracing follows the positions.
        </p>
      )}
      <p>
        A pixel is <strong>{mmPerPixel.toFixed(2)} mm</strong> there.{' '}
        {mmPerPixel > pencilMm
          ? `That is wider than the line of ${pencilMm} mm: curves come out in steps. Project in sections, each nearer.`
          : `A line of ${pencilMm} mm is ${(pencilMm / mmPerPixel).toFixed(1)} pixels wide.`}
      </p>
      {keystoneMm > 0 && (
        <p>
          Tilted like this, one edge comes out <strong>{formatLength(keystoneMm, unit)}</strong> broader than
          the opposite one, and lies {formatLength(depthMm, unit)} nearer, which the focus has to reach
          across.{' '}
          {keystoneMm > smallMm
            ? 'Stand it square, or bring its four corners onto those of the surface.'
            : 'A hand can put that right.'}
        </p>
      )}
      <ContrastLeft contrast={contrast} />
      <ProjectorWindow />
      <ByTwoPictures onRatio={(throwRatio) => change({ throwRatio })} />
    </>
  );
}

const begun: readonly [ThrowMeasured, ThrowMeasured] = [
  { distanceMm: 1000, widthMm: 700 },
  { distanceMm: 2000, widthMm: 1400 },
];
const lengthFault = (mm: number) => (mm >= 50 && mm <= 50_000 ? null : 'Type a length from 50 mm to 50 m.');

/** The throw ratio by two measured pictures, where the maker does not state it. */
function ByTwoPictures({ onRatio }: { onRatio: (ratio: number) => void }) {
  const [measured, setMeasured] = useState(begun);
  const { ratio, fault } = ratioOf(measured);
  const gap = (which: 0 | 1, key: keyof ThrowMeasured, label: string) => (
    <LengthGap
      label={`${which === 0 ? 'Near' : 'Far'} picture: ${label}`}
      valueMm={measured[which][key]}
      check={lengthFault}
      onChange={(mm) => {
        const next = { ...measured[which], [key]: mm };
        setMeasured(which === 0 ? [next, measured[1]] : [measured[0], next]);
      }}
    />
  );
  return (
    <>
      <h3>By two measured pictures</h3>
      <div className={sentenceCss.words}>
        At {gap(0, 'distanceMm', 'distance')} the picture is {gap(0, 'widthMm', 'width')} wide, at{' '}
        {gap(1, 'distanceMm', 'distance')} it is {gap(1, 'widthMm', 'width')} wide.
      </div>
      {fault ? (
        <p role="alert">{fault}</p>
      ) : (
        <p>
          That is a throw ratio of {ratio.toFixed(2)}.{' '}
          <Button size="small" onClick={() => onRatio(Math.round(100 * ratio) / 100)}>
            Take it
          </Button>
        </p>
      )}
    </>
  );
}

function ratioOf([first, second]: readonly [ThrowMeasured, ThrowMeasured]): {
  ratio: number;
  fault: string | null;
} {
  try {
    return { ratio: throwRatioBy(first, second), fault: null };
  } catch (error) {
    if (error instanceof RangeError) return { ratio: NaN, fault: error.message };
    throw error;
  }
}
