import { useState, type KeyboardEvent } from 'react';
import * as css from './sentence.module.css';

/** What was typed: its value, or a sentence on what is wrong with it. */
export type Read<T> = { value: T } | { fault: string };

/** Holds what is being typed until it is taken; nothing typed is lost when it cannot be read. */
export function useDraft<T>(shown: string, read: (text: string) => Read<T>, onChange: (value: T) => void) {
  const [draft, setDraft] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const take = (text: string) => {
    if (text === shown) {
      setDraft(null);
      setFault(null);
      return;
    }
    const result = read(text);
    if ('fault' in result) {
      setFault(result.fault);
      return;
    }
    setFault(null);
    setDraft(null);
    onChange(result.value);
  };
  return {
    text: draft ?? shown,
    fault,
    type: (text: string) => {
      setDraft(text);
      setFault(null);
    },
    take,
    refuse: setFault,
    drop: () => {
      setDraft(null);
      setFault(null);
    },
    leave: () => {
      if (draft !== null) take(draft);
    },
    onKey: (event: KeyboardEvent) => {
      if (event.key === 'Enter' && draft !== null) take(draft);
      if (event.key === 'Escape' && (draft !== null || fault !== null)) {
        // What was typed is taken back first; the panel it stands in closes, and the tool is put down, by another press.
        event.stopPropagation();
        setDraft(null);
        setFault(null);
      }
    },
  };
}

export function Fault({ id, text }: { id: string; text: string | null }) {
  return text ? (
    <span className={css.gapFault} id={id} role="alert">
      {text}
    </span>
  ) : null;
}

export const idOf = (label: string) => `fault-${label.replace(/\W+/g, '-').toLowerCase()}`;
