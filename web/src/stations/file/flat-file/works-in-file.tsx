import { Button } from 'antd';
import { useDeferredValue, useMemo } from 'react';
import {
  drawers,
  drawerWords,
  findWorks,
  groupBySeries,
  type Card,
  type DamagedCard,
} from '@nobrel/core/file';
import { counted } from '@nobrel/core/units';
import { Cards } from './cards.js';
import { FindSentence } from './find-sentence.js';
import { useWanted } from './use-wanted.js';
import * as css from './flat-file.module.css';

type Listed = readonly (Card | DamagedCard)[];

/** The works of the file: its drawers, what is looked for, and the cards. */
export function WorksInFile({ works }: { works: Listed }) {
  const [wanted, want] = useWanted();
  // While one types the cards may lag behind, the letters may not.
  const settled = useDeferredValue(wanted);
  const inAll = useMemo(() => findWorks(works, { ...settled, drawer: 'all' }), [works, settled]);
  const found = useMemo(
    () =>
      settled.drawer === 'all'
        ? inAll
        : inAll.filter((work) => 'damaged' in work || work.drawer === settled.drawer),
    [inAll, settled.drawer],
  );
  const elsewhere = inAll.length - found.length;
  return (
    <section aria-label="Works">
      <nav className={css.drawers} aria-label="Drawers">
        {[...drawers, 'all' as const].map((drawer) => (
          <button
            key={drawer}
            type="button"
            className={css.drawer}
            aria-pressed={wanted.drawer === drawer}
            onClick={() => want({ drawer })}
          >
            {drawer === 'all' ? 'every drawer' : drawerWords[drawer]}{' '}
            <span className={css.drawerCount}>{countIn(works, drawer)}</span>
          </button>
        ))}
      </nav>
      <FindSentence works={works} wanted={wanted} onWant={want} />
      <p className={css.found} role="status">
        {counted(found.length, 'work')}
        {wanted.words !== '' && elsewhere > 0 && (
          <>
            , and {elsewhere} in other drawers{' '}
            <Button size="small" type="link" onClick={() => want({ drawer: 'all' })}>
              Show them too
            </Button>
          </>
        )}
      </p>
      {settled.bySeries ? (
        groupBySeries(found).map(({ series, works: group }) => (
          <section key={series} aria-label={series === '' ? 'In no series' : series}>
            <h2>{series === '' ? 'In no series' : series}</h2>
            <Cards works={group} />
          </section>
        ))
      ) : (
        <Cards works={found} />
      )}
    </section>
  );
}

const countIn = (works: Listed, drawer: Card['drawer'] | 'all') =>
  works.filter((work) => drawer === 'all' || 'damaged' in work || work.drawer === drawer).length;
