import { wrap, type Remote } from 'comlink';
import { LRUCache } from 'lru-cache';
import { useEffect, useEffectEvent, useState } from 'react';
import type { VisualWeight } from '@nobrel/core/fit';
import type { StoredPicture } from '@nobrel/core/file';
import type { Quad } from '@nobrel/core/geometry';
import { isUntouched, type Judgement, type Squaring } from '@nobrel/core/reference';
import type { Drawing, PictureWorker } from './picture-worker.js';

const begun = new Map<'draws' | 'measures', Remote<PictureWorker>>();
/** One worker draws and one measures, so that no drawing waits for a long look at a picture. */
function worker(that: 'draws' | 'measures'): Remote<PictureWorker> {
  const there = begun.get(that);
  if (there) return there;
  const fresh = wrap<PictureWorker>(
    new Worker(new URL('./picture-worker.ts', import.meta.url), { type: 'module' }),
  );
  begun.set(that, fresh);
  return fresh;
}

/** What is being drawn: two leaves that show the same ask for it once. */
const underWay = new Map<string, Promise<Blob>>();

function drawOnce(
  key: string,
  asked: StoredPicture,
  squaring: Squaring,
  drawing: Drawing,
  longSidePx: number,
): Promise<Blob> {
  const own = `${key} ${longSidePx}`;
  const there = underWay.get(own);
  if (there) return there;
  const { hash, width, height } = asked;
  const begins = worker('draws').draw({ hash, width, height }, squaring, drawing, longSidePx);
  underWay.set(own, begins);
  const ended = () => underWay.delete(own);
  begins.then(ended, ended);
  return begins;
}

/** Long sides of the first look at a change and of what the leaves then show, pixels. */
const previewPx = 480;
const fullPx = 2000;
/** A change that goes on waits this long for its full drawing, milliseconds. */
const settleMs = 250;

/** Drawings kept, so that going to the next station shows the picture at once. */
const kept = new LRUCache<string, string>({
  max: 12,
  // What is on the page just now may still be loading it.
  dispose: (url) => setTimeout(() => URL.revokeObjectURL(url), 10_000),
});

function keep(key: string, blob: Blob): string {
  const url = URL.createObjectURL(blob);
  kept.set(key, url);
  return url;
}

/** A drawing of a prepared picture: where the page finds it, or what went wrong. */
export type Drawn = { href: string | null; fault: string | null };

/**
 * A prepared picture to show: what the server keeps of it where it is untouched, else drawn in the worker, a
 * quick look first. While a new one is drawn the last one stays.
 */
export function usePrepared(picture: StoredPicture, squaring: Squaring, drawing: Drawing): Drawn {
  const { hash } = picture;
  const own = JSON.stringify([hash, squaring, drawing]);
  const [drawn, setDrawn] = useState<Drawn & { of: string }>({ href: null, fault: null, of: '' });
  // `own` stands for all that is asked for.
  const draw = useEffectEvent((longSidePx: number) => drawOnce(own, picture, squaring, drawing, longSidePx));
  const onServer = isUntouched(squaring) && drawing !== 'average';
  const ready = kept.get(own);
  useEffect(() => {
    if (onServer || ready) return undefined;
    let current = true;
    const ask = async (longSidePx: number, final: boolean) => {
      const blob = await draw(longSidePx);
      if (!current) return;
      const href = final ? keep(own, blob) : URL.createObjectURL(blob);
      setDrawn({ href, fault: null, of: own });
    };
    const failed = (error: unknown) =>
      current &&
      setDrawn((last) => ({ ...last, fault: error instanceof Error ? error.message : String(error) }));
    ask(previewPx, false).catch(failed);
    const timer = setTimeout(() => void ask(fullPx, true).catch(failed), settleMs);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [own, onServer, ready]);
  const { href, of } = drawn;
  useEffect(
    () => () => {
      if (href && ![...kept.values()].includes(href)) setTimeout(() => URL.revokeObjectURL(href), 2000);
    },
    [href],
  );
  if (onServer) return { href: `/api/pictures/${hash}/${drawing === 'grey' ? 'grey' : 'view'}`, fault: null };
  // The last drawing of the same picture stands in; one of another picture would mislead.
  const samePicture = of.startsWith(JSON.stringify([hash]).slice(0, -1));
  return { href: ready ?? (samePicture ? href : null), fault: drawn.fault };
}

/** What a worker found, for the key it was asked with. */
type Found<T> = { of: string; value: T };

/** Asks a worker whenever the key changes; null while there is no answer, or no key. */
function useAsked<T>(key: string | null, waitMs: number, ask: () => Promise<T>): T | null {
  const [found, setFound] = useState<Found<T> | null>(null);
  const askNow = useEffectEvent(ask);
  useEffect(() => {
    if (key === null) return undefined;
    let current = true;
    const timer = setTimeout(() => {
      askNow().then(
        (value) => current && setFound({ of: key, value }),
        // The leaves say so when a picture cannot be read.
        () => undefined,
      );
    }, waitMs);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [key, waitMs]);
  return found?.of === key ? found.value : null;
}

/** The judgement of a prepared picture; null while it is looked at. */
export function useJudgement({ hash, width, height }: StoredPicture, squaring: Squaring): Judgement | null {
  return useAsked(JSON.stringify(['judge', hash, squaring]), 400, () =>
    worker('measures').judge({ hash, width, height }, squaring),
  );
}

/** Where the weight of a prepared picture lies; null while it is weighed. */
export function useWeight({ hash, width, height }: StoredPicture, squaring: Squaring): VisualWeight | null {
  return useAsked(JSON.stringify(['weigh', hash, squaring]), 120, () =>
    worker('measures').weigh({ hash, width, height }, squaring),
  );
}

/** The sheet that is seen on a stored picture, or that none is; null while it is looked for. */
export function useSheet({ hash, width, height }: StoredPicture): { corners: Quad | null } | null {
  return useAsked(JSON.stringify(['sheet', hash]), 0, async () => ({
    corners: await worker('measures').findSheet({ hash, width, height }),
  }));
}
