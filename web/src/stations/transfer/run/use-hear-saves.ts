import { useCallback, useEffect } from 'react';
import { useAppDispatch } from '../../../store/hooks.js';
import { useWorkId } from '../../../store/use-work.js';
import { readAgain } from '../../../store/read-again.js';

/** Reads the work again, as another window or device saved it. */
export function useReadAgain(): () => void {
  const id = useWorkId();
  const dispatch = useAppDispatch();
  return useCallback(() => void dispatch(readAgain(id)), [id, dispatch]);
}

/**
 * Hears when another window or device saved the work, and reads it again: whoever traces beside this one is followed
 * line by line. After a connection that was lost it is read again too.
 */
export function useHearSaves(): void {
  const id = useWorkId();
  const read = useReadAgain();
  useEffect(() => {
    const source = new EventSource(`/api/works/${id}/wall`);
    source.addEventListener('open', read);
    source.addEventListener('saved', read);
    return () => source.close();
  }, [id, read]);
}
