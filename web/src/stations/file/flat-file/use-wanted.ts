import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { everyWork, wantedWorksSchema, type WantedWorks } from '@nobrel/core/file';

/**
 * What is looked for in the file. It stands in the page’s address, so that going back to the file finds it as it was
 * left. Works in hand are shown until something else is asked for.
 */
export function useWanted(): [WantedWorks, (change: Partial<WantedWorks>) => void] {
  const [params, setParams] = useSearchParams();
  const wanted = useMemo(() => {
    const read = wantedWorksSchema.safeParse({ drawer: 'in-hand', ...Object.fromEntries(params) });
    return read.success ? read.data : everyWork;
  }, [params]);
  const want = useCallback(
    (change: Partial<WantedWorks>) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          for (const [key, value] of Object.entries(change)) {
            if (value === null || value === '' || value === false) next.delete(key);
            else next.set(key, String(value));
          }
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  return [wanted, want];
}
