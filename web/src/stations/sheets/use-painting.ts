import { useRef, useState } from 'react';
import type { LengthUnit } from '@nobrel/core/units';
import { messageOf } from '../../store/api/base.js';
import { usePaintingProgressQuery, usePaintPdfMutation } from '../../store/api/sheets.js';

/** How often it is asked how far the pages have come. */
const askEveryMs = 300;
/** A browser has begun to save a file of the page's own by then. */
const savedAfterMs = 60_000;

/** Hands a file to the browser's own downloading. */
export function download(href: string, name = ''): void {
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  link.click();
}

/** Has many pages painted, with their progress, so that it can be stopped. */
export function usePainting() {
  const [paintPdf, { isLoading, originalArgs, error }] = usePaintPdfMutation();
  const [stopped, setStopped] = useState(false);
  const under = useRef<{ abort: () => void } | null>(null);
  const { data: pages } = usePaintingProgressQuery(originalArgs?.printing ?? '', {
    skip: !isLoading,
    pollingInterval: askEveryMs,
  });
  const stop = () => {
    setStopped(true);
    under.current?.abort();
  };
  const paint = async (printing: string, unit: LengthUnit, name: string) => {
    under.current?.abort();
    setStopped(false);
    const painting = paintPdf({ printing, unit });
    under.current = painting;
    const { data: href } = await painting;
    if (href === undefined) return;
    download(href, name);
    setTimeout(() => URL.revokeObjectURL(href), savedAfterMs);
  };
  return {
    pages: isLoading ? (pages ?? { done: 0, of: 0 }) : null,
    fault: error && !stopped ? messageOf(error) : null,
    paint,
    stop,
  };
}
