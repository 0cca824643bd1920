import { useCallback, useMemo } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import type { Work, WorkDecisions } from '@nobrel/core/file';
import type { LengthUnit } from '@nobrel/core/units';
import { fileApi } from './api/file.js';
import type { AppDispatch, RootState } from './root.js';
import { decided, type Decision } from './work-slice.js';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

function opened<T>(part: T | null | undefined): T {
  if (part === null || part === undefined) throw new Error('No work is open.');
  return part;
}

/** The id of the work on the bench. Only inside an open work, as all that follows. */
export const useWorkId = (): string => opened(useAppSelector((state) => state.work.id));

/** The decisions of one station, or the title. */
export function useDecisions<R extends keyof WorkDecisions>(room: R): WorkDecisions[R] {
  const decision = useAppSelector((state) => state.work.decisions?.[room]);
  if (decision === undefined) throw new Error('No work is open.');
  return decision;
}

/** What the server keeps of the work beside its decisions: the same object until that changes. */
export function useKept(): Pick<Work, 'pictures' | 'map' | 'printings'> {
  const kept = fileApi.endpoints.work.useQueryState(useWorkId(), {
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
  const { data } = fileApi.endpoints.work.useQueryState(useWorkId());
  const decisions = useAppSelector((state) => state.work.decisions);
  return useMemo(() => ({ ...opened(data), decisions: opened(decisions) }), [data, decisions]);
}

/** Makes a decision, or several as one step: recorded for undo and saved by itself. */
export function useDecide(): (...decisions: Decision[]) => void {
  const dispatch = useAppDispatch();
  return useCallback((...decisions: Decision[]) => void dispatch(decided(...decisions)), [dispatch]);
}

export function useUnit(): LengthUnit {
  return useAppSelector((state) => state.view.unit);
}
