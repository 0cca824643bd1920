import { useCallback, useEffect, useRef, useState } from 'react';
import {
  type Screen,
  wallPictureSchema,
  wallPictureToldSchema,
  type WallPictureChange,
  type WallPictureTold,
} from '@nobrel/core/transfer';
import { useChangeWallMutation } from '../../../store/api/transfer.js';
import { useWorkId } from '../../../store/use-work.js';
import { useReadAgain } from '../run/use-hear-saves.js';

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
  const readAgain = useReadAgain();
  const [told, setTold] = useState<WallPictureTold | null>(null);
  const [heard, setHeard] = useState(false);
  const [send] = useChangeWallMutation();
  /** What was changed here and not sent yet. */
  const waiting = useRef<WallPictureChange | null>(null);
  /** While a change is on its way, what is heard is older than what is shown here. */
  const isSending = useRef(false);
  // One change after the other: two on their way at once may arrive in either order, and the older would stay.
  const sendWaiting = useCallback(async () => {
    if (isSending.current) return;
    isSending.current = true;
    while (waiting.current) {
      const change = waiting.current;
      waiting.current = null;
      const { data, error } = await send({ id, change });
      if (data && waiting.current === null) setTold(data);
      if (!error) continue;
      // Not heard by anybody: sent again once the program behind the page is there.
      if ('status' in error && error.status === null)
        waiting.current = Object.assign(change, waiting.current);
      break;
    }
    isSending.current = false;
  }, [id, send]);
  const query = window ? `?width=${window.width}&height=${window.height}` : '';
  useEffect(() => {
    const source = new EventSource(`/api/works/${id}/wall${query}`);
    source.addEventListener('open', () => {
      setHeard(true);
      void sendWaiting();
    });
    source.addEventListener('error', () => setHeard(false));
    source.addEventListener('wall', (event: MessageEvent<string>) => {
      const next = wallPictureToldSchema.safeParse(JSON.parse(event.data));
      if (!next.success) return;
      const isOlder = isSending.current || waiting.current !== null;
      setTold((now) => (now && isOlder ? { ...next.data, picture: now.picture } : next.data));
    });
    source.addEventListener('saved', readAgain);
    return () => source.close();
  }, [id, query, readAgain, sendWaiting]);
  const change = useCallback(
    (fields: WallPictureChange) => {
      setTold((now) => now && { ...now, picture: wallPictureSchema.parse({ ...now.picture, ...fields }) });
      waiting.current = { ...waiting.current, ...fields };
      void sendWaiting();
    },
    [sendWaiting],
  );
  return { told, heard, change };
}
