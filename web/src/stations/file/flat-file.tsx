import { Alert, Button } from 'antd';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { binDays, standings, stations, type Binned, type Card, type DamagedCard } from '@nobrel/core/file';
import { transferMethodNames } from '@nobrel/core/transfer';
import { formatDate, formatMinutes, formatSize } from '@nobrel/core/units';
import { Opening } from '../../bench/opening.js';
import { Frame } from '../../bench/frame.js';
import { messageOf } from '../../store/api/base.js';
import { useBringBackMutation, useRemoveMutation, useWorksQuery } from '../../store/api/file.js';
import { saveLeftBehind } from '../../store/autosave.js';
import { useAppDispatch, useUnit } from '../../store/hooks.js';
import { BeginWork } from './begin-work.js';

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
        <BeginWork empty={file.isSuccess && own.length === 0} />
        {file.isLoading && <Opening what="the file" />}
        {file.isError && <Alert type="error" title={messageOf(file.error)} />}
        <Cards works={own} />
        {demos.length > 0 && (
          <section aria-labelledby="to-play-with">
            <h2 id="to-play-with">To play with</h2>
            <Cards works={demos} />
          </section>
        )}
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

function Cards({ works }: { works: readonly (Card | DamagedCard)[] }) {
  return (
    <ul className="cards">
      {works.map((work) => (
        <li key={work.id}>{'damaged' in work ? <Damaged work={work} /> : <WorkCard work={work} />}</li>
      ))}
    </ul>
  );
}

function WorkCard({
  work: { id, title, widthMm, heightMm, map, picture, standing, method },
}: {
  work: Card;
}) {
  const unit = useUnit();
  const { station, stage, next } = standings[standing];
  return (
    <Link className="card" to={`/works/${id}/${station}`}>
      <span className="card-picture">
        {map ? (
          <img
            className="card-map"
            alt=""
            loading="lazy"
            src={`/api/works/${id}/thumbnail.svg?made=${encodeURIComponent(map.madeAt)}`}
          />
        ) : (
          <img className="card-reference" alt="" loading="lazy" src={`/api/pictures/${picture}/small`} />
        )}
      </span>
      <span className="card-title">{title}</span>
      <span className="card-facts">
        {formatSize(widthMm, heightMm, unit)}
        {map && `, ${map.lines} lines, ${formatMinutes(map.minutes)}`}
      </span>
      <span className="card-facts">
        {stage}
        {(station === 'transfer' || station === 'file') && `, by ${transferMethodNames[method]}`}
      </span>
      <span className="card-next">
        <em>{stations[station].name}:</em> {next}
      </span>
    </Link>
  );
}

/** A work that cannot be opened: said by itself, the rest can be used. */
function Damaged({ work }: { work: DamagedCard }) {
  const [remove] = useRemoveMutation();
  return (
    <div className="card card-damaged">
      <span className="card-title">{work.title}</span>
      <span className="card-facts">Changed {formatDate(work.changedAt)}</span>
      <p>{work.damaged}</p>
      <span>
        <a href={`/api/works/${work.id}/bundle`} download>
          Take out what is readable
        </a>{' '}
        <Button size="small" type="link" onClick={() => void remove(work.id)}>
          Put in the bin
        </Button>
      </span>
    </div>
  );
}

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
