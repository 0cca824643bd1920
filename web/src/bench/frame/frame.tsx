import { Button, Switch } from 'antd';
import { RedoOutlined, UndoOutlined } from '@ant-design/icons';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useAppDispatch, useAppSelector } from '../../store/hooks.js';
import { roomChosen } from '../../store/view-slice.js';
import { redone, undone } from '../../store/work-slice.js';
import { ConflictNotice, SavingState } from './saving.js';
import { UnitsChoice } from './units-choice.js';
import { useShortcuts } from '../keys/use-shortcuts.js';

const KeysHelp = lazy(async () => ({ default: (await import('../keys/keys-help.js')).KeysHelp }));

/** What stands around every screen: the name, the title, saving, undo, units and the room's light. */
export function Frame({
  title,
  strip,
  children,
}: {
  title?: ReactNode;
  strip?: ReactNode;
  children: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const room = useAppSelector((state) => state.view.room);
  const [helpOpen, setHelpOpen] = useState(false);
  useShortcuts(() => setHelpOpen(true));
  return (
    <div className="page">
      <a className="skip" href="#bench">
        To the work
      </a>
      <header className="top">
        <Link className="name" to="/" aria-label="Nobrel, to the flat file">
          Nobrel
        </Link>
        <h1 className="top-title">{title ?? 'Nobrel'}</h1>
        {strip && <WorkTools />}
        <UnitsChoice />
        <label className="room-switch">
          <Switch
            size="small"
            checked={room === 'dim'}
            onChange={(dim) => dispatch(roomChosen(dim ? 'dim' : 'studio'))}
          />
          Dim room
        </label>
        <Button size="small" type="text" onClick={() => setHelpOpen(true)}>
          Keys
        </Button>
      </header>
      {strip}
      <ConflictNotice />
      <main id="bench" className="bench" tabIndex={-1}>
        {children}
      </main>
      {helpOpen && (
        <Suspense>
          <KeysHelp onClose={() => setHelpOpen(false)} />
        </Suspense>
      )}
    </div>
  );
}

function WorkTools() {
  const dispatch = useAppDispatch();
  const canUndo = useAppSelector((state) => state.work.past.length > 0);
  const canRedo = useAppSelector((state) => state.work.future.length > 0);
  return (
    <div className="work-tools">
      <SavingState />
      <Button
        title="Undo (Ctrl Z)"
        size="small"
        type="text"
        aria-label="Undo"
        icon={<UndoOutlined />}
        disabled={!canUndo}
        onClick={() => dispatch(undone())}
      />
      <Button
        title="Redo (Ctrl Shift Z)"
        size="small"
        type="text"
        aria-label="Redo"
        icon={<RedoOutlined />}
        disabled={!canRedo}
        onClick={() => dispatch(redone())}
      />
    </div>
  );
}
