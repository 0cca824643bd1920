import { Checkbox, Input } from 'antd';
import { Link } from 'react-router';
import { stepsOf } from '@nobrel/core/file';
import { surfaceKind, surfaceOf } from '@nobrel/core/fit';
import {
  endSitting,
  phases,
  startSitting,
  transferDecisionsSchema,
  transferMethodIds,
  transferMethods,
  transferNotes,
  type TransferDecisions,
  type TransferStep,
} from '@nobrel/core/transfer';
import { DecisionGap } from '../../bench/decision-gap.js';
import { ChoiceGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { Sentence } from '../../bench/sentence.js';
import { Missing, StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { MapOnSurface } from '../../leaves/map-on-surface.js';
import { useMapOrReference } from '../../leaves/use-map-or-reference.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useDecide, useWork } from '../../store/hooks.js';
import { Stopwatch } from './stopwatch.js';

/** Carrying the drawing across: the steps in order, the stopwatch, and what was used. */
export function TransferStation() {
  const work = useWork();
  const kept = useKeptMapQuery(work.id, { skip: work.map === null });
  const decide = useDecide();
  const { transfer, fit } = work.decisions;
  const change = (fields: Partial<TransferDecisions>) => decide({ room: 'transfer', change: fields });
  const map = work.map === null ? undefined : kept.data?.document;
  const left = useMapOrReference(
    <MapOnSurface surface={fit} map={map} lineMm={work.decisions.map.pencilMm} />,
  );
  if (work.map === null) {
    return (
      <Missing title="Nothing to carry across yet">
        <p>
          Here you are led through the transfer step by step, with the reasons and cautions for your surface.
        </p>
        <Link to={`/works/${work.id}/map`}>Make the map first</Link>
      </Missing>
    );
  }
  const steps = stepsOf(work);
  const materials = transferMethods[transfer.method].materials(surfaceOf(fit));
  return (
    <StationBench
      sentence={
        <Sentence>
          Carry it across to {surfaceKind(fit.kind).name} by{' '}
          <ChoiceGap
            label="Method"
            value={transfer.method}
            options={transferMethodIds.map((value) => ({ value, label: transferMethods[value].name }))}
            onChange={(method) => change({ method })}
          />
          , tracing with the{' '}
          <DecisionGap table={transferDecisionsSchema} at="hand" values={transfer} onChange={change} /> hand.
        </Sentence>
      }
      notes={
        <Notes
          notes={transferNotes(transfer, {
            minutes: work.map.minutes,
            hand: work.decisions.map,
            printed: work.printings.map(({ decisions }) => decisions.kind),
          })}
          onWay={change}
        />
      }
    >
      <Diptych
        extent={{ x: 0, y: 0, width: fit.widthMm, height: fit.heightMm }}
        left={left}
        right={{
          panel: <StepsPanel steps={steps} materials={materials} transfer={transfer} change={change} />,
        }}
      />
    </StationBench>
  );
}

type PanelProps = {
  steps: TransferStep[];
  /** What has to lie ready. */
  materials: readonly string[];
  transfer: TransferDecisions;
  change: (fields: Partial<TransferDecisions>) => void;
};

function StepsPanel({ steps, materials, transfer, change }: PanelProps) {
  const now = () => new Date().toISOString();
  const tick = (id: string, on: boolean) => {
    const kept = Object.entries(transfer.done).filter(([step]) => step !== id);
    change({ done: Object.fromEntries(on ? [...kept, [id, now()]] : kept) });
  };
  const next = steps.find((step) => transfer.done[step.id] === undefined)?.id;
  return (
    <section className="leaf steps" aria-label="Steps">
      <header className="leaf-head">
        <h2>Steps</h2>
        <Stopwatch
          transfer={transfer}
          onStart={() => change(startSitting(transfer, now()))}
          onEnd={() => change(endSitting(transfer, now()))}
        />
      </header>
      <div className="steps-list" tabIndex={0} role="region" aria-label="List of steps">
        <p className="steps-ready">Lay ready: {materials.join(', ')}.</p>
        {phases.map((phase) => (
          <div key={phase}>
            <h3>{phase}</h3>
            <ol>
              {steps
                .filter((step) => step.phase === phase)
                .map((step) => (
                  <li key={step.id} className={step.id === next ? 'step step-next' : 'step'}>
                    <Checkbox
                      checked={transfer.done[step.id] !== undefined}
                      onChange={(event) => tick(step.id, event.target.checked)}
                    >
                      {step.title}
                    </Checkbox>
                    <p>{step.why}</p>
                    {step.caution && <p className="caution">Take care: {step.caution}</p>}
                  </li>
                ))}
            </ol>
          </div>
        ))}
        <label className="used">
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
