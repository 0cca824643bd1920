import { Backups } from './backups.js';
import { BringInBundle } from './bring-in-bundle.js';
import { Looking } from './looking.js';
import * as css from './safe-keeping.module.css';

/** Backups and what they hold, a look at all that is kept, and works from bundles. */
export function SafeKeeping() {
  return (
    <div className={css.safeKeeping}>
      <Backups />
      <Looking />
      <BringInBundle />
    </div>
  );
}
