import { Alert, Button } from 'antd';
import { useEffect, useEffectEvent, useState } from 'react';
import { drills, type DrillId, type Given, type Judged, type Task } from '@nobrel/core/practice';
import { messageOf } from '../../store/api/base.js';
import { useAnswerMutation, useTakeBackAnswerMutation } from '../../store/api/practice.js';
import { resultWords } from './result-words.js';
import { TaskView } from './task-view.js';
import { useDrillSource } from './use-drill-source.js';

type BenchProps = { drill: DrillId; work: string; level: number };

/** One task after the other: judged, shown at once, kept, and taken back where it was a slip. */
export function DrillBench({ drill, work, level }: BenchProps) {
  const ready = useDrillSource(work);
  if (!ready) return <p role="status">Laying the drill out…</p>;
  return <Tasks {...{ drill, level, ready }} />;
}

type TasksProps = Omit<BenchProps, 'work'> & { ready: NonNullable<ReturnType<typeof useDrillSource>> };

function Tasks({ drill, level, ready }: TasksProps) {
  const { pose, judge, asks } = drills[drill];
  const [task, setTask] = useState<Task | null>(() => pose(ready.source, level, Math.random));
  // The error to stay within, or the difference, stays while one task is looked at.
  const [posedAt, setPosedAt] = useState(level);
  const [result, setResult] = useState<{ given: Given; judged: Judged } | null>(null);
  const [keep, keeping] = useAnswerMutation();
  const [takeBack] = useTakeBackAnswerMutation();
  const next = () => {
    setResult(null);
    setPosedAt(level);
    setTask(pose(ready.source, level, Math.random));
  };
  const answer = (given: Given) => {
    if (!task || result) return;
    const judged = judge(task, given, posedAt);
    setResult({ given, judged });
    void keep({ drill, at: new Date().toISOString(), kind: task.kind, level: posedAt, ...judged });
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
        <p role="status" className={result.judged.right ? 'drill-right' : 'drill-off'}>
          {resultWords(task, result.judged, posedAt)}{' '}
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
