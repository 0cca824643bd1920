import type { ReactNode } from 'react';
import { Panel } from './panel.js';
import * as css from './sentence.module.css';

/** A station's main decisions as a sentence with gaps; rarer ones behind More. */
export function Sentence({ children, more }: { children: ReactNode; more?: ReactNode }) {
  return (
    <div className={css.sentence} role="group" aria-label="Decisions">
      <div className={css.sentenceWords}>{children}</div>
      {more && <Panel label="More">{more}</Panel>}
    </div>
  );
}

/** A line under More: a word and its gap. */
export function MoreRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className={css.moreRow}>
      <span>{label}</span>
      {children}
    </div>
  );
}
