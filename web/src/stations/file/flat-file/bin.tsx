import { Alert, Button } from 'antd';
import { binDays, type Binned } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { messageOf } from '../../../store/api/base.js';
import { useBringBackMutation } from '../../../store/api/file.js';
import * as css from './flat-file.module.css';

/** Deleted works, to be brought back until they are swept. */
export function Bin({ works }: { works: readonly Binned[] }) {
  const [bringBack, bringing] = useBringBackMutation();
  return (
    <details className={css.bin}>
      <summary>
        The bin: {works.length} {works.length === 1 ? 'work' : 'works'}
      </summary>
      <p>Deleted works stay here for {binDays} days.</p>
      {bringing.isError && <Alert type="error" title={messageOf(bringing.error)} />}
      <ul>
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
