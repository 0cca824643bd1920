import { expect } from 'chai';
import { lineOf, mapWith } from '../../testing/index.js';
import { planTracing, type TracingPlan } from '../order/index.js';
import { knownAgain, tracedLineOf } from './known-again.js';
import { nextOf, strokesIn, type Next } from './next.js';
import { strokeWords } from './line-words.js';
import { minutesLeft } from './pace.js';
import { emptyRun, type Run } from './run.js';
import { withoutLines } from './take-back.js';

const map = mapWith(
  300,
  240,
  Array.from({ length: 30 }, (_, k) =>
    lineOf(
      [
        [10 * k, 20],
        [10 * k + 6, 60],
      ],
      { id: `l${k}`, ...(k % 7 === 0 ? { kind: 'frame' } : {}) },
    ),
  ),
);
const plan = planTracing(map, {
  school: 'shortest',
  hand: 'right',
  material: 'graphite',
  method: 'transfer-sheet',
  stretchMinutes: 2,
  speed: { mmPerSecond: 4, secondsPerLift: 4 },
});
const lineById = (id: string) => map.lines.find((line) => line.id === id)!;

/** Goes on as a person would, and notes what came. */
function walked(lookEvery: number, plan: TracingPlan): { kinds: Next['kind'][]; run: Run } {
  let run = emptyRun;
  const kinds: Next['kind'][] = [];
  for (;;) {
    const next = nextOf(plan, run, new Set(knownAgain(run, map).done.keys()), { lookEvery });
    kinds.push(next.kind);
    if (next.kind === 'done' || kinds.length > 200) return { kinds, run };
    if (next.kind === 'marks') run = { ...run, marksAt: '2026-10-17T15:00:00.000Z' };
    if (next.kind === 'look') run = { ...run, looks: [...run.looks, run.traced.length] };
    if (next.kind === 'break') run = { ...run, rested: next.section + 1 };
    if (next.kind === 'stroke') {
      const traced = next.ids.map((id, k) => tracedLineOf(lineById(id), 10, k > 0));
      run = { ...run, traced: [...run.traced, ...traced] };
    }
  }
}

describe('a led run', () => {
  it('begins with the marks, looks after the second line, at intervals and at the end, and breaks between stretches', () => {
    const { kinds, run } = walked(10, plan);
    expect(kinds.slice(0, 5)).to.deep.equal(['marks', 'stroke', 'stroke', 'look', 'stroke']);
    expect(kinds.slice(-2)).to.deep.equal(['look', 'done']);
    expect(kinds.filter((kind) => kind === 'stroke')).to.have.length(plan.lines.length);
    expect(kinds.filter((kind) => kind === 'break')).to.have.length(plan.sections.length - 1);
    expect(run.looks).to.deep.equal([2, 12, 22, plan.lines.length]);
    expect(run.traced.map(({ id }) => id)).to.deep.equal(plan.lines.map(({ id }) => id));
  });

  it('goes on in the stretch one chose, and comes back to what was passed over', () => {
    const run: Run = { ...emptyRun, marksAt: '2026-10-17T15:00:00.000Z' };
    const from = plan.sections.length - 1;
    const next = nextOf(plan, run, new Set(), { from, lookEvery: 40 });
    expect(next).to.deep.equal({
      kind: 'stroke',
      ids: [plan.lines[plan.sections[from].from].id],
      section: from,
    });
    const last = plan.lines.slice(plan.sections[from].from).map(({ id }) => id);
    const done = new Set(last);
    expect(nextOf(plan, run, done, { from, lookEvery: 40 })).to.include({ kind: 'stroke', section: 0 });
  });

  it('takes lines that go on in each other as one stroke, and looks by strokes', () => {
    const chain = mapWith(
      300,
      240,
      Array.from({ length: 12 }, (_, k) =>
        lineOf(
          [
            [20 * k + (k < 6 ? 0 : 10), 40],
            [20 * k + 20 + (k < 6 ? 0 : 10), 40],
          ],
          { id: `c${k}`, edge: k === 2 ? 'soft' : 'hard', of: 'contour' },
        ),
      ),
    );
    const led = planTracing(chain, {
      school: 'shortest',
      hand: 'right',
      material: 'graphite',
      method: 'light-box',
      stretchMinutes: 25,
    });
    const run = { ...emptyRun, marksAt: '2026-10-17T15:00:00.000Z' };
    const next = nextOf(led, run, new Set(), { lookEvery: 40 });
    if (next.kind !== 'stroke') throw new Error(next.kind);
    expect(next.ids).to.have.length(6);
    const lines = next.ids.map((id) => chain.lines.find((line) => line.id === id)!);
    expect(strokeWords(lines, 'mm')).to.match(/^A contour, 120 mm/);
    // Six lines in one go are one stroke: no look yet.
    const traced = lines.map((line, k) => tracedLineOf(line, 2, k > 0));
    expect(strokesIn(traced)).to.equal(1);
    const after = nextOf(led, { ...run, traced }, new Set(next.ids), { lookEvery: 40 });
    expect(after.kind).to.equal('stroke');
    const soft = chain.lines.filter(({ id }) => id === 'c2');
    expect(strokeWords(soft, 'mm')).to.equal('A contour, 20 mm, broken, so that it reads as a blend.');
  });

  it('without some lines keeps its looks after the same lines, and its strokes apart', () => {
    const traced = ['l1', 'l2', 'l3', 'l4', 'l5'].map((id, k) =>
      tracedLineOf(lineById(id), null, k === 2 || k === 4),
    );
    const run: Run = { ...emptyRun, traced, looks: [2, 4] };
    const less = withoutLines(run, new Set([traced[1], traced[4]]));
    expect(less.traced.map(({ id, goesOn }) => [id, goesOn])).to.deep.equal([
      ['l1', false],
      // Its stroke began with a line that is gone.
      ['l3', false],
      ['l4', false],
    ]);
    expect(less.looks).to.deep.equal([1, 3]);
    expect(withoutLines(run, new Set(traced))).to.deep.include({ traced: [], looks: [] });
    expect(withoutLines(run, new Set())).to.deep.equal(run);
  });

  it('knows traced lines again on another map, by place, and lists those it has no longer', () => {
    const run = { traced: ['l1', 'l2', 'l3'].map((id) => tracedLineOf(lineById(id), 9)) };
    const renumbered = mapWith(300, 240, [
      // Turned round, moved a little, and with another id.
      lineOf(
        [
          [16.4, 60.3],
          [10.4, 20.3],
        ],
        { id: 'l9' },
      ),
      lineOf(
        [
          [200, 20],
          [206, 60],
        ],
        { id: 'l2' },
      ),
      lineOf(
        [
          [30, 20],
          [36, 60],
        ],
        { id: 'l3' },
      ),
    ]);
    const { done, lost } = knownAgain(run, renumbered);
    expect([...done.keys()].sort()).to.deep.equal(['l3', 'l9']);
    expect(lost.map(({ id }) => id)).to.deep.equal(['l2']);
  });

  it('tells what is left by this hand’s own pace, surer the more is traced', () => {
    const doneAt = (count: number, taken: (planned: number, k: number) => number) =>
      new Map(
        plan.lines
          .slice(0, count)
          .map(({ id }, k) => [
            id,
            { ...tracedLineOf(lineById(id), null), seconds: taken(plan.seconds[k], k) },
          ]),
      );
    const all = plan.seconds.reduce((sum, each) => sum + each, 0) / 60;
    const none = minutesLeft(plan, new Map());
    expect(none).to.include({ ownPace: false });
    expect(none.minutes).to.be.closeTo(all, 1e-9);
    const twice = (planned: number, k: number) => planned * (k % 2 === 0 ? 1.6 : 2.4);
    const early = minutesLeft(plan, doneAt(6, twice));
    const left = plan.seconds.slice(6).reduce((sum, each) => sum + each, 0) / 60;
    expect(early.minutes / left).to.be.closeTo(2, 0.1);
    expect(early.low).to.be.lessThan(early.minutes);
    expect(early.high).to.be.greaterThan(early.minutes);
    const late = minutesLeft(plan, doneAt(18, twice));
    expect((late.high - late.low) / late.minutes).to.be.lessThan((early.high - early.low) / early.minutes);
    // A pause that nobody stopped the clock for does not count.
    const paused = doneAt(6, (planned, k) => (k === 3 ? 3000 : 2 * planned));
    expect(minutesLeft(plan, paused).minutes / left).to.be.closeTo(2, 0.1);
    expect(minutesLeft(plan, doneAt(plan.lines.length, twice)).minutes).to.equal(0);
  });
});
