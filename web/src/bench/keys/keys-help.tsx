import { Modal, Switch } from 'antd';
import { useAppDispatch, useAppSelector } from '../../store/hooks.js';
import { letterKeysSwitched } from '../../store/view-slice.js';
import { focusKeys, keyPlaces, keyTable, type KeyPlace } from './keys.js';
import * as css from './keys.module.css';

const lines = [...focusKeys, ...Object.values(keyTable)].filter(({ does }) => does !== '');
const placed = Object.entries(keyPlaces).map(([place, words]) => ({
  words,
  lines: lines.filter(({ where }: { where: KeyPlace }) => where === place),
}));

/** The list of keys, and whether bare letters act. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const letterKeys = useAppSelector((state) => state.view.letterKeys);
  return (
    <Modal open title="Keys" footer={null} onCancel={onClose} width={560}>
      <label className={css.letterKeys}>
        <Switch size="small" checked={letterKeys} onChange={(on) => dispatch(letterKeysSwitched(on))} />{' '}
        Single letters and digits act as keys. Switch this off if you dictate or press keys by chance.
      </label>
      {placed.map(({ words, lines: own }) => (
        <section key={words}>
          <h3>{words}</h3>
          <dl className={css.keys}>
            {own.map(({ shown, does }) => (
              <div key={shown + does}>
                <dt>
                  <kbd>{shown}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal>
  );
}
