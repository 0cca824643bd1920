import { Alert, Button } from 'antd';
import { useEffect, useEffectEvent, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Work } from '@nobrel/core/file';
import { drills, type DrillId, type Given, type Judged, type Task } from '@nobrel/core/practice';
import { useUnit } from '../../store/hooks.js';
import { messageOf } from '../../store/api/base.js';
import { useWorkQuery } from '../../store/api/work.js';
import { useKeptMapQuery } from '../../store/api/map.js';
import { useAnswerMutation, useTakeBackAnswerMutation } from '../../store/api/practice.js';
import { resultWords } from './result-words.js';
import { TaskView } from './task-view.js';
import { useDrillSource } from './use-drill-source.js';

type BenchProps = { drill: DrillId; work: string; level: number };

/** One task after the other: judged, shown at once, kept, and taken back where it was a slip. */
export function DrillBench({ drill, work, level }: BenchProps) {
  const { data, error: workFault } = useWorkQuery(work);
  const { data: kept, error: mapFault } = useKeptMapQuery(work);
  const fault = workFault ?? mapFault;
  if (fault !== undefined) return <Alert type="error" title={messageOf(fault)} />;
  if (!data || !kept) return layingOut;
  return <DrillWith {...{ drill, level, work: data, map: kept.document }} />;
}

const layingOut = <p role="status">Laying the drill out…</p>;

function DrillWith({ drill, level, work, map }: DrillWithProps) {
  const ready = useDrillSource(work, map);
  return ready ? <Tasks {...{ drill, level, ready }} /> : layingOut;
}

/** Tasks posed until another one is found than the last. */
const maxTriesForAnother = 6;

type DrillWithProps = Omit<BenchProps, 'work'> & { work: Work; map: MapDocument };
type TasksProps = Omit<BenchProps, 'work'> & { ready: NonNullable<ReturnType<typeof useDrillSource>> };

function Tasks({ drill, level, ready }: TasksProps) {
  const { pose, judge, asks } = drills[drill];
  const unit = useUnit();
  const [task, setTask] = useState<Task | null>(() => pose(ready.source, level, Math.random));
  const poseAnother = (last: Task | null): Task | null => {
    // Where there are several, the same is not asked twice running.
    for (let k = 0; k < maxTriesForAnother; k++) {
      const other = pose(ready.source, level, Math.random);
      if (JSON.stringify(other) !== JSON.stringify(last)) return other;
    }
    return last;
  };
  const [result, setResult] = useState<{ given: Given; judged: Judged } | null>(null);
  const [keep, keeping] = useAnswerMutation();
  const [takeBack] = useTakeBackAnswerMutation();
  const next = () => {
    setResult(null);
    setTask(poseAnother);
  };
  const answer = (given: Given) => {
    if (!task || result) return;
    const judged = judge(task, given);
    setResult({ given, judged });
    void keep({ drill, at: new Date().toISOString(), kind: task.kind, level: task.level, ...judged });
  };
  const hear = useEffectEvent((event: KeyboardEvent) => {
    if (result && event.key.toLowerCase() === 'n') next();
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => hear(event);
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
  if (!task)
    return (
      <p role="status">
        There is nothing of this kind in this picture: it is too flat, or has no such lines. Choose another
        work or another drill.
      </p>
    );
  // Only what was just kept can be taken back; while it is on its way there is nothing to take.
  const kept = keeping.data;
  return (
    <section aria-label={drills[drill].name}>
      <h2>{asks}</h2>
      {keeping.isError && <Alert type="error" title={messageOf(keeping.error)} />}
      <TaskView
        key={JSON.stringify(task)}
        task={task}
        map={ready.source.map}
        picture={ready.picture}
        given={result?.given ?? null}
        onAnswer={answer}
      />
      {result && (
        <p role="status">
          {resultWords(task, result.judged, unit)}{' '}
          <Button type="primary" onClick={next}>
            Next (N)
          </Button>{' '}
          {kept && (
            <Button
              size="small"
              onClick={() => {
                void takeBack(kept.id);
                next();
              }}
            >
              It was a slip: take it back
            </Button>
          )}
        </p>
      )}
    </section>
  );
}
