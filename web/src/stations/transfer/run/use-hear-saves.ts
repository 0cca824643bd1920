import { useCallback, useEffect } from 'react';
import { fileApi } from '../../../store/api/file.js';
import { useAppDispatch, useWorkId } from '../../../store/hooks.js';

/** Reads the work again, as another window or device saved it. */
export function useReadAgain(): () => void {
  const id = useWorkId();
  const dispatch = useAppDispatch();
  return useCallback(
    () => void dispatch(fileApi.endpoints.work.initiate(id, { forceRefetch: true, subscribe: false })),
    [id, dispatch],
  );
}

/**
 * Hears when another window or device saved the work, and reads it again: whoever traces beside this one is followed
 * line by line. After a connection that was lost it is read again too.
 */
export function useHearSaves(): void {
  const id = useWorkId();
  const readAgain = useReadAgain();
  useEffect(() => {
    const source = new EventSource(`/api/works/${id}/wall`);
    source.addEventListener('open', readAgain);
    source.addEventListener('saved', readAgain);
    return () => source.close();
  }, [id, readAgain]);
}
