import { Backups } from './backups.js';
import { BringInBundle } from './bring-in-bundle.js';
import { Looking } from './looking.js';

/** Backups and what they hold, a look at all that is kept, and works from bundles. */
export function SafeKeeping() {
  return (
    <div className="safe-keeping">
      <Backups />
      <Looking />
      <BringInBundle />
    </div>
  );
}
