import { putOnBench } from '../../test-bench.js';
import { act, fireEvent } from '@testing-library/react';
import { expect } from 'chai';
import { useState } from 'react';
import { letterKeysSwitched } from '../../store/view-slice.js';
import { keyTable, type KeyName } from './keys.js';
import { useHeldKey, useKey } from './use-key.js';

const names = Object.keys(keyTable) as KeyName[];
const pressesOf = (name: KeyName): string[] => keyTable[name].press.split('|');

function Counted({ name, inFields = false }: { name: KeyName; inFields?: boolean }) {
  const [count, setCount] = useState(0);
  useKey(name, () => setCount((last) => last + 1), { inFields });
  return (
    <>
      <output>{count}</output>
      <input aria-label="Title" />
      <label>
        <input type="radio" /> Look
      </label>
      <button type="button">Take</button>
    </>
  );
}

describe('the keys of the program', () => {
  it('mean one thing wherever they act, so that two tools never quarrel over one', () => {
    for (const name of names) {
      const { where } = keyTable[name];
      const others = names.filter((other) => other !== name && keyTable[other].where === where);
      for (const other of others)
        expect(
          pressesOf(other).filter((press) => pressesOf(name).includes(press)),
          `${name} and ${other}`,
        ).to.deep.equal([]);
    }
  });

  it('that act everywhere are taken by no tool, but for leaving what was begun', () => {
    const everywhere = names.filter((name) => keyTable[name].where === 'everywhere');
    for (const name of everywhere.filter((each) => each !== 'putDown'))
      for (const other of names.filter((each) => keyTable[each].where !== 'everywhere'))
        expect(
          pressesOf(other).filter((press) => pressesOf(name).includes(press)),
          `${name} and ${other}`,
        ).to.deep.equal([]);
  });

  it('are all told on the page of keys, those of one line once', () => {
    const lines = new Map<string, string[]>();
    for (const name of names) {
      const { shown, where, does } = keyTable[name];
      const key = `${where}: ${shown}`;
      lines.set(key, [...(lines.get(key) ?? []), ...(does ? [does] : [])]);
    }
    for (const [line, told] of lines) expect(new Set(told).size, line).to.equal(1);
  });

  it('act on the page, with a radio button in focus too, and not while something is typed', async () => {
    const { user, getByRole, getByLabelText } = await putOnBench(<Counted name="loupe" />);
    const count = () => getByRole('status').textContent;
    await user.keyboard('l');
    expect(count()).to.equal('1');
    getByRole('radio').focus();
    await user.keyboard('l');
    expect(count()).to.equal('2');
    await user.type(getByLabelText('Title'), 'lull');
    expect(count()).to.equal('2');
  });

  it('leave Enter to a button in focus', async () => {
    const { user, getByRole } = await putOnBench(<Counted name="endLine" />);
    await user.keyboard('{Enter}');
    expect(getByRole('status').textContent).to.equal('1');
    getByRole('button', { name: 'Take' }).focus();
    await user.keyboard('{Enter}');
    expect(getByRole('status').textContent).to.equal('1');
  });

  it('that are bare letters can be switched off by whoever dictates, the others stay', async () => {
    const { user, getByRole, store } = await putOnBench(
      <>
        <Counted name="loupe" />
        <div data-testid="undo">
          <Undoing />
        </div>
      </>,
    );
    act(() => void store.dispatch(letterKeysSwitched(false)));
    await user.keyboard('l');
    await user.keyboard('{Control>}z{/Control}');
    expect(getByRole('status').textContent).to.equal('0');
    expect(getByRole('note').textContent).to.equal('1');
  });

  it('that are held act until they are let go', async () => {
    const Held = () => <output>{useHeldKey('under') ? 'held' : 'free'}</output>;
    const { getByRole } = await putOnBench(<Held />);
    fireEvent.keyDown(document.body, { key: 'o', code: 'KeyO' });
    expect(getByRole('status').textContent).to.equal('held');
    fireEvent.keyUp(document.body, { key: 'o', code: 'KeyO' });
    expect(getByRole('status').textContent).to.equal('free');
  });
});

function Undoing() {
  const [count, setCount] = useState(0);
  useKey('undo', () => setCount((last) => last + 1));
  return <p role="note">{count}</p>;
}
