import { Button } from 'antd';
import { Link } from 'react-router';
import { drawerWords, standings, stations, type Card, type DamagedCard } from '@nobrel/core/file';
import { transferMethodNames } from '@nobrel/core/transfer';
import { formatDate, formatMinutes, formatSize } from '@nobrel/core/units';
import { useRemoveMutation } from '../../../store/api/file.js';
import { useUnit } from '../../../store/hooks.js';

/** Works as cards in a row, as many as there are. */
export function Cards({ works }: { works: readonly (Card | DamagedCard)[] }) {
  return (
    <ul className="cards">
      {works.map((work) => (
        <li key={work.id}>{'damaged' in work ? <Damaged work={work} /> : <WorkCard work={work} />}</li>
      ))}
    </ul>
  );
}

function WorkCard({
  work: { id, title, widthMm, heightMm, map, picture, standing, method, drawer, tags, readyBy },
}: {
  work: Card;
}) {
  const unit = useUnit();
  const { station, stage, next } = standings[standing];
  const isInHand = drawer === 'in-hand';
  return (
    <Link className="card" to={`/works/${id}/${isInHand ? station : 'file'}`}>
      <span className="card-picture">
        {map ? (
          <img
            className="card-map"
            alt=""
            loading="lazy"
            decoding="async"
            src={`/api/works/${id}/thumbnail.svg?made=${encodeURIComponent(map.madeAt)}`}
          />
        ) : (
          <img
            className="card-reference"
            alt=""
            loading="lazy"
            decoding="async"
            src={`/api/pictures/${picture}/small`}
          />
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
        {readyBy !== null && isInHand && `, ready by ${formatDate(readyBy)}`}
      </span>
      {tags.length > 0 && <span className="card-facts">{tags.join(' · ')}</span>}
      <span className="card-next">
        {isInHand ? (
          <>
            <em>{stations[station].name}:</em> {next}
          </>
        ) : (
          <em>{drawerWords[drawer]}</em>
        )}
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
