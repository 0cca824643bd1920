import { Alert } from 'antd';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { Opening } from '../../../bench/frame/opening.js';
import { Frame } from '../../../bench/frame/frame.js';
import { messageOf } from '../../../store/api/base.js';
import { useWorksQuery } from '../../../store/api/file.js';
import { useAppDispatch } from '../../../store/hooks.js';
import type { AppDispatch } from '../../../store/root.js';
import { FilePages } from '../../../bench/frame/file-pages.js';
import * as frameCss from '../../../bench/frame/frame.module.css';
import * as css from './flat-file.module.css';

const none: readonly never[] = [];
const opening = <Opening what="the file" />;

/** The first screen: the works in the file, and one way to begin. */
export function FlatFile() {
  const file = useWorksQuery();
  const dispatch = useAppDispatch();
  useEffect(() => void saveLeftBehind(dispatch), [dispatch]);
  useEffect(loadBesideTheFile, []);
  const works = file.data?.works ?? none;
  const bin = file.data?.bin ?? none;
  const own = works.filter((work) => 'damaged' in work || !work.demo);
  const demos = works.filter((work) => 'demo' in work && work.demo);
  return (
    <Frame title="The flat file">
      <div className={frameCss.flatFile}>
        <FilePages />
        {file.isLoading ? (
          opening
        ) : (
          // All of it at once: nothing moves under the pointer as the rest comes in.
          <Suspense fallback={opening}>
            <BeginWork empty={file.isSuccess && own.length === 0} />
            {file.isError && <Alert type="error" title={messageOf(file.error)} />}
            {own.length > 0 && <WorksInFile works={own} />}
            {demos.length > 0 && (
              <section aria-labelledby="to-play-with">
                <h2 id="to-play-with">To play with</h2>
                <Cards works={demos} />
              </section>
            )}
            {bin.length > 0 && (
              // May come later, when a work is deleted here: the rest stays.
              <Suspense>
                <Bin works={bin} />
              </Suspense>
            )}
            <Folded title="Safe keeping">
              <SafeKeeping />
            </Folded>
            <Folded title="Other devices">
              <OtherDevices />
            </Folded>
          </Suspense>
        )}
      </div>
    </Frame>
  );
}

const loadBeginWork = async () => ({ default: (await import('./begin-work.js')).BeginWork });
const loadWorks = async () => ({ default: (await import('./works-in-file.js')).WorksInFile });
const BeginWork = lazy(loadBeginWork);
const WorksInFile = lazy(loadWorks);
const Cards = lazy(async () => ({ default: (await import('./cards.js')).Cards }));
const Bin = lazy(async () => ({ default: (await import('./bin.js')).Bin }));
const SafeKeeping = lazy(async () => ({
  default: (await import('../safe-keeping/safe-keeping.js')).SafeKeeping,
}));
const OtherDevices = lazy(async () => ({ default: (await import('./other-devices.js')).OtherDevices }));

/** What will be wanted is loaded while the file is. */
function loadBesideTheFile() {
  // Where it cannot be, it is asked for again when it is shown, and the page says so.
  const later = () => undefined;
  loadBeginWork().catch(later);
  loadWorks().catch(later);
  import('../../../open-work.js').catch(later);
}

/** Saves what a page that was closed could not. What cannot be loaded now is saved when the file is next opened. */
async function saveLeftBehind(dispatch: AppDispatch): Promise<void> {
  const autosave = await import('../../../store/autosave.js').catch(() => null);
  await autosave?.saveLeftBehind(dispatch);
}

/** What is wanted now and then: loaded when it is unfolded. */
function Folded({ title, children }: { title: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className={css.bin} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{title}</summary>
      {open && <Suspense>{children}</Suspense>}
    </details>
  );
}
