import { Alert } from 'antd';
import type { TimeSpent } from '@nobrel/core/file';
import { FilePages } from '../../../bench/frame/file-pages.js';
import { Frame } from '../../../bench/frame/frame.js';
import { Opening } from '../../../bench/frame/opening.js';
import { messageOf } from '../../../store/api/base.js';
import { useTimeSpentQuery } from '../../../store/api/record.js';
import { DrawnByMonth } from './drawn-by-month.js';
import { ErrorByRound } from './error-by-round.js';
import { EstimatedAndSpent } from './estimated-and-spent.js';
import { TimeByMethod, TimeByWork } from './time-spent.js';
import * as frameCss from '../../../bench/frame/frame.module.css';
import * as css from './charts.module.css';

/** What the records come to, where looking beats reading. */
export function ChartsPage() {
  const spent = useTimeSpentQuery();
  return (
    <Frame title="Charts">
      <div className={frameCss.flatFile}>
        <FilePages />
        {spent.isError && <Alert type="error" title={messageOf(spent.error)} />}
        {spent.isLoading && <Opening what="the charts" />}
        {spent.data && <Charts spent={spent.data} />}
      </div>
    </Frame>
  );
}

function Charts({ spent }: { spent: readonly TimeSpent[] }) {
  if (spent.length === 0)
    return (
      <p>
        Nothing is recorded yet. Time sittings with the watch at Transfer, note freehand drawing in the record
        of a work, and photograph drawings at Check: what they come to is shown here.
      </p>
    );
  return (
    <div className={css.charts}>
      <TimeByMethod spent={spent} />
      <TimeByWork spent={spent} />
      <EstimatedAndSpent spent={spent} />
      <DrawnByMonth spent={spent} />
      <ErrorByRound spent={spent} />
    </div>
  );
}
