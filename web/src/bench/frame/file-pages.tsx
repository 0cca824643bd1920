import { NavLink } from 'react-router';
import * as css from './frame.module.css';

const pages = [
  ['/', 'Works'],
  ['/plan', 'Plan'],
  ['/supplies', 'Supplies'],
  ['/practice', 'Practice'],
  ['/charts', 'Charts'],
] as const;

/** The pages that belong to the whole file rather than to one work. */
export function FilePages() {
  return (
    <nav className={css.filePages} aria-label="The file">
      {pages.map(([to, name]) => (
        <NavLink key={to} to={to} end>
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
