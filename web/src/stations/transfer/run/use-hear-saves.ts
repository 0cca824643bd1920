import { useEffect } from 'react';
import { fileApi } from '../../../store/api/file.js';
import { useAppDispatch, useWorkId } from '../../../store/hooks.js';

/**
 * Hears when another window or device saved the work, and reads it again: whoever traces beside this one is followed
 * line by line. After a connection that was lost it is read again too.
 */
export function useHearSaves(): void {
  const id = useWorkId();
  const dispatch = useAppDispatch();
  useEffect(() => {
    const source = new EventSource(`/api/works/${id}/wall`);
    const read = () =>
      void dispatch(fileApi.endpoints.work.initiate(id, { forceRefetch: true, subscribe: false }));
    source.addEventListener('open', read);
    source.addEventListener('saved', read);
    return () => source.close();
  }, [id, dispatch]);
}
