import '../test-page.js';
import { expect } from 'chai';
import { mapWith, trueReport } from '@nobrel/core/testing';
import type { Found, PhotographOrder } from './check-worker.js';
import { promised, StandInWorker } from '../test-worker.js';
import { checkPhotograph, prepareChecker } from './in-check-worker.js';

const order: PhotographOrder = {
  picture: { hash: '0'.repeat(64), width: 3000, height: 2400 },
  map: mapWith(300, 240),
  corners: null,
  byPoints: false,
  toleranceMm: 1,
  construction: [],
  of: 'drawing',
};
const found: Found = {
  report: trueReport(),
  corners: [
    { x: 0, y: 0 },
    { x: 3000, y: 0 },
    { x: 3000, y: 2400 },
    { x: 0, y: 2400 },
  ],
};
const fault = 'The drawing is not seen.';

/** Stands in for the worker that checks: it is answered when the test says so. */
class Checker extends StandInWorker {
  static opened: Checker[] = [];
  readonly answers: ReturnType<typeof promised<Found | { fault: string }>>[];
  readonly flat: ReturnType<typeof promised<Blob>>;

  constructor() {
    const answers: Checker['answers'] = [];
    const flat = promised<Blob>();
    const checkPhotograph = () => {
      const answer = promised<Found | { fault: string }>();
      answers.push(answer);
      return answer.promise;
    };
    super({ checkPhotograph, flatPicture: () => flat.promise });
    [this.answers, this.flat] = [answers, flat];
    Checker.opened.push(this);
  }

  /** Waits until it was asked so often, and answers the last time. */
  async answer(times: number, answer: Found | { fault: string }): Promise<void> {
    while (this.answers.length < times) await new Promise((resolve) => setTimeout(resolve, 1));
    this.answers[times - 1]?.keep(answer);
  }
}

const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
const never = () => new AbortController().signal;

describe('the worker that holds photographs against the map', () => {
  const workerBefore = globalThis.Worker;
  const timeoutBefore = window.setTimeout.bind(window);
  let endRest: () => void = () => undefined;
  beforeEach(() => {
    Checker.opened = [];
    Object.assign(globalThis, { Worker: Checker });
    // A minute of rest is over when the test says so.
    Object.assign(window, {
      setTimeout: (then: () => void) => {
        endRest = then;
        return 0;
      },
    });
  });
  afterEach(() => {
    endRest();
    Object.assign(window, { setTimeout: timeoutBefore });
    Object.assign(globalThis, { Worker: workerBefore });
  });
  const opened = () => Checker.opened;
  const worker = (n: number): Checker => {
    const one = Checker.opened[n];
    if (!one) throw new Error('No such worker was opened.');
    return one;
  };

  it('says what was found before the flat picture is made, and rests when both are', async () => {
    const asked = checkPhotograph(order, never());
    await worker(0).answer(1, found);
    const checked = await asked;
    expect(checked?.report).to.deep.equal(found.report);
    // It makes the picture still: another photograph meanwhile has a worker of its own.
    const other = checkPhotograph(order, never());
    expect(opened()).to.have.length(2);
    worker(0).flat.keep(new Blob(['flat']));
    expect(await checked?.flat).to.be.instanceOf(Blob);
    await worker(1).answer(1, found);
    worker(1).flat.keep(new Blob(['flat']));
    await other;
    await soon();
    // One is kept.
    expect(opened().filter(({ ended }) => !ended)).to.have.length(1);
  });

  it('is the same from round to round, and ends after a rest', async () => {
    for (const round of [1, 2, 3]) {
      const asked = checkPhotograph(order, never());
      await worker(0).answer(round, found);
      worker(0).flat.keep(new Blob(['flat']));
      await (
        await asked
      )?.flat;
      await soon();
    }
    expect(opened()).to.have.length(1);
    expect(worker(0).ended).to.equal(false);
    endRest();
    expect(worker(0).ended).to.equal(true);
  });

  it('ends when it is stopped, and the next photograph has another', async () => {
    const stopper = new AbortController();
    const asked = checkPhotograph(order, stopper.signal);
    await soon();
    stopper.abort();
    expect(await asked).to.equal(null);
    expect(worker(0).ended).to.equal(true);
    const again = checkPhotograph(order, never());
    await worker(1).answer(1, { fault });
    await again.catch(() => undefined);
  });

  it('says what could not be done, and is as good as before', async () => {
    const asked = checkPhotograph(order, never());
    await worker(0).answer(1, { fault });
    const said = await asked.then(
      () => null,
      (error: unknown) => (error instanceof Error ? error.message : null),
    );
    expect(said).to.equal(fault);
    const again = checkPhotograph(order, never());
    await worker(0).answer(2, { fault });
    await again.catch(() => undefined);
    expect(opened()).to.have.length(1);
  });

  it('is there before the first photograph when it is asked to be', async () => {
    prepareChecker();
    prepareChecker();
    expect(opened()).to.have.length(1);
    const asked = checkPhotograph(order, never());
    await worker(0).answer(1, { fault });
    await asked.catch(() => undefined);
    expect(opened()).to.have.length(1);
  });
});
