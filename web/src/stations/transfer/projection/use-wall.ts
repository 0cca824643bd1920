import { useCallback, useEffect, useRef, useState } from 'react';
import {
  type Screen,
  wallPictureSchema,
  wallPictureToldSchema,
  type WallPictureChange,
  type WallPictureTold,
} from '@nobrel/core/transfer';
import { fileApi } from '../../../store/api/file.js';
import { useChangeWallMutation } from '../../../store/api/transfer.js';
import { useAppDispatch, useWorkId } from '../../../store/hooks.js';

/** What is on the wall, whether the program behind the page is heard, and how it is changed for everybody. */
export type Wall = {
  told: WallPictureTold | null;
  heard: boolean;
  change: (change: WallPictureChange) => void;
};

/**
 * Shows or steers what is on the wall of the work, together with every other window and device that does. A connection
 * that is lost comes back by itself.
 *
 * @param window how large the projector's window is; null for a page that steers it
 */
export function useWall(window: Screen | null): Wall {
  const id = useWorkId();
  const dispatch = useAppDispatch();
  const [told, setTold] = useState<WallPictureTold | null>(null);
  const [heard, setHeard] = useState(false);
  const [send] = useChangeWallMutation();
  /** Changes that are on their way: what is heard meanwhile is older than what is shown here. */
  const onTheirWay = useRef(0);
  const query = window ? `?width=${window.width}&height=${window.height}` : '';
  useEffect(() => {
    const source = new EventSource(`/api/works/${id}/wall${query}`);
    source.addEventListener('open', () => setHeard(true));
    source.addEventListener('error', () => setHeard(false));
    source.addEventListener('wall', (event: MessageEvent<string>) => {
      const next = wallPictureToldSchema.safeParse(JSON.parse(event.data));
      if (!next.success) return;
      setTold((now) => (now && onTheirWay.current > 0 ? { ...next.data, picture: now.picture } : next.data));
    });
    source.addEventListener('saved', () => {
      void dispatch(fileApi.endpoints.work.initiate(id, { forceRefetch: true, subscribe: false }));
    });
    return () => source.close();
  }, [id, query, dispatch]);
  const change = useCallback(
    (fields: WallPictureChange) => {
      setTold((now) => now && { ...now, picture: wallPictureSchema.parse({ ...now.picture, ...fields }) });
      onTheirWay.current++;
      void send({ id, change: fields }).then(({ data }) => {
        onTheirWay.current--;
        if (data && onTheirWay.current === 0) setTold(data);
      });
    },
    [id, send],
  );
  return { told, heard, change };
}
