import { NavLink } from 'react-router';
import { stationIds, stations } from '@nobrel/core/file';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';

/** The order of work: every station with its number, name and one live fact. */
export function Strip() {
  const work = useWork();
  const unit = useUnit();
  return (
    <nav className="strip" aria-label="Order of work">
      <ol>
        {stationIds.map((id, index) => (
          <li key={id}>
            <NavLink to={`/works/${work.id}/${id}`} title={stations[id].help}>
              <span className="strip-number">{index + 1}</span>
              <span className="strip-name">{stations[id].name}</span>
              <span className="strip-fact">{stations[id].fact(work, unit)}</span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
