import { expect } from 'chai';
import { Fault } from '../faults.js';
import type { OddTasks } from '../testing/odd-tasks.js';
import { Isolated } from './isolated.js';

/** What a promise was refused with. */
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => null,
    (error: unknown) => error,
  );

for (const as of ['process', 'thread'] as const) {
  describe(`work kept apart in a ${as}`, () => {
    let apart: Isolated<OddTasks>;
    const endedAfter = (maxMs: number) =>
      new Isolated<OddTasks>({
        file: new URL('../testing/odd-tasks.js', import.meta.url),
        as,
        atOnce: 2,
        maxMs,
        tooMuch: () => new Fault(422, 'too-much-work', 'It takes too much.'),
      });
    beforeEach(() => {
      // Long enough for a worker to start on a busy machine.
      apart = endedAfter(30_000);
    });
    afterEach(() => apart.close());

    it('gives what its tasks give, and their faults word for word', async () => {
      expect(await apart.run('echo', ['“Höhe” 3 × 4'])).to.equal('“Höhe” 3 × 4');
      expect(await apart.run('nothing', [])).to.equal(undefined);
      const fault = await refusal(apart.run('refuse', []));
      expect(fault).to.be.instanceOf(Fault);
      expect(fault).to.include({ status: 422, code: 'refused', message: 'It is refused.', field: 'picture' });
      const error = await refusal(apart.run('fail', []));
      expect(error).not.to.be.instanceOf(Fault);
      expect(String(error)).to.include('It fails.');
    });

    it('is ended when it takes too long, and goes on with the next', async () => {
      const hasty = endedAfter(4000);
      try {
        const from = Date.now();
        const refusals = await Promise.all([1, 2].map(() => refusal(hasty.run('forever', []))));
        for (const each of refusals) expect(each).to.include({ code: 'too-much-work' });
        expect(Date.now() - from).to.be.within(3900, 60_000);
        // On a busy machine the next worker may start too late more than once.
        let next: unknown;
        for (let tries = 0; tries < 12 && next !== 'still there'; tries++)
          next = await hasty.run('echo', ['still there']).catch(() => null);
        expect(next).to.equal('still there');
      } finally {
        await hasty.close();
      }
    });

    it('that ends itself is told from a failure of ours', async () => {
      expect(await refusal(apart.run('end', []))).to.include({ code: 'too-much-work' });
      expect(await apart.run('echo', ['another'])).to.equal('another');
    });

    it('tells how far it is, and is stopped when nobody waits any more', async () => {
      const told: unknown[] = [];
      const stop = new AbortController();
      const onTold = (each: unknown) => {
        told.push(each);
        if (told.length === 3) stop.abort(new Error('Nobody waits.'));
      };
      const error = await refusal(apart.run('tell', [1000], { onTold, signal: stop.signal }));
      expect(String(error)).to.include('Nobody waits.');
      expect(told.slice(0, 2)).to.deep.equal([{ done: 1 }, { done: 2 }]);
      expect(await apart.run('tell', [2])).to.equal(2);
    });

    it('refuses more than can wait, rather than pile it up', async () => {
      const many = Array.from({ length: 130 }, (_, i) => refusal(apart.run('echo', [String(i)])));
      const refusals = (await Promise.all(many)).filter((each) => each !== null);
      expect(refusals.length).to.be.within(20, 30);
      for (const each of refusals) expect(each).to.include({ status: 503, code: 'busy' });
    });
  });
}
