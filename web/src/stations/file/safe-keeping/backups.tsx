import { Alert, Button } from 'antd';
import { useState } from 'react';
import { counted, formatDate, formatTime } from '@nobrel/core/units';
import { messageOf } from '../../../store/api/base.js';
import {
  useBackUpMutation,
  useBackupsQuery,
  useBringBackFromMutation,
  useRestoreMutation,
  useStopBackupMutation,
  useWorksInBackupQuery,
} from '../../../store/api/keep.js';
import { askMs, faultOf, LongWork, useLongWork } from './long-work.js';
import * as css from './safe-keeping.module.css';

/** Backups that were made, one to be made now, and what each holds. */
export function Backups() {
  const [backUp, making] = useBackUpMutation();
  const { data } = useBackupsQuery(undefined, { pollingInterval: making.isLoading ? askMs : 0 });
  const [stop] = useStopBackupMutation();
  const [opened, open] = useState<string | null>(null);
  return (
    <section aria-label="Backups">
      <h3>Backups</h3>
      <p>
        One is made by itself on every day on which something changed, beside the works{' '}
        {data && (
          <span className={css.folder} data-part="folder">
            in {data.folder}
          </span>
        )}
        . Copy that folder to another disk now and then.
      </p>
      {making.isLoading ? (
        <LongWork counts="picture" howFar={data?.underWay ?? { done: 0, of: 0 }} onStop={() => void stop()} />
      ) : (
        <Button size="small" onClick={() => void backUp()}>
          Back up now
        </Button>
      )}
      {making.isError && <Alert type="error" title={messageOf(making.error)} />}
      <ul>
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

/** The works of a backup, each to be brought back beside what is there, or all into a new folder. */
function InBackup({ name }: { name: string }) {
  const works = useWorksInBackupQuery(name);
  const [bringBack, bringing] = useBringBackFromMutation();
  const { task, howFar, begun, stop } = useLongWork(bringing.isLoading);
  const fault = faultOf(bringing.error);
  return (
    <>
      <RestoreAll name={name} />
      {works.isError && <Alert type="error" title={messageOf(works.error)} />}
      {fault !== null && <Alert type="error" title={fault} />}
      {bringing.isLoading && <LongWork counts="picture" howFar={howFar} onStop={stop} />}
      {bringing.data && (
        <p role="status">“{bringing.data.decisions.title}” is back, beside what was there.</p>
      )}
      <ul>
        {works.data?.map(({ id, title, changedAt }) => (
          <li key={id}>
            {title}, as of {formatDate(changedAt)}{' '}
            <Button
              size="small"
              disabled={bringing.isLoading}
              onClick={() => begun(bringBack({ backup: name, id, task }))}
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Restores the whole backup into a new folder, where it can be looked at without touching what is there. */
function RestoreAll({ name }: { name: string }) {
  const [restore, { data, error, isLoading }] = useRestoreMutation();
  const { task, howFar, begun, stop } = useLongWork(isLoading);
  const fault = faultOf(error);
  return (
    <>
      {isLoading ? (
        <LongWork counts="picture" howFar={howFar} onStop={stop} />
      ) : (
        <Button size="small" onClick={() => begun(restore({ backup: name, task }))}>
          Restore all of it into a new folder
        </Button>
      )}
      {fault !== null && <Alert type="error" title={fault} />}
      {data && (
        <p role="status">
          {counted(data.works, 'work')} restored into{' '}
          <span className={css.folder} data-part="folder">
            {data.folder}
          </span>
          ; nothing here was changed. To look at them, start Nobrel with NOBREL_DATA set to that folder.
        </p>
      )}
    </>
  );
}
