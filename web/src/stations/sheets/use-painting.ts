import { useRef, useState } from 'react';
import { z } from 'zod';
import { apiErrorSchema } from '@nobrel/core/file';
import type { LengthUnit } from '@nobrel/core/units';
import { messageOf } from '../../store/api.js';

/** How often it is asked how far the pages have come. */
const askEveryMs = 300;

const progressSchema = z.object({ done: z.number(), of: z.number() }).nullable();

/** Hands a file to the browser's own downloading. */
export function download(href: string, name = ''): void {
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  link.click();
}

/** Has many pages painted, with their progress, so that it can be stopped. */
export function usePainting() {
  const [pages, setPages] = useState<{ done: number; of: number } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const under = useRef<AbortController | null>(null);

  const paint = async (printing: string, unit: LengthUnit, name: string) => {
    under.current?.abort();
    const control = new AbortController();
    under.current = control;
    setFault(null);
    setPages({ done: 0, of: 0 });
    const asking = setInterval(() => {
      void fetch(`/api/printings/${printing}/progress`, { signal: control.signal })
        .then((answer) => answer.json())
        .then((answer) => {
          const told = progressSchema.safeParse(answer);
          if (told.success && told.data && !control.signal.aborted) setPages(told.data);
        })
        // The next asking tells.
        .catch(() => undefined);
    }, askEveryMs);
    try {
      const answer = await fetch(`/api/printings/${printing}/sheets.pdf?unit=${unit}`, {
        signal: control.signal,
      });
      if (!answer.ok) {
        const refused = apiErrorSchema.safeParse(await answer.json());
        setFault(refused.success ? refused.data.error.message : messageOf(null));
        return;
      }
      const href = URL.createObjectURL(await answer.blob());
      download(href, name);
      setTimeout(() => URL.revokeObjectURL(href), 60_000);
    } catch {
      if (!control.signal.aborted) setFault(messageOf(null));
    } finally {
      clearInterval(asking);
      if (under.current === control) setPages(null);
    }
  };

  return { pages, fault, paint, stop: () => under.current?.abort() };
}
