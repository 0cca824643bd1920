import { NavLink } from 'react-router';
import { stationIds, stations } from '@nobrel/core/file';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';
import * as css from './frame.module.css';

/** The order of work: every station with its number, name and one live fact. */
export function Strip() {
  const work = useWork();
  const unit = useUnit();
  return (
    <nav className={css.strip} data-part="strip" aria-label="Order of work">
      <ol>
        {stationIds.map((id, index) => (
          <li key={id}>
            <NavLink to={`/works/${work.id}/${id}`} title={stations[id].help}>
              <span className={css.stripNumber}>{index + 1}</span>
              <span className={css.stripName}>{stations[id].name}</span>
              <span className={css.stripFact}>{stations[id].fact(work, unit)}</span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
