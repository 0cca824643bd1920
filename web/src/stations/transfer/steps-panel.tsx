import { Checkbox, Input } from 'antd';
import { stepsOf } from '@nobrel/core/file';
import { endSitting, materialsFor, phases, startSitting, type TransferStep } from '@nobrel/core/transfer';
import { sheetsToJoin } from '@nobrel/core/file';
import { useWork } from '../../store/use-work.js';
import { InviteGuest } from './invite-guest.js';
import { RunButton } from './run-button.js';
import { Stopwatch } from './stopwatch.js';
import { useTransfer } from './use-transfer.js';
import { clsx } from 'clsx';
import * as leafCss from '../../leaves/leaf/leaf.module.css';
import * as css from './transfer.module.css';
import * as panelsCss from '../../bench/panels.module.css';

/** The steps in order, the stopwatch, and what was used. */
export function StepsPanel() {
  const work = useWork();
  const { transfer, change } = useTransfer();
  const steps = stepsOf(work);
  const materials = materialsFor(work.decisions.fit, transfer, sheetsToJoin(work));
  const now = () => new Date().toISOString();
  const tick = (id: string, on: boolean) => {
    const kept = Object.entries(transfer.done).filter(([step]) => step !== id);
    change({ done: Object.fromEntries(on ? [...kept, [id, now()]] : kept) });
  };
  const next = steps.find((step) => transfer.done[step.id] === undefined)?.id;
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Steps">
      <header className={leafCss.leafHead}>
        <h2>Steps</h2>
        <Stopwatch
          transfer={transfer}
          onStart={() => change(startSitting(transfer, now()))}
          onEnd={() => change(endSitting(transfer, now()))}
        />
      </header>
      <div className={css.stepsList} tabIndex={0} role="region" aria-label="List of steps">
        <p>Lay ready: {materials.join(', ')}.</p>
        <RunButton />
        <InviteGuest label="Trace by a tablet beside the easel" page="run" />
        {phases.map((phase) => (
          <div key={phase}>
            <h3>{phase}</h3>
            <ol>
              {steps
                .filter((step) => step.phase === phase)
                .map((step) => (
                  <Step
                    key={step.id}
                    step={step}
                    isNext={step.id === next}
                    done={transfer.done[step.id] !== undefined}
                    onTick={(on) => tick(step.id, on)}
                  />
                ))}
            </ol>
          </div>
        ))}
        <label className={panelsCss.used}>
          What was used
          <Input.TextArea
            autoSize={{ minRows: 2, maxRows: 6 }}
            maxLength={2000}
            placeholder="Sheet or backing, points, pressure on the scrap"
            value={transfer.used}
            onChange={(event) => change({ used: event.target.value })}
          />
        </label>
      </div>
    </section>
  );
}

type StepProps = { step: TransferStep; isNext: boolean; done: boolean; onTick: (on: boolean) => void };

/** A step, its reason, and its caution, which is folded once the step is done but never gone. */
function Step({ step: { title, why, caution }, isNext, done, onTick }: StepProps) {
  return (
    <li className={clsx(css.step, isNext && css.stepNext)} {...(isNext && { 'data-part': 'step-next' })}>
      <Checkbox checked={done} onChange={(event) => onTick(event.target.checked)}>
        {title}
      </Checkbox>
      <p>{why}</p>
      {caution &&
        (done ? (
          <details className={css.stepCaution} data-part="step-caution">
            <summary>Take care</summary>
            <p className={css.caution}>{caution}</p>
          </details>
        ) : (
          <p className={css.caution}>Take care: {caution}</p>
        ))}
    </li>
  );
}
