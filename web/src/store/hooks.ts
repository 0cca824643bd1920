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

/** Makes a decision, or several as one step: recorded for undo and saved by itself. */
export function useDecide(): (...decisions: Decision[]) => void {
  const dispatch = useAppDispatch();
  return useCallback((...decisions: Decision[]) => void dispatch(decided(...decisions)), [dispatch]);
}

export function useUnit(): LengthUnit {
  return useAppSelector((state) => state.view.unit);
}
