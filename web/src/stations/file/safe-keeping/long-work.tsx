import { nanoid } from '@reduxjs/toolkit';
import { Button, Progress } from 'antd';
import { useRef, useState } from 'react';
import { z } from 'zod';
import type { HowFar } from '@nobrel/core/file';
import { counted } from '@nobrel/core/units';
import { messageOf } from '../../../store/api/base.js';
import { useHowFarQuery } from '../../../store/api/keep.js';

/** How often work under way is asked how far it is, milliseconds. */
export const askMs = 500;

type LongWorkProps = {
  /** What is counted, such as “picture”. */
  counts: string;
  howFar: HowFar;
  onStop: () => void;
};

/** How far something long has come, and a way to stop it. */
export function LongWork({ counts, howFar: { done, of }, onStop }: LongWorkProps) {
  return (
    <p role="status">
      <Progress
        percent={of === 0 ? 0 : Math.round((100 * done) / of)}
        size="small"
        aria-label="How far it is"
      />{' '}
      {of > 0 && `${done} of ${counted(of, counts)} `}
      <Button size="small" onClick={onStop}>
        Stop
      </Button>
    </p>
  );
}

const stoppedSchema = z.object({ name: z.literal('AbortError') });

/** The sentence on why a call failed, or null where it did not, or was stopped here. */
export const faultOf = (error: unknown): string | null =>
  error === undefined || stoppedSchema.safeParse(error).success ? null : messageOf(error);

/**
 * Asks how far a piece of long work is while it runs.
 *
 * @returns what to call it as it is begun, how far it is, and how to remember it so that it can be stopped
 */
export function useLongWork(isRunning: boolean) {
  const [task] = useState(() => nanoid());
  const running = useRef<{ abort: () => void } | null>(null);
  const { data = { done: 0, of: 0 } } = useHowFarQuery(task, {
    skip: !isRunning,
    pollingInterval: askMs,
    refetchOnMountOrArgChange: true,
  });
  return {
    task,
    howFar: data,
    begun: (call: { abort: () => void }) => {
      running.current = call;
    },
    stop: () => running.current?.abort(),
  };
}
