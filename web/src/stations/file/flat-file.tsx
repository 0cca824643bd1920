import { Alert, Button } from 'antd';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { binDays, type Binned } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { Opening } from '../../bench/opening.js';
import { Frame } from '../../bench/frame.js';
import { messageOf } from '../../store/api/base.js';
import { useBringBackMutation, useWorksQuery } from '../../store/api/file.js';
import { saveLeftBehind } from '../../store/autosave.js';
import { useAppDispatch } from '../../store/hooks.js';
import { BeginWork } from './begin-work.js';
import { FilePages } from '../../bench/file-pages.js';

const none: readonly never[] = [];

/** The first screen: the works in the file, and one way to begin. */
export function FlatFile() {
  const file = useWorksQuery();
  const dispatch = useAppDispatch();
  useEffect(() => void saveLeftBehind(dispatch), [dispatch]);
  const works = file.data?.works ?? none;
  const own = works.filter((work) => 'damaged' in work || !work.demo);
  const demos = works.filter((work) => 'demo' in work && work.demo);
  return (
    <Frame title="The flat file">
      <div className="flat-file">
        <FilePages />
        <BeginWork empty={file.isSuccess && own.length === 0} />
        {file.isLoading && <Opening what="the file" />}
        {file.isError && <Alert type="error" title={messageOf(file.error)} />}
        <Suspense>
          {own.length > 0 && <WorksInFile works={own} />}
          {demos.length > 0 && (
            <section aria-labelledby="to-play-with">
              <h2 id="to-play-with">To play with</h2>
              <Cards works={demos} />
            </section>
          )}
        </Suspense>
        <Bin works={file.data?.bin ?? none} />
        <Folded title="Safe keeping">
          <SafeKeeping />
        </Folded>
        <Folded title="Other devices">
          <OtherDevices />
        </Folded>
      </div>
    </Frame>
  );
}

const WorksInFile = lazy(async () => ({ default: (await import('./works-in-file.js')).WorksInFile }));
const Cards = lazy(async () => ({ default: (await import('./cards.js')).Cards }));
const SafeKeeping = lazy(async () => ({ default: (await import('./safe-keeping.js')).SafeKeeping }));
const OtherDevices = lazy(async () => ({ default: (await import('./other-devices.js')).OtherDevices }));

/** What is wanted now and then: loaded when it is unfolded. */
function Folded({ title, children }: { title: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="bin" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{title}</summary>
      {open && <Suspense>{children}</Suspense>}
    </details>
  );
}

/** Deleted works, to be brought back until they are swept. */
function Bin({ works }: { works: readonly Binned[] }) {
  const [bringBack, bringing] = useBringBackMutation();
  if (works.length === 0) return null;
  return (
    <details className="bin">
      <summary>
        The bin: {works.length} {works.length === 1 ? 'work' : 'works'}
      </summary>
      <p>Deleted works stay here for {binDays} days.</p>
      {bringing.isError && <Alert type="error" title={messageOf(bringing.error)} />}
      <ul className="plain-list">
        {works.map(({ id, title, deletedAt }) => (
          <li key={id}>
            {title}, deleted {formatDate(deletedAt)}{' '}
            <Button size="small" onClick={() => void bringBack(id)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
