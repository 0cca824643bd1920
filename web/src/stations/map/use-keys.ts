import { useEffect, useRef } from 'react';
import { isTyping } from '../../bench/typing.js';

/** Keys that work while a tool is in hand and nothing is being typed. */
export function useKeys(active: boolean, keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!active) return undefined;
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      // A button in focus keeps Enter for itself.
      if (event.key === 'Enter' && event.target instanceof HTMLElement && event.target.closest('button, a'))
        return;
      const act = latest.current[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    // Heard before Escape puts the tool down, so that it first clears what the tool has begun.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [active]);
}
