import { Alert, Button } from 'antd';
import { useAppDispatch } from '../../store/hooks.js';
import { useWorkState } from '../../store/use-work.js';
import { oursKept, theirsTaken } from '../../store/work-slice.js';
import type { Saving } from '../../store/work-state.js';
import * as css from './frame.module.css';

const savingWords: Record<Saving, string> = {
  saved: 'Saved',
  unsaved: 'Not saved yet',
  saving: 'Saving',
  failed: 'Not saved: trying again',
  conflict: 'Not saved: changed elsewhere',
};

/** Whether all decisions are saved. */
export function SavingState() {
  const saving = useWorkState(({ saving }) => saving);
  return (
    <span className={css.saving} data-how={saving} role="status">
      {savingWords[saving]}
    </span>
  );
}

/** Says that another window or device changed the work, with both ways to go on. */
export function ConflictNotice() {
  const dispatch = useAppDispatch();
  const theirs = useWorkState(({ theirs }) => theirs);
  if (!theirs) return null;
  return (
    <Alert
      type="warning"
      banner
      title="This work was changed in another window. Both versions are safe: choose which one to go on from."
      action={
        <>
          <Button size="small" onClick={() => dispatch(theirsTaken())}>
            Go on from the other one
          </Button>{' '}
          <Button size="small" type="primary" onClick={() => dispatch(oursKept())}>
            Keep this one
          </Button>
        </>
      }
    />
  );
}
