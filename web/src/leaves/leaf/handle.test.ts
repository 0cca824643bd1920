import { expect } from 'chai';
import { keyedMove } from './handle.js';

const key = (name: string, held: { shiftKey?: boolean; altKey?: boolean } = {}) => ({
  key: name,
  shiftKey: false,
  altKey: false,
  ...held,
});

describe('moving something on a leaf by keys', () => {
  it('goes by one, by ten with Shift, by a tenth with Alt', () => {
    expect(keyedMove(key('ArrowRight'))).to.deep.equal({ x: 1, y: 0 });
    expect(keyedMove(key('ArrowUp', { shiftKey: true }))).to.deep.equal({ x: 0, y: -10 });
    expect(keyedMove(key('ArrowLeft', { altKey: true }))).to.deep.equal({ x: -0.1, y: 0 });
  });

  it('leaves every other key alone', () => {
    for (const name of ['Enter', 'a', 'Tab', '+']) expect(keyedMove(key(name))).to.equal(null);
  });
});
