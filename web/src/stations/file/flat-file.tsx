import { Alert, Spin } from 'antd';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { mainPictureOf, standingOf, stations, type Work } from '@nobrel/core/file';
import { transferMethods } from '@nobrel/core/transfer';
import { formatMinutes, formatSize } from '@nobrel/core/units';
import { Frame } from '../../bench/frame.js';
import { messageOf } from '../../store/api/base.js';
import { useWorksQuery } from '../../store/api/file.js';
import { saveLeftBehind } from '../../store/autosave.js';
import { useAppDispatch, useUnit } from '../../store/hooks.js';
import { BeginWork } from './begin-work.js';

/** The first screen: the works in the file, and one way to begin. */
export function FlatFile() {
  const works = useWorksQuery();
  const dispatch = useAppDispatch();
  useEffect(() => void saveLeftBehind(dispatch), [dispatch]);
  const own = works.data?.filter(({ decisions }) => !decisions.demo) ?? [];
  const demos = works.data?.filter(({ decisions }) => decisions.demo) ?? [];
  return (
    <Frame title="The flat file">
      <div className="flat-file">
        <BeginWork empty={works.isSuccess && own.length === 0} />
        {works.isLoading && <Spin aria-label="Opening the file" />}
        {works.isError && <Alert type="error" title={messageOf(works.error)} />}
        <Cards works={own} />
        {demos.length > 0 && (
          <section aria-labelledby="to-play-with">
            <h2 id="to-play-with">To play with</h2>
            <Cards works={demos} />
          </section>
        )}
      </div>
    </Frame>
  );
}

function Cards({ works }: { works: readonly Work[] }) {
  return (
    <ul className="cards">
      {works.map((work) => (
        <li key={work.id}>
          <Card work={work} />
        </li>
      ))}
    </ul>
  );
}

function Card({ work }: { work: Work }) {
  const unit = useUnit();
  const { decisions, map } = work;
  const standing = standingOf(work);
  const { widthMm, heightMm } = decisions.fit;
  return (
    <Link className="card" to={`/works/${work.id}/${standing.station}`}>
      <span className="card-picture">
        {map ? (
          <img
            className="card-map"
            alt=""
            src={`/api/works/${work.id}/thumbnail.svg?made=${encodeURIComponent(map.madeAt)}`}
          />
        ) : (
          <img
            className="card-reference"
            alt=""
            src={`/api/pictures/${mainPictureOf(work).picture.hash}/small`}
          />
        )}
      </span>
      <span className="card-title">{decisions.title}</span>
      <span className="card-facts">
        {formatSize(widthMm, heightMm, unit)}
        {map && `, ${map.lines} lines, ${formatMinutes(map.minutes)}`}
      </span>
      <span className="card-facts">
        {standing.stage}
        {(standing.station === 'transfer' || standing.station === 'file') &&
          `, by ${transferMethods[decisions.transfer.method].name}`}
      </span>
      <span className="card-next">
        <em>{stations[standing.station].name}:</em> {standing.next}
      </span>
    </Link>
  );
}
