import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useAppSelector } from '../../store/hooks.js';
import { isLetterKey, keyTable, type KeyName } from './keys.js';
import { isTyping } from './typing.js';

/** What is pressed counts, not where it lies on the keyboard; only text fields keep keys to themselves. */
const options = { useKey: true, delimiter: '|', enableOnFormTags: true } as const;

/** A button in focus keeps Enter for itself. */
const belongsToFocus = (event: KeyboardEvent) =>
  event.key === 'Enter' && event.target instanceof HTMLElement && event.target.closest('button, a') !== null;

type KeyOptions = {
  /** Whether it acts now. */
  active?: boolean;
  /** Whether it is heard before all others, so that what a tool has begun comes before the tool itself. */
  first?: boolean;
  /** Whether it acts in a field too, as keys that write nothing may. */
  inFields?: boolean;
  /** Further reasons to leave a press to others. */
  unless?: (event: KeyboardEvent) => boolean;
};

/** Acts on a key of the table, unless something is being typed; letters can be switched off by whoever dictates. */
export function useKey(
  name: KeyName,
  act: (event: KeyboardEvent) => void,
  { active = true, first = false, inFields = false, unless }: KeyOptions = {},
): void {
  const letters = useAppSelector((state) => state.view.letterKeys);
  useHotkeys(keyTable[name].press, act, {
    ...options,
    enabled: active && (letters || !isLetterKey(name)),
    preventDefault: true,
    ignoreEventWhen: (event) =>
      (!inFields && isTyping(event.target)) ||
      belongsToFocus(event) ||
      event.defaultPrevented ||
      unless?.(event) === true,
    eventListenerOptions: { capture: first },
  });
}

/** Whether a key of the table is held down, while nothing is being typed. */
export function useHeldKey(name: KeyName): boolean {
  const letters = useAppSelector((state) => state.view.letterKeys);
  const [held, setHeld] = useState(false);
  useHotkeys(keyTable[name].press, ({ type }) => setHeld(type === 'keydown'), {
    ...options,
    enabled: letters || !isLetterKey(name),
    keydown: true,
    keyup: true,
    ignoreEventWhen: (event) => event.type === 'keydown' && isTyping(event.target),
  });
  return held;
}
