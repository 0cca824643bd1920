import { RedoOutlined, UndoOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useAppDispatch } from '../../store/hooks.js';
import { useWorkState } from '../../store/use-work.js';
import { redone, undone } from '../../store/work-slice.js';
import { useKey } from '../keys/use-key.js';
import { SavingState } from './saving.js';
import * as css from './frame.module.css';

/** How saving stands, and the steps back and forward, by their keys too. */
export function WorkTools() {
  const dispatch = useAppDispatch();
  const canUndo = useWorkState(({ past }) => past.length > 0);
  const canRedo = useWorkState(({ future }) => future.length > 0);
  useKey('undo', () => dispatch(undone()));
  useKey('redo', () => dispatch(redone()));
  return (
    <div className={css.workTools}>
      <SavingState />
      <Button
        title="Undo (Ctrl Z)"
        size="small"
        type="text"
        aria-label="Undo"
        icon={<UndoOutlined />}
        disabled={!canUndo}
        onClick={() => dispatch(undone())}
      />
      <Button
        title="Redo (Ctrl Shift Z)"
        size="small"
        type="text"
        aria-label="Redo"
        icon={<RedoOutlined />}
        disabled={!canRedo}
        onClick={() => dispatch(redone())}
      />
    </div>
  );
}
