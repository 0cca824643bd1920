import { Button, Checkbox } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { sheetsToJoin } from '@nobrel/core/file';
import {
  gears,
  gearWords,
  transferMethods,
  type ToWeigh,
  type TransferMethod,
  type Weighed,
} from '@nobrel/core/transfer';
import { formatMinutes } from '@nobrel/core/units';
import { useOwnSpeeds } from '../../../bench/use-estimate.js';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useWork } from '../../../store/use-work.js';
import { tracingWorker } from '../../../workers/use-tracing.js';
import { useTransfer, useTransferMap } from '../use-transfer.js';
import * as css from './tools.module.css';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import { clsx } from 'clsx';
import * as transferCss from '../transfer.module.css';

const verdictMarks = { works: '○', 'with care': '△', 'does not work': '✕' } as const;

/** Every method weighed for this work, with figures; two of them side by side. */
export function MethodsTool() {
  const weighed = useWeighed();
  const { transfer } = useTransfer();
  const own = weighed?.find(({ method }) => method === transfer.method);
  return (
    <ToolInHand
      sentence={
        <span role="status">
          {own
            ? `By ${transferMethods[own.method].name}: ${own.verdict}, about ${formatMinutes(own.minutes.whole)} in all, four times in five between ${formatMinutes(own.estimate.low)} and ${formatMinutes(own.estimate.high)}. The choice is yours; tick two to set them side by side.`
            : 'Weighing the methods…'}
          {own && own.crowded.share > 0
            ? ` Marked: ${Math.max(1, Math.round(100 * own.crowded.share))} % of the lines are closer to another than the line width of ${own.lineMm.toFixed(1)} mm, and run together.`
            : ''}
        </span>
      }
      marks={own && <CrowdedMarks spots={own.crowded.spots} />}
      right={{ panel: <MethodsPanel weighed={weighed} /> }}
    />
  );
}

/** Where lines run together. */
function CrowdedMarks({ spots }: { spots: Float64Array }) {
  const scale = useLeafScale();
  const d = useMemo(
    () =>
      Array.from({ length: spots.length / 2 }, (_, k) => `M${spots[2 * k]} ${spots[2 * k + 1]}h0`).join(''),
    [spots],
  );
  return (
    <path
      className={css.crowdedSpots}
      data-part="crowded-spots"
      d={d}
      strokeWidth={7 / scale}
      strokeLinecap="round"
    />
  );
}

function useWeighed(): Weighed[] | null {
  const work = useWork();
  const map = useTransferMap();
  const { fit, transfer, map: speed, sheets: printed } = work.decisions;
  const { lineMm } = printed;
  const own = useOwnSpeeds();
  const { count, barsMm } = useMemo(() => sheetsToJoin(work), [work]);
  const [weighed, setWeighed] = useState<Weighed[] | null>(null);
  const toWeigh = useMemo(
    (): ToWeigh | null =>
      map ? { fit, transfer, map, sheets: { count, barsMm }, speed, own, lineMm } : null,
    [fit, transfer, map, count, barsMm, speed, own, lineMm],
  );
  useEffect(() => {
    if (!toWeigh) return undefined;
    let wanted = true;
    void tracingWorker()
      .weigh(toWeigh)
      .then((found) => wanted && setWeighed(found));
    return () => {
      wanted = false;
    };
  }, [toWeigh]);
  return weighed;
}

function MethodsPanel({ weighed }: { weighed: Weighed[] | null }) {
  const { transfer, change } = useTransfer();
  const [beside, setBeside] = useState<readonly TransferMethod[]>([]);
  const shown = beside.length === 2 ? weighed?.filter(({ method }) => beside.includes(method)) : weighed;
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Methods">
      <header className={leafCss.leafHead}>
        <h2>{beside.length === 2 ? 'Two methods side by side' : 'Methods for this work'}</h2>
        {beside.length > 0 && (
          <Button size="small" onClick={() => setBeside([])}>
            All methods
          </Button>
        )}
      </header>
      <div
        className={clsx(transferCss.stepsList, beside.length === 2 && css.methodsBeside)}
        tabIndex={0}
        role="region"
        aria-label="Methods weighed"
      >
        {beside.length < 2 && <AtHand />}
        {!weighed && <p role="status">Weighing…</p>}
        {shown?.map((each) => (
          <MethodWeighed
            key={each.method}
            weighed={each}
            chosen={each.method === transfer.method}
            whole={beside.length === 2}
            onChoose={() => change({ method: each.method })}
            beside={beside.includes(each.method)}
            onBeside={(on) =>
              setBeside(
                on ? [...beside, each.method].slice(-2) : beside.filter((other) => other !== each.method),
              )
            }
          />
        ))}
      </div>
    </section>
  );
}

/** What is at hand; until something is said, all of it. */
function AtHand() {
  const { transfer, change } = useTransfer();
  return (
    <fieldset className={css.atHand}>
      <legend>At hand</legend>
      <Checkbox.Group
        options={gears.map((value) => ({ value, label: gearWords[value] }))}
        value={transfer.atHand ?? []}
        onChange={(atHand) => change({ atHand: atHand.length > 0 ? atHand : null })}
      />
      {transfer.atHand === null && <p>Nothing noted yet: everything is assumed to be to hand.</p>}
    </fieldset>
  );
}

type MethodProps = {
  weighed: Weighed;
  chosen: boolean;
  /** Whether all of it is said at once. */
  whole: boolean;
  beside: boolean;
  onChoose: () => void;
  onBeside: (on: boolean) => void;
};

function MethodWeighed({ weighed, chosen, whole, beside, onChoose, onBeside }: MethodProps) {
  const { method, verdict, why, minutes, estimate, lineMm, materials, supplies, leaves } = weighed;
  const { name, line, projectedMm } = transferMethods[method];
  const parts = [
    ['preparation', minutes.ready],
    ['joining', minutes.join],
    ['tracing', minutes.trace],
    ['tidying', minutes.tidy],
  ] as const;
  const details = (
    <dl>
      <div>
        <dt>Time</dt>
        <dd>
          {parts
            .filter(([, time]) => time >= 0.5)
            .map(([what, time]) => `${formatMinutes(time)} ${what}`)
            .join(', ')}
        </dd>
      </div>
      <div>
        <dt>Line</dt>
        <dd>
          {lineMm.toFixed(1)} mm here: {line.why}
          {projectedMm ? '' : ', by the tooth of the surface'}
        </dd>
      </div>
      <div>
        <dt>Needs</dt>
        <dd>{materials.join(', ')}</dd>
      </div>
      <div>
        <dt>Uses</dt>
        <dd>{supplies.join(', ')}</dd>
      </div>
      <div>
        <dt>Leaves</dt>
        <dd>{leaves}</dd>
      </div>
    </dl>
  );
  return (
    <article className={clsx(css.method, chosen && css.methodChosen)} aria-label={name}>
      <header>
        <h3>
          <span aria-hidden="true">{verdictMarks[verdict]}</span> {name}
        </h3>
        <span className={css.methodVerdict}>
          {verdict}, {formatMinutes(minutes.whole)} ({formatMinutes(estimate.low)} to{' '}
          {formatMinutes(estimate.high)})
        </span>
        {chosen ? (
          <strong>chosen</strong>
        ) : (
          <Button size="small" aria-label={`Choose ${name}`} onClick={onChoose}>
            Choose
          </Button>
        )}
      </header>
      <ul>
        {why.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {whole ? (
        details
      ) : (
        <details>
          <summary>Time, line, what it needs, uses and leaves</summary>
          {details}
        </details>
      )}
      <Checkbox checked={beside} onChange={(event) => onBeside(event.target.checked)}>
        side by side
      </Checkbox>
    </article>
  );
}
