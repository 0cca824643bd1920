import { useEffect, useEffectEvent, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../../store/hooks.js';
import { pedalLearned } from '../../../store/view-slice.js';
import { isTyping } from '../../../bench/keys/typing.js';

/** Keys that lead on and back whatever is learned: those of pedals for turning pages among them. */
const onKeys = new Set([' ', 'Enter', 'PageDown', 'ArrowRight', 'ArrowDown']);
const backKeys = new Set(['Backspace', 'PageUp', 'ArrowLeft', 'ArrowUp']);

/** Goes on and back by key or pedal; any key can be learned as the one that goes on. */
export function usePedal({ onward, back }: { onward: () => void; back: () => void }) {
  const dispatch = useAppDispatch();
  const pedal = useAppSelector((state) => state.view.pedal);
  const [learning, setLearning] = useState(false);
  const hear = useEffectEvent((event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (learning) {
      event.preventDefault();
      setLearning(false);
      if (event.key !== 'Escape') dispatch(pedalLearned(event.key));
      return;
    }
    // A button or link in focus keeps its own keys.
    const focused = event.target instanceof HTMLElement && event.target.closest('button, a, summary');
    if (focused && (event.key === ' ' || event.key === 'Enter')) return;
    const goesOn = event.key === pedal || onKeys.has(event.key);
    if (!goesOn && !backKeys.has(event.key)) return;
    event.preventDefault();
    // A key held down counts once.
    if (event.repeat) return;
    if (goesOn) onward();
    else back();
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => hear(event);
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
  return { pedal, learning, learn: () => setLearning(true) };
}
