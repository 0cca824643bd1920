import { expect } from 'chai';
import fc from 'fast-check';
import { mergeRuns, runSchema, type Run } from '../transfer/index.js';
import { mergeDecisions } from './merge-decisions.js';
import { newDecisions, type WorkDecisions } from './work.js';

const base = newDecisions('Kettle');
const line = (id: string, seconds = 2) => ({ id, x: 1, y: 2, lengthMm: 10, seconds, goesOn: false });
const runOf = (ids: string, looks: number[] = [], seconds = 2): Run =>
  runSchema.parse({ traced: [...ids].map((id) => line(id, seconds)), looks });
const idsOf = (run: Run) => run.traced.map(({ id }) => id).join('');
const withTransfer = (fields: Partial<WorkDecisions['transfer']>): WorkDecisions => ({
  ...base,
  transfer: { ...base.transfer, ...fields },
});

describe('decisions made in two windows at once', () => {
  it('go together where each window decided something else', () => {
    const ours = { ...base, title: 'Ours', map: { ...base.map, values: 5 } };
    const theirs = { ...base, map: { ...base.map, detail: 0.2 }, setAside: { note: 'is meant' } };
    expect(mergeDecisions(base, ours, theirs)).to.deep.equal({
      ...base,
      title: 'Ours',
      map: { ...base.map, values: 5, detail: 0.2 },
      setAside: { note: 'is meant' },
    });
  });

  it('are for a person to say where both decided the same thing differently', () => {
    expect(mergeDecisions(base, { ...base, title: 'Ours' }, { ...base, title: 'Theirs' })).to.equal(null);
    expect(mergeDecisions(base, { ...base, title: 'Alike' }, { ...base, title: 'Alike' })?.title).to.equal(
      'Alike',
    );
  });

  it('are not taken together where that makes nothing that can be kept', () => {
    // A title that is being thought of.
    expect(mergeDecisions(base, { ...base, title: '' }, { ...base, setAside: { note: 'x' } })).to.equal(null);
  });

  it('keep what either took out: a reason, a step that was ticked', () => {
    const before = {
      ...withTransfer({ done: { tape: '2026-10-17T15:00:00.000Z' } }),
      setAside: { a: '1', b: '2' },
    };
    const ours = { ...before, setAside: { b: '2' } };
    const theirs = {
      ...before,
      transfer: { ...before.transfer, done: {} },
      setAside: { a: '1', b: '2', c: '3' },
    };
    const merged = mergeDecisions(before, ours, theirs);
    expect(merged?.setAside).to.deep.equal({ b: '2', c: '3' });
    expect(merged?.transfer.done).to.deep.equal({});
  });

  it('lead one tracing: lines of both, one sitting, begun when the first began', () => {
    const ours = withTransfer({ run: runOf('ac'), sittingSince: '2026-10-17T15:00:05.000Z' });
    const theirs = withTransfer({ run: runOf('ab', [], 3), sittingSince: '2026-10-17T15:00:00.000Z' });
    const merged = mergeDecisions(base, ours, theirs)?.transfer;
    expect(merged && idsOf(merged.run)).to.equal('abc');
    expect(merged?.run.traced[0]?.seconds).to.equal(3);
    expect(merged?.sittingSince).to.equal('2026-10-17T15:00:00.000Z');
    // One ends the sitting as the other goes on tracing; then it is over, and counted once.
    const sitting = { startedAt: '2026-10-17T15:00:00.000Z', minutes: 4, traced: 1 };
    const ended = { sittingSince: null, sittings: [sitting] };
    const onward = mergeDecisions(
      theirs,
      { ...theirs, transfer: { ...theirs.transfer, ...ended } },
      { ...theirs, transfer: { ...theirs.transfer, ...ended, sittings: [{ ...sitting, minutes: 4.1 }] } },
    );
    expect(onward?.transfer.sittingSince).to.equal(null);
    expect(onward?.transfer.sittings).to.have.length(1);
  });
});

describe('one run of two', () => {
  it('takes back what either took back, and looks after the lines they stood after', () => {
    const before = runOf('abcd', [2]);
    const ours = runOf('abdef', [2, 5]);
    const theirs = runOf('bcdg', [1, 4]);
    const merged = mergeRuns(before, ours, theirs);
    expect(idsOf(merged)).to.equal('bdgef');
    // Theirs after b and after g, ours after f.
    expect(merged.looks).to.deep.equal([1, 3, 5]);
  });

  it('of which only one went on is that one', () => {
    const run = fc
      .tuple(fc.uniqueArray(fc.constantFrom(...'abcdefgh')), fc.nat(4))
      .map(([ids, rested]) => ({ ...runOf(ids.join('')), rested }));
    fc.assert(
      fc.property(run, run, (before, after) => {
        expect(mergeRuns(before, before, after)).to.deep.equal(after);
        const ours = mergeRuns(before, after, before);
        expect([...idsOf(ours)].sort()).to.deep.equal([...idsOf(after)].sort());
        expect(ours.rested).to.equal(after.rested);
      }),
    );
  });

  it('has a line once, loses none that either traced, and brings none back', () => {
    const ids = fc.uniqueArray(fc.constantFrom(...'abcdefghij')).map((list) => list.join(''));
    fc.assert(
      fc.property(ids, ids, ids, (before, ours, theirs) => {
        const merged = [...idsOf(mergeRuns(runOf(before), runOf(ours), runOf(theirs)))];
        expect(new Set(merged).size).to.equal(merged.length);
        for (const id of 'abcdefghij') {
          const was = before.includes(id);
          const [here, there] = [ours.includes(id), theirs.includes(id)];
          expect(merged.includes(id)).to.equal(was ? here && there : here || there);
        }
      }),
    );
  });
});
