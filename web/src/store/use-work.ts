import { useCallback, useMemo } from 'react';
import type { Work, WorkDecisions } from '@nobrel/core/file';
import { workApi } from './api/work.js';
import { useAppDispatch, useAppSelector } from './hooks.js';
import { decided } from './work-slice.js';
import { workOf, type Decision, type WorkState } from './work-state.js';

function opened<T>(part: T | null | undefined): T {
  if (part === null || part === undefined) throw new Error('No work is open.');
  return part;
}

/** A part of the draft on the bench, of its steps or its saving. */
export function useWorkState<T>(select: (work: WorkState) => T): T {
  return useAppSelector((state) => select(workOf(state)));
}

/** The id of the work on the bench. Only inside an open work, as all that follows. */
export const useWorkId = (): string => opened(useWorkState(({ id }) => id));

/** The decisions of one station, or the title. */
export function useDecisions<R extends keyof WorkDecisions>(room: R): WorkDecisions[R] {
  const decision = useWorkState(({ decisions }) => decisions?.[room]);
  if (decision === undefined) throw new Error('No work is open.');
  return decision;
}

/** What the server keeps of the work beside its decisions: the same object until that changes. */
export function useKept(): Pick<Work, 'pictures' | 'map' | 'printings'> {
  const kept = workApi.endpoints.work.useQueryState(useWorkId(), {
    selectFromResult: ({ data }) => ({
      pictures: data?.pictures,
      map: data?.map,
      printings: data?.printings,
    }),
  });
  const { pictures, map = null, printings } = kept;
  return useMemo(
    () => ({ pictures: opened(pictures), map, printings: opened(printings) }),
    [pictures, map, printings],
  );
}

/** The work on the bench with all its decisions as they stand; the same object until one of them changes. */
export function useWork(): Work {
  const { data } = workApi.endpoints.work.useQueryState(useWorkId());
  const decisions = useWorkState(({ decisions }) => decisions);
  return useMemo(() => ({ ...opened(data), decisions: opened(decisions) }), [data, decisions]);
}

/** Makes a decision, or several as one step: recorded for undo and saved by itself. */
export function useDecide(): (...decisions: Decision[]) => void {
  const dispatch = useAppDispatch();
  return useCallback((...decisions: Decision[]) => void dispatch(decided(...decisions)), [dispatch]);
}
