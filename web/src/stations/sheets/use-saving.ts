import { useRef, useState } from 'react';
import { messageOf } from '../../store/api/base.js';
import { useFetchFileMutation, usePaintingProgressQuery } from '../../store/api/sheets.js';

/** How often it is asked how far the pages have come. */
const askEveryMs = 300;
/** A browser has begun to save a file of the page's own by then. */
const savedAfterMs = 60_000;

/** A file of the server's, and the printing whose pages are painted for it, where there is one. */
export type SavedFile = { path: string; printing?: string };

/**
 * Fetches a file and hands it to the browser's own downloading. It is fetched by the page rather than by a link, so
 * that it can be stopped, shows how far it has come, and says why when it does not come.
 */
export function useSaving() {
  const [fetchFile, { isLoading, originalArgs, error }] = useFetchFileMutation();
  const [stopped, setStopped] = useState(false);
  const under = useRef<{ abort: () => void } | null>(null);
  const { data: pages } = usePaintingProgressQuery(originalArgs?.printing ?? '', {
    skip: !isLoading || !originalArgs?.printing,
    pollingInterval: askEveryMs,
  });
  const stop = () => {
    setStopped(true);
    under.current?.abort();
  };
  const save = async (file: SavedFile) => {
    under.current?.abort();
    setStopped(false);
    const fetching = fetchFile(file);
    under.current = fetching;
    const { data } = await fetching;
    if (!data) return;
    const link = document.createElement('a');
    link.href = data.href;
    link.download = data.name;
    link.click();
    setTimeout(() => URL.revokeObjectURL(data.href), savedAfterMs);
  };
  return {
    underWay: isLoading,
    /** Pages painted and all, once that is known. */
    pages: isLoading ? (pages ?? null) : null,
    fault: error && !stopped ? messageOf(error) : null,
    save,
    stop,
  };
}
