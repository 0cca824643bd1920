import { useMemo } from 'react';
import { allSeenWrongly, type SeenWrongly } from '@nobrel/core/practice';
import { useAnswersQuery } from '../../store/api/practice.js';

const none: SeenWrongly[] = [];

/** What this painter's eye does consistently wrong, as the drills have shown; nothing until that is known. */
export function useKnownErrors(): SeenWrongly[] {
  const { data } = useAnswersQuery();
  return useMemo(() => (data ? allSeenWrongly(data) : none), [data]);
}
