import { useEffect, useRef, useState } from 'react';
import type { Plan, PlanDecisions, PlanRequest } from '@nobrel/core/file';
import { useSavePlanMutation } from '../../../store/api/plan.js';

/** Makes the change from how the plan stands when its turn comes. */
export type ChangePlan = (change: (now: PlanDecisions) => Partial<PlanDecisions>) => void;

/** Changes of the plan, one after the other however quickly they come, which can be undone the same way. */
export function usePlanChanges(plan: Plan): {
  change: ChangePlan;
  undo: (() => void) | null;
  error: unknown;
} {
  const [save, { error }] = useSavePlanMutation();
  const [past, setPast] = useState<PlanDecisions[]>([]);
  const stands = useRef<PlanRequest>(plan);
  const turn = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    if (plan.revision >= stands.current.revision) stands.current = plan;
  }, [plan]);
  const put = (next: (now: PlanDecisions) => PlanDecisions, after: (before: PlanDecisions) => void) => {
    turn.current = turn.current.then(async () => {
      const { revision, decisions } = stands.current;
      const saved = await save({ revision, decisions: next(decisions) });
      if (!saved.data) return;
      stands.current = saved.data;
      after(decisions);
    });
  };
  return {
    error,
    change: (change) =>
      put(
        (now) => ({ ...now, ...change(now) }),
        (before) => setPast((all) => [...all, before]),
      ),
    undo:
      past.length === 0
        ? null
        : () => {
            const last = past.at(-1);
            setPast(past.slice(0, -1));
            if (last)
              put(
                () => last,
                () => undefined,
              );
          },
  };
}
