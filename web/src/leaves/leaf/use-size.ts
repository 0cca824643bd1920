import { useEffect, useState, type RefObject } from 'react';

/** Nothing is laid out in less, pixels. */
const minSidePx = 80;

/** The sides of an element in pixels, as they change. */
export function useSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 400, height: 400 });
  useEffect(() => {
    if (!element.current) return undefined;
    const watcher = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      setSize({ width: Math.max(minSidePx, width), height: Math.max(minSidePx, height) });
    });
    watcher.observe(element.current);
    return () => watcher.disconnect();
  }, [element]);
  return size;
}
