import type { ReactNode } from 'react';
import { Panel } from './panel.js';

/** A station's main decisions as a sentence with gaps; rarer ones behind More. */
export function Sentence({ children, more }: { children: ReactNode; more?: ReactNode }) {
  return (
    <div className="sentence" role="group" aria-label="Decisions">
      <div className="sentence-words">{children}</div>
      {more && <Panel label="More">{more}</Panel>}
    </div>
  );
}

/** A line under More: a word and its gap. */
export function MoreRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="more-row">
      <span>{label}</span>
      {children}
    </div>
  );
}
