import { useState } from 'react';
import type { JudgedPhotograph } from '@nobrel/core/check';
import * as css from './photograph.module.css';

type JudgedProps = { source: string; judged: JudgedPhotograph | null | 'looking' };

/** A photograph that was taken, the sheet outlined on it, and what could be better. */
export function Judged({ source, judged }: JudgedProps) {
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const corners = judged !== 'looking' ? judged?.corners : null;
  return (
    <figure className={css.photographJudged}>
      <div className={css.photographFrame}>
        <img
          src={source}
          alt="The photograph that was taken"
          onLoad={({ currentTarget: { naturalWidth: width, naturalHeight: height } }) =>
            setSize({ width, height })
          }
        />
        {size && corners && (
          <svg viewBox={`0 0 ${size.width} ${size.height}`} aria-hidden>
            <polygon points={corners.map(({ x, y }) => `${x},${y}`).join(' ')} />
          </svg>
        )}
      </div>
      <figcaption role="status">
        {judged === 'looking' ? 'Looking at it…' : <Verdict judged={judged} />}
      </figcaption>
    </figure>
  );
}

/** What could be better about a photograph, or that it is good. */
export function Verdict({ judged }: { judged: JudgedPhotograph | null }) {
  if (!judged)
    return <p>This browser cannot look at the picture before it is sent. It will be looked at then.</p>;
  if (judged.troubles.length === 0) return <p>Good: the whole sheet is in view, sharp and in even light.</p>;
  return (
    <>
      {judged.troubles.map(({ trouble, says }) => (
        <p key={trouble}>{says}</p>
      ))}
    </>
  );
}
