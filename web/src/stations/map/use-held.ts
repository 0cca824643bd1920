import { useEffect, useState } from 'react';
import { isTyping } from '../../bench/typing.js';

/** Whether a key is held down, while nothing is being typed. */
export function useHeld(key: string): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
      if (event.type === 'keyup') setHeld(false);
      else if (event.key.toLowerCase() === key && plain && !isTyping(event.target)) setHeld(true);
    };
    const letGo = () => setHeld(false);
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKey);
    window.addEventListener('blur', letGo);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKey);
      window.removeEventListener('blur', letGo);
    };
  }, [key]);
  return held;
}
