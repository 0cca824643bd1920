import '../test-page.js';
import { expect } from 'chai';
import { currentPress, followPresses } from './press.js';

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('presses of a pointer', () => {
  const page = new EventTarget();
  const known = globalThis.PointerEvent;
  /** What jsdom knows of a pointer is not enough here. */
  class Pointed extends Event {
    constructor(
      type: string,
      readonly pointerId: number,
      readonly isPrimary: boolean,
    ) {
      super(type);
    }
  }
  const say = (type: string, pointerId = 1, isPrimary = pointerId === 1) =>
    page.dispatchEvent(new Pointed(type, pointerId, isPrimary));
  /** The press that is on once what hears of a release has heard of it. */
  const pressAfter = async () => {
    await wait(5);
    return currentPress();
  };

  before(() => Object.assign(globalThis, { PointerEvent: Pointed }));
  after(() => Object.assign(globalThis, { PointerEvent: known }));

  it('are told apart, and over only after all that hears of the release', async () => {
    followPresses(page);
    expect(currentPress()).to.equal(null);
    say('pointerdown');
    const first = currentPress();
    expect(first).to.be.a('number');
    await wait(20);
    expect(currentPress()).to.equal(first);
    say('pointerup');
    expect(currentPress()).to.equal(first);
    expect(await pressAfter()).to.equal(null);
    say('pointerdown');
    expect(currentPress()).not.to.equal(first);
    say('pointercancel');
    expect(await pressAfter()).to.equal(null);
  });

  it('of two fingers are one until both are up, and a release nobody saw ends none that follow', async () => {
    say('pointerdown', 1);
    const both = currentPress();
    say('pointerdown', 2);
    say('pointerup', 1);
    expect(await pressAfter()).to.equal(both);
    say('pointerup', 2);
    expect(await pressAfter()).to.equal(null);
    say('pointerdown', 1);
    const lost = currentPress();
    say('pointerdown', 1);
    expect(currentPress()).not.to.equal(lost);
    say('pointerup', 1);
    expect(await pressAfter()).to.equal(null);
  });

  it('that begin at once after another are not ended with it', async () => {
    say('pointerdown');
    say('pointerup');
    say('pointerdown');
    const second = currentPress();
    expect(await pressAfter()).to.equal(second);
    say('pointerup');
    expect(await pressAfter()).to.equal(null);
  });
});
