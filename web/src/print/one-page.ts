import { useLayoutEffect, useRef } from 'react';
import type { RecordLine } from '@nobrel/core/file';

/** What is to be read on a page of A4 and of Letter alike, its margins of 10 mm off, mm. */
const pageMm = 259;
const pxPerMm = 96 / 25.4;
/** Smaller than this it is not read any more. */
const minZoom = 0.6;
const zoomStep = 0.05;

/** Makes a page smaller, its lines the longer, until all of it lies on one sheet. */
export function useOnePage() {
  const ref = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    const page = ref.current;
    if (!page) return undefined;
    const fit = () => {
      for (let zoom = 1; zoom >= minZoom; zoom -= zoomStep) {
        page.style.setProperty('--page-zoom', zoom.toFixed(2));
        // The bar over it is not printed.
        const bar = page.querySelector<HTMLElement>('[data-part="print-bar"]')?.offsetHeight ?? 0;
        if (zoom * (page.scrollHeight - bar) <= pageMm * pxPerMm) return;
      }
    };
    fit();
    // Pictures, and what is still asked for, come later.
    const watch = new MutationObserver(fit);
    watch.observe(page, { childList: true, subtree: true, characterData: true });
    page.addEventListener('load', fit, true);
    return () => {
      watch.disconnect();
      page.removeEventListener('load', fit, true);
    };
  }, []);
  return ref;
}

/** Of a long list the first and the last are printed, and of long words the beginning; the rest stands in the file. */
const maxListed = 8;
const maxLetters = 800;

/** A line of the record that is short enough to be printed. */
export function shortened({ about, says }: RecordLine): RecordLine {
  const short = says.map((words) =>
    words.length > maxLetters ? `${words.slice(0, maxLetters)} … (more in the file)` : words,
  );
  if (short.length <= maxListed) return { about, says: short };
  const left = short.length - maxListed;
  return {
    about,
    says: [...short.slice(0, 2), `… ${left} more, in the file …`, ...short.slice(2 - maxListed)],
  };
}
