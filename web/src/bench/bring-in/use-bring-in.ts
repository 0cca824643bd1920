import { useCallback, useRef, useState } from 'react';
import type { StoredPicture } from '@nobrel/core/file';
import { maxMegabytes } from '@nobrel/core/reference';
import { messageOf } from '../../store/api/base.js';
import { picturesApi } from '../../store/api/pictures.js';
import { useAppDispatch } from '../../store/hooks.js';

/** A picture that could not be brought in; its message is shown as it stands. */
class BringInError extends Error {}

/** How bringing in pictures stands. */
export type BringingIn = {
  /** Brings pictures in one after the other; those that could be are handed on. */
  take: (files: readonly File[]) => Promise<StoredPicture[]>;
  coming: { name: string; share: number } | null;
  faults: readonly string[];
  dismiss: () => void;
  stop: () => void;
  /** A drawing by formula that waits for the size it is to be drawn at. */
  asked: string | null;
  /** Answers with a long side in pixels, or null to leave it out. */
  answer: (longSidePx: number | null) => void;
};

const isSvg = (file: File) => file.type === 'image/svg+xml' || /\.svg$/i.test(file.name);

/** Brings in pictures with their progress, the question an SVG asks, and what went wrong. */
export function useBringIn(): BringingIn {
  const dispatch = useAppDispatch();
  const [coming, setComing] = useState<BringingIn['coming']>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [asked, setAsked] = useState<string | null>(null);
  const answering = useRef<(longSidePx: number | null) => void>(() => undefined);
  const stopping = useRef<AbortController | null>(null);

  const ask = useCallback(
    (name: string) =>
      new Promise<number | null>((resolve) => {
        setAsked(name);
        answering.current = (longSidePx) => {
          setAsked(null);
          resolve(longSidePx);
        };
      }),
    [],
  );

  const one = useCallback(
    async (file: File, signal: AbortSignal): Promise<StoredPicture | null> => {
      if (file.size > maxMegabytes * 1024 * 1024) {
        throw new BringInError(
          `“${file.name}” is over ${maxMegabytes} MB. Save a smaller copy and bring that in.`,
        );
      }
      const longSidePx = isSvg(file) ? await ask(file.name) : null;
      if (isSvg(file) && longSidePx === null) return null;
      setComing({ name: file.name, share: 0 });
      const onSent = (share: number) => setComing({ name: file.name, share });
      const sending = dispatch(picturesApi.endpoints.bringIn.initiate({ file, longSidePx, onSent }));
      const stop = () => sending.abort();
      signal.addEventListener('abort', stop);
      const answer = await sending;
      signal.removeEventListener('abort', stop);
      if (signal.aborted) throw new BringInError(`“${file.name}” was not brought in, as you stopped it.`);
      if (answer.data) return answer.data;
      throw new BringInError(messageOf(answer.error));
    },
    [ask, dispatch],
  );

  const take = useCallback(
    async (files: readonly File[]) => {
      const taken: StoredPicture[] = [];
      const refused: string[] = [];
      const stopper = new AbortController();
      stopping.current = stopper;
      setFaults([]);
      for (const file of files) {
        try {
          const picture = await one(file, stopper.signal);
          if (picture) taken.push(picture);
        } catch (error) {
          if (!(error instanceof BringInError)) throw error;
          refused.push(error.message);
        }
        if (stopper.signal.aborted) break;
      }
      setComing(null);
      setFaults(refused);
      return taken;
    },
    [one],
  );
  return {
    take,
    coming,
    faults,
    dismiss: useCallback(() => setFaults([]), []),
    stop: useCallback(() => stopping.current?.abort(), []),
    asked,
    answer: useCallback((longSidePx: number | null) => answering.current(longSidePx), []),
  };
}
