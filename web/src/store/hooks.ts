import { useCallback } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import type { Work } from '@nobrel/core/file';
import type { LengthUnit } from '@nobrel/core/units';
import type { AppDispatch, RootState } from './store.js';
import { decided, type Decision } from './work-slice.js';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

/** The work on the bench with its decisions as they stand. Only inside an open work. */
export function useWork(): Work {
  const { work, decisions } = useAppSelector((state) => state.work);
  if (!work || !decisions) throw new Error('No work is open.');
  return { ...work, decisions };
}

/** Makes a decision: recorded for undo and saved by itself. */
export function useDecide(): (decision: Decision) => void {
  const dispatch = useAppDispatch();
  return useCallback((decision: Decision) => void dispatch(decided(decision)), [dispatch]);
}

export function useUnit(): LengthUnit {
  return useAppSelector((state) => state.view.unit);
}
