import { useDispatch, useSelector } from 'react-redux';
import type { LengthUnit } from '@nobrel/core/units';
import type { AppDispatch, RootState } from './root.js';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

export function useUnit(): LengthUnit {
  return useAppSelector((state) => state.view.unit);
}
