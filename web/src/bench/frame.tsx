import { Alert, Button, Segmented, Switch, Tooltip } from 'antd';
import { RedoOutlined, UndoOutlined } from '@ant-design/icons';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { LengthUnit } from '@nobrel/core/units';
import { useAppDispatch, useAppSelector } from '../store/hooks.js';
import { roomChosen, unitChosen } from '../store/view-slice.js';
import { oursKept, redone, theirsTaken, undone, type Saving } from '../store/work-slice.js';
import { KeysHelp } from './keys-help.js';
import { useShortcuts } from './use-shortcuts.js';

const savingWords: Record<Saving, string> = {
  saved: 'Saved',
  unsaved: 'Not saved yet',
  saving: 'Saving',
  failed: 'Not saved: trying again',
  conflict: 'Not saved: changed elsewhere',
};

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
  const { unit, room } = useAppSelector((state) => state.view);
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
        <div className="top-title">{title}</div>
        {strip && <WorkTools />}
        <Segmented<LengthUnit>
          aria-label="Units"
          size="small"
          options={['mm', 'cm', 'in']}
          value={unit}
          onChange={(value) => dispatch(unitChosen(value))}
        />
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
      <KeysHelp open={helpOpen} onClose={() => setHelpOpen(false)} />
    </div>
  );
}

function WorkTools() {
  const dispatch = useAppDispatch();
  const { saving, past, future } = useAppSelector((state) => state.work);
  return (
    <div className="work-tools">
      <span className={`saving saving-${saving}`} role="status">
        {savingWords[saving]}
      </span>
      <Tooltip title="Undo (Ctrl Z)">
        <Button
          size="small"
          type="text"
          aria-label="Undo"
          icon={<UndoOutlined />}
          disabled={past.length === 0}
          onClick={() => dispatch(undone())}
        />
      </Tooltip>
      <Tooltip title="Redo (Ctrl Shift Z)">
        <Button
          size="small"
          type="text"
          aria-label="Redo"
          icon={<RedoOutlined />}
          disabled={future.length === 0}
          onClick={() => dispatch(redone())}
        />
      </Tooltip>
    </div>
  );
}

function ConflictNotice() {
  const dispatch = useAppDispatch();
  const theirs = useAppSelector((state) => state.work.theirs);
  if (!theirs) return null;
  return (
    <Alert
      type="warning"
      banner
      title="This work was changed in another window. Both versions are safe: choose which one to go on from."
      action={
        <>
          <Button size="small" onClick={() => dispatch(theirsTaken())}>
            Go on from the other one
          </Button>{' '}
          <Button size="small" type="primary" onClick={() => dispatch(oursKept())}>
            Keep this one
          </Button>
        </>
      }
    />
  );
}
