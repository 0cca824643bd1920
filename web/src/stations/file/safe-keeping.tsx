import { Alert, Button, Progress } from 'antd';
import { useRef, useState } from 'react';
import { z } from 'zod';
import { counted, formatDate, formatTime } from '@nobrel/core/units';
import { messageOf } from '../../store/api/base.js';
import {
  useBackUpMutation,
  useBackupsQuery,
  useBringBackFromMutation,
  useBringInBundleMutation,
  useStopBackupMutation,
  useVerifyMutation,
  useWorksInBackupQuery,
} from '../../store/api/keep.js';

/** How often a backup under way is asked how far it is, milliseconds. */
const askMs = 500;

/** Backups and what they hold, a look at all that is kept, and works from bundles. */
export function SafeKeeping() {
  return (
    <div className="safe-keeping">
      <BackUps />
      <Looking />
      <BringInBundle />
    </div>
  );
}

function BackUps() {
  const [backUp, making] = useBackUpMutation();
  const { data } = useBackupsQuery(undefined, { pollingInterval: making.isLoading ? askMs : 0 });
  const [stop] = useStopBackupMutation();
  const [opened, open] = useState<string | null>(null);
  const { done, of } = data?.underWay ?? { done: 0, of: 0 };
  return (
    <section aria-label="Backups">
      <h3>Backups</h3>
      <p>
        One is made by itself on every day on which something changed, beside the works{' '}
        {data && <span className="folder">in {data.folder}</span>}. Copy that folder to another disk now and
        then.
      </p>
      {making.isLoading ? (
        <p role="status">
          <Progress percent={of === 0 ? 0 : Math.round((100 * done) / of)} size="small" />{' '}
          <Button size="small" onClick={() => void stop()}>
            Stop
          </Button>
        </p>
      ) : (
        <Button size="small" onClick={() => void backUp()}>
          Back up now
        </Button>
      )}
      {making.isError && <Alert type="error" title={messageOf(making.error)} />}
      <ul className="plain-list">
        {data?.backups.map(({ name, madeAt, works }) => (
          <li key={name}>
            {formatDate(madeAt)}, {formatTime(madeAt)}: {counted(works, 'work')}{' '}
            <Button size="small" type="link" onClick={() => open(opened === name ? null : name)}>
              {opened === name ? 'Close' : 'Look into it'}
            </Button>
            {opened === name && <InBackup name={name} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The works of a backup, each to be brought back beside what is there. */
function InBackup({ name }: { name: string }) {
  const works = useWorksInBackupQuery(name);
  const [bringBack, bringing] = useBringBackFromMutation();
  return (
    <>
      {works.isError && <Alert type="error" title={messageOf(works.error)} />}
      {bringing.isError && <Alert type="error" title={messageOf(bringing.error)} />}
      {bringing.data && (
        <p role="status">“{bringing.data.decisions.title}” is back, beside what was there.</p>
      )}
      <ul className="plain-list">
        {works.data?.map(({ id, title, changedAt }) => (
          <li key={id}>
            {title}, as of {formatDate(changedAt)}{' '}
            <Button
              size="small"
              loading={bringing.isLoading && bringing.originalArgs?.id === id}
              onClick={() => void bringBack({ backup: name, id })}
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

const stoppedSchema = z.object({ name: z.literal('AbortError') });
/** Whether a call ended because it was stopped here. */
const wasStopped = (error: unknown) => stoppedSchema.safeParse(error).success;

function Looking() {
  const [verify, found] = useVerifyMutation();
  const looking = useRef<ReturnType<typeof verify> | null>(null);
  return (
    <section aria-label="Is everything there?">
      <h3>Is everything there?</h3>
      <p>Every record and every picture is looked at, against what it was when it came in.</p>
      <Button
        size="small"
        loading={found.isLoading}
        onClick={() => {
          looking.current = verify();
        }}
      >
        Look now
      </Button>{' '}
      {found.isLoading && (
        <Button size="small" onClick={() => looking.current?.abort()}>
          Stop
        </Button>
      )}
      {found.isError && !wasStopped(found.error) && <Alert type="error" title={messageOf(found.error)} />}
      {found.data && (
        <div role="status">
          <p>
            {counted(found.data.works, 'work')} and {counted(found.data.pictures, 'picture')} looked at:{' '}
            {found.data.faults.length === 0
              ? 'all is as it was.'
              : `${counted(found.data.faults.length, 'fault')}.`}
          </p>
          <ul className="plain-list">
            {found.data.faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function BringInBundle() {
  const input = useRef<HTMLInputElement>(null);
  const [bringIn, bringing] = useBringInBundleMutation();
  return (
    <section aria-label="A work from a bundle">
      <h3>A work from a bundle</h3>
      <p>A work that was downloaded whole at File comes in as a work of its own; nothing is written over.</p>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Bundle file"
        accept=".zip,application/zip"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void bringIn(file);
          target.value = '';
        }}
      />
      <Button size="small" loading={bringing.isLoading} onClick={() => input.current?.click()}>
        Choose a bundle
      </Button>
      {bringing.isError && <Alert type="error" title={messageOf(bringing.error)} />}
      {bringing.data && <p role="status">“{bringing.data.decisions.title}” came in.</p>}
    </section>
  );
}
