import { Button } from 'antd';
import { Link } from 'react-router';
import { formatDate, formatSize } from '@nobrel/core/units';
import { QrCode } from '../bench/qr-code.js';
import { RecordLines } from '../stations/file/record/record-lines.js';
import { useRecord } from '../stations/file/record/use-record.js';
import { useAccessQuery } from '../store/api/access.js';
import { useUnit } from '../store/hooks.js';
import { useWork } from '../store/use-work.js';
import { shortened, useOnePage } from './one-page.js';
import * as css from './print.module.css';

/** The record of a work on one page, and the label for its tracing, to be printed. */
export function RecordPage() {
  const work = useWork();
  const unit = useUnit();
  const lines = useRecord();
  const { title, fit, file } = work.decisions;
  const { data: access } = useAccessQuery();
  // Beyond this computer its own address leads nowhere.
  const address = access?.beyond?.addresses[0] ?? `${window.location.origin}/`;
  const ref = useOnePage();
  return (
    <article className={css.recordPage} ref={ref}>
      <div className={css.printBar} data-part="print-bar">
        <Button type="primary" onClick={() => window.print()}>
          Print the record
        </Button>{' '}
        <Link to={`/works/${work.id}/file`}>To File</Link>
      </div>
      <header>
        <h1>{title}</h1>
        {work.map && <img src={`/api/works/${work.id}/thumbnail.svg`} alt={`The map of ${title}`} />}
      </header>
      <RecordLines lines={lines.map(shortened)} />
      {file.stages.length > 0 && (
        <div className={css.recordStages}>
          {file.stages.slice(0, 4).map(({ picture, words, addedAt }) => (
            <figure key={`${picture} ${addedAt}`}>
              <img src={`/api/pictures/${picture}/small`} alt={words} />
              <figcaption>{words || formatDate(addedAt)}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <aside className={css.tracingLabel} aria-label="Label for the tracing">
        <QrCode text={`${address}works/${work.id}/file`} says={`Opens ${title}`} />
        <div>
          <strong>{title}</strong>
          <span>{formatSize(fit.widthMm, fit.heightMm, unit)}</span>
          {work.map && (
            <span>
              map {work.map.version}, {formatDate(work.map.madeAt)}
            </span>
          )}
          {file.tracingKept && <span>{file.tracingKept}</span>}
        </div>
      </aside>
    </article>
  );
}
