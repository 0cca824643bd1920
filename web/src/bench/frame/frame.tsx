import { Button, Switch } from 'antd';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useAppDispatch, useAppSelector } from '../../store/hooks.js';
import { roomChosen } from '../../store/view-slice.js';
import { UnitsChoice } from './units-choice.js';
import { useShortcuts } from '../keys/use-shortcuts.js';
import * as css from './frame.module.css';

const KeysHelp = lazy(async () => ({ default: (await import('../keys/keys-help.js')).KeysHelp }));

/** What stands around every screen: the name, the title, units and the room's light. */
export function Frame({
  title,
  tools,
  strip,
  children,
}: {
  title?: ReactNode;
  /** What an open work adds beside the title. */
  tools?: ReactNode;
  /** What an open work adds below it. */
  strip?: ReactNode;
  children: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const room = useAppSelector((state) => state.view.room);
  const [helpOpen, setHelpOpen] = useState(false);
  useShortcuts(() => setHelpOpen(true));
  return (
    <div className={css.page}>
      <a className={css.skip} href="#bench">
        To the work
      </a>
      <header className={css.top}>
        <Link className={css.name} to="/" aria-label="Nobrel, to the flat file">
          Nobrel
        </Link>
        <h1 className={css.topTitle}>{title ?? 'Nobrel'}</h1>
        {tools}
        <UnitsChoice />
        <label className={css.roomSwitch}>
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
      <main id="bench" className={css.bench} tabIndex={-1}>
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
