import { useEffect } from 'react';
import type { Work } from '@nobrel/core/file';
import { beginMap, beginningSchool, schoolOf, usualDetail } from '@nobrel/core/map';
import { useAppDispatch } from '../../store/hooks.js';
import { mapBegun } from '../../store/work-slice.js';
import type { Mapping } from '../../workers/use-mapping.js';

/** Begins a work's map as its picture reads best, once its first map is made, unless the painter chose. */
export function useMapBegun({ id, decisions }: Work, { map, provisional }: Mapping): void {
  const dispatch = useAppDispatch();
  const { map: settings, mapBegun: begun } = decisions;
  useEffect(() => {
    // A drawing is not reinterpreted: no school has a say in it.
    if (begun || !map || provisional || map.readAs?.kind === 'drawing') return;
    const chosen = schoolOf(settings)?.id;
    const untouched = chosen === beginningSchool && settings.detail === usualDetail;
    const usual = { begun: { school: chosen ?? beginningSchool, because: null, calmer: null }, sets: null };
    dispatch(mapBegun({ id, ...(untouched ? beginMap(map) : usual) }));
  }, [id, begun, map, provisional, settings, dispatch]);
}
