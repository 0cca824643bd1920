import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  filmPenMm,
  project,
  projectFilm,
  throwRatioBy,
  transferDecisionsSchema,
  type ThrowMeasured,
} from '@nobrel/core/transfer';
import { formatLength } from '@nobrel/core/units';
import { DecisionGap } from '../../bench/decision-gap.js';
import { LengthGap } from '../../bench/gaps.js';
import { ToolInHand } from '../../leaves/in-hand.js';
import { useDecisions, useUnit, useWorkId } from '../../store/hooks.js';
import { useTransfer } from './use-transfer.js';

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
            <DecisionGap {...table} at="tiltDeg" />.
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

/** So much of the contrast is enough to follow a line at arm's length. */
const enoughContrast = 0.5;
/** An error that a hand can put right while it traces, mm. */
const smallMm = 1;

function WallPanel({ method }: { method: 'projector' | 'overhead-projector' }) {
  return (
    <section className="leaf" aria-label="On the wall">
      <header className="leaf-head">
        <h2>On the wall</h2>
      </header>
      <div className="steps-list" tabIndex={0} role="region" aria-label="What the projection comes to">
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
  const { pictureWidthMm, distanceMm, mmPerPixel, keystoneMm, depthMm, contrast } = project({
    widthMm,
    heightMm,
    ...transfer,
  });
  return (
    <>
      <p>
        Stand it <strong>{formatLength(distanceMm, unit)}</strong> from the surface, lens to surface: the
        whole picture is then {formatLength(pictureWidthMm, unit)} wide, and your surface has its place in it.
      </p>
      <p>
        A pixel is <strong>{mmPerPixel.toFixed(2)} mm</strong> there.{' '}
        {mmPerPixel > pencilMm
          ? `That is broader than the line of ${pencilMm} mm: curves come out in steps. Project in sections, each nearer.`
          : `A line of ${pencilMm} mm is ${(pencilMm / mmPerPixel).toFixed(1)} pixels broad.`}
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

/** Opens the projector's own window, and the page that steers it. */
function ProjectorWindow() {
  const id = useWorkId();
  return (
    <>
      <h3>The projector’s window</h3>
      <p>
        Open it, move it onto the projector’s screen, and press F there to fill it. It is black but for the
        lines. Steer it from here, or from a tablet beside the wall. Never look into the beam.
      </p>
      <p>
        <Button
          type="primary"
          onClick={() =>
            window.open(`/works/${id}/projector`, 'nobrel-projector', 'popup,width=1280,height=720')
          }
        >
          Open the projector’s window
        </Button>{' '}
        <Link to={`/works/${id}/steer`}>Steer it</Link>
      </p>
    </>
  );
}

/** What the room leaves of the contrast. */
function ContrastLeft({ contrast }: { contrast: number }) {
  return (
    <p>
      The room leaves <strong>{Math.round(100 * contrast)} %</strong> of the contrast.{' '}
      {contrast < enoughContrast
        ? 'Darken the room, or trace in sections with the projector nearer.'
        : 'That is enough to follow a line.'}
    </p>
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
      <p>
        At {gap(0, 'distanceMm', 'distance')} the picture is {gap(0, 'widthMm', 'width')} wide, at{' '}
        {gap(1, 'distanceMm', 'distance')} it is {gap(1, 'widthMm', 'width')} wide.
      </p>
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

function WithFilm() {
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
        along its middle, and leave what lies nearer together than that to the eye.
      </p>
      <ContrastLeft contrast={contrast} />
      {times < 1 && (
        <p>
          An overhead projector hardly makes a picture smaller than its film: another method suits better.
        </p>
      )}
    </>
  );
}
