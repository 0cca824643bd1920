import { Button } from 'antd';
import { Link } from 'react-router';
import { drawerWords, standings, stations, type Card, type DamagedCard } from '@nobrel/core/file';
import { transferMethodNames } from '@nobrel/core/transfer';
import { formatDate, formatMinutes, formatSize } from '@nobrel/core/units';
import { useRemoveMutation } from '../../../store/api/file.js';
import { useUnit } from '../../../store/hooks.js';
import { clsx } from 'clsx';
import * as css from './flat-file.module.css';

/** Works as cards in a row, as many as there are. */
export function Cards({ works }: { works: readonly (Card | DamagedCard)[] }) {
  return (
    <ul className={css.cards}>
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
    <Link className={css.card} data-part="card" to={`/works/${id}/${isInHand ? station : 'file'}`}>
      <span className={css.cardPicture}>
        {map ? (
          <img
            className={css.cardMap}
            data-part="card-map"
            alt=""
            loading="lazy"
            decoding="async"
            src={`/api/works/${id}/thumbnail.svg?made=${encodeURIComponent(map.madeAt)}`}
          />
        ) : (
          <img alt="" loading="lazy" decoding="async" src={`/api/pictures/${picture}/small`} />
        )}
      </span>
      <span className={css.cardTitle}>{title}</span>
      <span className={css.cardFacts}>
        {formatSize(widthMm, heightMm, unit)}
        {map && `, ${map.lines} lines, ${formatMinutes(map.minutes)}`}
      </span>
      <span className={css.cardFacts}>
        {stage}
        {(station === 'transfer' || station === 'file') && `, by ${transferMethodNames[method]}`}
        {readyBy !== null && isInHand && `, ready by ${formatDate(readyBy)}`}
      </span>
      {tags.length > 0 && <span className={css.cardFacts}>{tags.join(' · ')}</span>}
      <span className={css.cardNext}>
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
    <div className={clsx(css.card, css.cardDamaged)} data-part="card">
      <span className={css.cardTitle}>{work.title}</span>
      <span className={css.cardFacts}>Changed {formatDate(work.changedAt)}</span>
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
