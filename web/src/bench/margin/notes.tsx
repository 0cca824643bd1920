import { Button, Input } from 'antd';
import { useState, type ReactNode } from 'react';
import { worstFirst, type Note, type NoteWeight } from '@nobrel/core/notes';
import { keepFiguresTogether } from '@nobrel/core/units';
import { ToolSlot } from './tool-slot.js';
import { usePointed } from '../../leaves/leaf/pointed.js';
import { useDecide, useDecisions } from '../../store/use-work.js';
import * as css from './margin.module.css';

const weightWords: Record<NoteWeight, string> = { fix: '! To fix', watch: '△ Watch', plain: '○ Noted' };

type NotesProps<Change> = {
  notes: readonly Note<Change>[];
  onWay: (change: Change) => void;
  /** A figure that belongs to the notes, above them. */
  figure?: ReactNode;
};

/** Notes in the margin, worst first; those set aside below, with their reasons. */
export function Notes<Change>({ notes, onWay, figure }: NotesProps<Change>) {
  const setAside = useDecisions('setAside');
  const decide = useDecide();
  const ordered = worstFirst(notes);
  const aside = ordered.filter((note) => setAside[note.id] !== undefined);
  return (
    <aside className={css.notes} aria-label="Notes">
      <h2>In the margin</h2>
      <ToolSlot />
      {figure}
      {notes.length === 0 && <p className={css.notesNone}>Nothing to note here.</p>}
      <ul>
        {ordered
          .filter((note) => setAside[note.id] === undefined)
          .map((note) => (
            <NoteItem key={note.id} note={note} onWay={onWay} />
          ))}
      </ul>
      {aside.length > 0 && (
        <details>
          <summary>{aside.length} set aside</summary>
          <ul>
            {aside.map((note) => (
              <li key={note.id}>
                {keepFiguresTogether(note.says)} <em>{setAside[note.id]}</em>{' '}
                <Button
                  size="small"
                  type="link"
                  onClick={() => decide({ room: 'setAside', change: { [note.id]: '' } })}
                >
                  Show again
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </aside>
  );
}

function NoteItem<Change>({ note, onWay }: { note: Note<Change>; onWay: (change: Change) => void }) {
  const decide = useDecide();
  const [reason, setReason] = useState<string | null>(null);
  const { pointTo } = usePointed();
  const places = note.places ?? [];
  const pointing =
    places.length === 0
      ? {}
      : {
          onPointerEnter: () => pointTo(places),
          onPointerLeave: () => pointTo([]),
        };
  const put = () => {
    if (reason?.trim()) decide({ room: 'setAside', change: { [note.id]: reason.trim() } });
  };
  return (
    <li className={css.note} data-part="note" data-weight={note.weight} {...pointing}>
      <span className={css.noteWeight}>{weightWords[note.weight]}</span>
      <p>{keepFiguresTogether(note.says)}</p>
      {places.length > 0 && (
        <Button
          size="small"
          type="link"
          className={css.noteShown}
          onFocus={() => pointTo(places)}
          onBlur={() => pointTo([])}
        >
          Point here to see where
        </Button>
      )}
      <details>
        <summary>Why it matters</summary>
        <p>{keepFiguresTogether(note.why)}</p>
      </details>
      {note.ways.length > 0 && (
        <div className={css.noteWays}>
          {note.ways.map((way) => (
            <Button key={way.label} size="small" onClick={() => onWay(way.change)}>
              {way.label}
            </Button>
          ))}
        </div>
      )}
      {note.weight !== 'plain' &&
        (reason === null ? (
          <Button className={css.noteAside} size="small" type="link" onClick={() => setReason('')}>
            Set aside
          </Button>
        ) : (
          <Input.Search
            size="small"
            autoFocus
            aria-label="Reason for setting this note aside"
            placeholder="Reason, then Enter"
            enterButton="Keep"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setReason(null);
            }}
            onSearch={put}
          />
        ))}
    </li>
  );
}
