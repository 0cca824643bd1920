import { useSyncExternalStore } from 'react';

/** Something that changes, held apart from the components, so that only what shows it is drawn again. */
export type Held<T> = {
  held: () => T;
  hold: (next: T) => void;
  subscribe: (hear: () => void) => () => void;
};

export function createHeld<T>(first: T): Held<T> {
  let held = first;
  const listeners = new Set<() => void>();
  return {
    held: () => held,
    hold: (next) => {
      held = next;
      listeners.forEach((hear) => hear());
    },
    subscribe: (hear) => {
      listeners.add(hear);
      return () => void listeners.delete(hear);
    },
  };
}

/** What is held now. */
export const useHeld = <T>({ subscribe, held }: Held<T>): T => useSyncExternalStore(subscribe, held);
