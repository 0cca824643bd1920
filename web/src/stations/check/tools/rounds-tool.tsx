import { Button, Popconfirm } from 'antd';
import { lazy, Suspense } from 'react';
import type { Round } from '@nobrel/core/check';
import { formatDate, formatLength, formatTime } from '@nobrel/core/units';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useUnit } from '../../../store/hooks.js';
import { useCheckBench } from '../use-check.js';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

const RoundsChart = lazy(async () => ({ default: (await import('./rounds-chart.js')).RoundsChart }));

/** Every round with its figures, and how the error fell. */
export function RoundsTool() {
  const check = useCheckBench();
  const { rounds, round: shown } = check;
  return (
    <ToolInHand
      sentence={
        <span>
          {rounds.length === 0
            ? 'There is no round yet: bring in a photograph with New round.'
            : 'Each photograph is a round. Show one to see what was found in it.'}
        </span>
      }
      panel={
        rounds.length === 0 ? undefined : (
          <section className={panelsCss.mapPanel} aria-label="Rounds">
            <h3>Rounds</h3>
            {rounds.length > 1 && (
              <Suspense>
                <RoundsChart rounds={rounds} goodEnoughMm={check.limits.goodEnoughMm} />
              </Suspense>
            )}
            <ol className={css.roundsList}>
              {rounds.map((round, i) => (
                <li key={round.id} className={round.id === shown?.id ? css.roundShown : undefined}>
                  <strong>Round {i + 1}</strong>
                  <span>
                    {formatDate(round.takenAt)}, {formatTime(round.takenAt)}
                  </span>
                  <RoundWords round={round} />
                  <Button size="small" onClick={() => check.show(round.id)}>
                    Show
                  </Button>
                  <Popconfirm
                    title={`Delete round ${i + 1}?`}
                    description="Its figures go with it; undo brings them back."
                    okText="Delete it"
                    cancelText="Keep it"
                    onConfirm={() => check.remove(round.id)}
                  >
                    <Button size="small">Delete</Button>
                  </Popconfirm>
                </li>
              ))}
            </ol>
          </section>
        )
      }
    />
  );
}

function RoundWords({ round: { figures } }: { round: Round }) {
  const unit = useUnit();
  if (!figures) return <span>not looked at yet: set its corners</span>;
  return (
    <span>
      {formatLength(figures.meanOffMm, unit)} off, {figures.moved} moved, {figures.missing} missing,{' '}
      {figures.extra} not on the map
    </span>
  );
}
