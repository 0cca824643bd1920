import { putOnBench } from '../../../test-bench.js';
import { workDeciding } from '../../../test-page.js';
import { expect } from 'chai';
import type { MapDocument } from '@nobrel/core/documents';
import { lineOf, mapWith } from '@nobrel/core/testing';
import { planTracing, type TransferDecisions } from '@nobrel/core/transfer';
import { RunNext } from './run-next.js';
import { useRun } from './use-run.js';

const pedal = { pedal: null, learning: false, learn: () => undefined };
/** Five level lines, one below the other. */
const map = mapWith(
  200,
  150,
  [20, 45, 70, 95, 120].map((y, k) =>
    lineOf(
      [
        [20, y],
        [180, y],
      ],
      { id: `a${k + 1}` },
    ),
  ),
);

function Led({ on }: { on: MapDocument }) {
  const plan = planTracing(on, {
    ...{ school: 'away-from-hand', hand: 'right', material: 'graphite' },
    ...{ method: 'transfer-sheet', stretchMinutes: 25 },
  });
  return <RunNext bench={useRun(on, plan)} plan={plan} pedal={pedal} />;
}

function put(transfer: Partial<TransferDecisions>, on = map) {
  return putOnBench(<Led on={on} />, workDeciding({ transfer }));
}
type Page = Awaited<ReturnType<typeof put>>;
const press = ({ user, getByRole }: Page, name: string) => user.click(getByRole('button', { name }));
/** The first look is early, however seldom the others are. */
const upToLook = ['Begin', 'Marks traced', 'Traced', 'Traced'];
const says = ({ getByRole }: Page) => getByRole('status').textContent;

describe('a tracing led line by line', () => {
  it('begins with the check marks, goes from line to line, and ends with a look over all', async () => {
    const page = await put({ lookEvery: 200 });
    expect(says(page)).to.include('5 lines by a transfer sheet, in 1 stretch.');
    await press(page, 'Begin');
    expect(page.decisions().transfer.sittingSince).not.to.equal(null);
    expect(says(page)).to.include('First trace the two check marks');
    await press(page, 'Marks traced');
    for (const name of ['Traced', 'Traced', 'Looked, it is right', 'Traced', 'Traced', 'Traced']) {
      expect(says(page)).to.include(name === 'Traced' ? 'Begin at the ring, end at the dot.' : 'and look.');
      await press(page, name);
    }
    const { traced } = page.decisions().transfer.run;
    expect(traced.map(({ id }) => id).sort()).to.deep.equal(['a1', 'a2', 'a3', 'a4', 'a5']);
    expect(says(page)).to.include('Look over every line before the tape comes off.');
    await press(page, 'All there');
    expect(says(page)).to.include('Every line is traced and looked over.');
    expect(page.queryByRole('button', { name: 'Traced' })).to.equal(null);
  });

  it('is looked under early on, and sends to what slipped', async () => {
    const page = await put({ lookEvery: 3 });
    for (const name of upToLook) await press(page, name);
    expect(says(page)).to.include('Lift the free side and look.');
    expect(page.getByRole('link', { name: 'It has slipped' }).getAttribute('href')).to.equal(
      '/works/w1/transfer?at=slipped',
    );
    await press(page, 'Looked, it is right');
    expect(page.decisions().transfer.run.looks).to.deep.equal([2]);
    expect(says(page)).to.include('Begin at the ring');
  });

  it('goes back step by step, to before the marks', async () => {
    const page = await put({ lookEvery: 3 });
    for (const name of [...upToLook, 'Looked, it is right']) await press(page, name);
    const run = () => page.decisions().transfer.run;
    await press(page, 'Back');
    expect(run().looks).to.deep.equal([]);
    for (const left of [1, 0]) {
      await press(page, 'Back');
      expect(run().traced).to.have.length(left);
    }
    await press(page, 'Back');
    expect(run().marksAt).to.equal(null);
    expect(page.getByRole('button', { name: 'Back' }).hasAttribute('disabled')).to.equal(true);
  });

  it('keeps its sitting when it pauses, and where it was', async () => {
    const page = await put({});
    for (const name of ['Begin', 'Marks traced', 'Traced', 'Pause']) await press(page, name);
    expect(says(page)).to.include('Paused.');
    const { sittings, sittingSince, run } = page.decisions().transfer;
    expect([sittings.length, sittingSince, run.traced.length]).to.deep.equal([1, null, 1]);
    await press(page, 'Go on');
    expect(says(page)).to.include('Begin at the ring');
  });

  it('says which traced lines a new map has no longer, and leaves them out when asked', async () => {
    const gone = { id: 'a9', x: 500, y: 500, lengthMm: 40, seconds: 3, goesOn: false };
    const run = { marksAt: '2026-10-17T15:00:00.000Z', traced: [gone], looks: [], rested: 0 };
    const page = await put({ run, sittingSince: '2026-10-17T15:00:00.000Z' });
    expect(says(page)).to.include('1 traced line is no longer on it.');
    await press(page, 'Leave it out of the record');
    expect(page.decisions().transfer.run.traced).to.deep.equal([]);
    expect(says(page)).not.to.include('no longer on it');
  });
});
