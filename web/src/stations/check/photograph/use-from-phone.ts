import { useEffect, useRef, useState } from 'react';
import type { Awaited, AwaitedState, StoredPicture } from '@nobrel/core/file';
import type { SizeMm } from '@nobrel/core/units';
import { messageOf } from '../../../store/api/base.js';
import { checkApi } from '../../../store/api/check.js';
import { useAppDispatch } from '../../../store/hooks.js';

/** How often it is asked whether the photograph is here, milliseconds. */
const askEveryMs = 800;

type Shown = { awaited: Awaited; state: AwaitedState['state'] };

/**
 * Waits for a photograph from a phone, as long as the page that waits is shown.
 *
 * @param onPicture is handed the picture that came
 */
export function useFromPhone(id: string, surface: SizeMm, onPicture: (picture: StoredPicture) => void) {
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState<Shown | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);
  // What is decided while it is waited for counts when the picture comes.
  const hand = useRef(onPicture);
  useEffect(() => {
    hand.current = onPicture;
  });
  const { awaitPhotograph, askAwaited, endAwaited } = checkApi.endpoints;

  const wait = async (token: string, stop: AbortSignal, hear: (state: AwaitedState['state']) => void) => {
    while (!stop.aborted) {
      const { state, picture } = await dispatch(askAwaited.initiate(token)).unwrap();
      if (picture) return picture;
      hear(state);
      await new Promise((resolve) => window.setTimeout(resolve, askEveryMs));
    }
    return null;
  };
  const begin = async () => {
    underWay.current?.abort();
    const own = new AbortController();
    underWay.current = own;
    setFault(null);
    try {
      const awaited = await dispatch(awaitPhotograph.initiate({ id, surface })).unwrap();
      setShown({ awaited, state: 'waiting' });
      const picture = await wait(awaited.token, own.signal, (state) => setShown({ awaited, state })).finally(
        () => void dispatch(endAwaited.initiate(awaited.token)),
      );
      if (picture && !own.signal.aborted) hand.current(picture);
    } catch (error) {
      if (!own.signal.aborted) setFault(messageOf(error));
    } finally {
      if (underWay.current === own) setShown(null);
    }
  };
  const end = () => {
    underWay.current?.abort();
    setShown(null);
  };
  return { shown, fault, begin, end };
}
