import { expect } from 'chai';
import fc from 'fast-check';
import {
  drawnByMonth,
  maxEstimated,
  minutesByMethod,
  newDecisions,
  timeSpentOn,
  timeSpentSchema,
  type RecordedWork,
  type WorkDecisions,
} from './index.js';

type Told = Partial<{
  method: WorkDecisions['transfer']['method'];
  sittings: [string, number][];
  freehand: WorkDecisions['file']['freehand'];
  transferredAt: string | null;
  rounds: RecordedWork['rounds'];
  map: RecordedWork['map'];
}>;

const work = (id: string, told: Told = {}): RecordedWork => {
  const { method = 'transfer-sheet', sittings = [], freehand = [], rounds = [], transferredAt = null } = told;
  const plain = newDecisions(id);
  const { map = { lifts: 100, metres: 5 } } = told;
  return {
    id,
    decisions: {
      ...plain,
      transfer: {
        ...plain.transfer,
        method,
        sittings: sittings.map(([startedAt, minutes]) => ({ startedAt, minutes, traced: null })),
      },
      file: { ...plain.file, freehand, transferredAt },
    },
    rounds,
    map,
    printings: [],
  };
};
const done = '2026-10-17T18:00:00.000Z';

describe('what went into works', () => {
  it('is told of those of which something was recorded, in the order they were begun', () => {
    const spent = timeSpentOn([
      work('later', { sittings: [['2026-05-02T10:00:00.000Z', 40]] }),
      work('nothing'),
      work('freehand', { freehand: [{ on: '2026-04-01', minutes: 20 }] }),
      work('checked', { rounds: [{ takenAt: '2026-03-01T10:00:00.000Z', meanOffMm: 0.7 }] }),
    ]);
    expect(spent.map(({ id }) => id)).to.deep.equal(['checked', 'freehand', 'later']);
    expect(spent.map(({ minutes }) => minutes)).to.deep.equal([0, 0, 40]);
    expect(timeSpentSchema.array().parse(spent)).to.deep.equal(spent);
  });

  it('is estimated by what was known before, so that a slow hand is known from the second work on', () => {
    const slow = (id: string, day: string) =>
      work(id, {
        sittings: [
          [`${day}T10:00:00.000Z`, 60],
          [`${day}T15:00:00.000Z`, 60],
        ],
        transferredAt: `${day}T18:00:00.000Z`,
      });
    const spent = timeSpentOn([
      slow('third', '2026-03-03'),
      slow('first', '2026-01-01'),
      slow('second', '2026-02-02'),
    ]);
    const [first, second, third] = spent.map(({ estimate }) => estimate?.minutes ?? NaN);
    const [unknown] = timeSpentOn([slow('alone', '2026-05-05')]);
    expect(first, 'the standard figures').to.equal(unknown?.estimate?.minutes);
    expect(second).to.be.above(first);
    expect(third).to.be.above(second).and.below(121);
  });

  it('is not estimated without a map, before it is transferred, or so long ago that nobody looks', () => {
    const sittings: [string, number][] = [['2026-05-02T10:00:00.000Z', 40]];
    const ends = timeSpentOn([
      work('no map', { sittings, transferredAt: done, map: null }),
      work('under way', { sittings }),
    ]);
    expect(ends.map(({ estimate }) => estimate)).to.deep.equal([null, null]);
    const many = Array.from({ length: maxEstimated + 5 }, (_, k) =>
      work(`w${k}`, { sittings: [[new Date(Date.UTC(2020, k)).toISOString(), 40]], transferredAt: done }),
    );
    expect(timeSpentOn(many).filter(({ estimate }) => estimate !== null)).to.have.length(maxEstimated);
  });

  it('comes to minutes by method, and to freehand, grid and tracing month by month, gaps too', () => {
    const spent = timeSpentOn([
      work('sheet', {
        sittings: [
          ['2025-11-30T10:00:00.000Z', 40],
          ['2026-02-01T10:00:00.000Z', 10],
        ],
      }),
      work('grid', { method: 'grid-by-hand', sittings: [['2026-02-03T10:00:00.000Z', 70]] }),
      work('eye', { freehand: [{ on: '2026-02-28', minutes: 15 }] }),
    ]);
    expect(minutesByMethod(spent)).to.deep.equal([
      { method: 'grid-by-hand', minutes: 70 },
      { method: 'transfer-sheet', minutes: 50 },
    ]);
    const none = { freehand: 0, grid: 0, tracing: 0 };
    expect(drawnByMonth(spent)).to.deep.equal([
      { ...none, month: '2025-11', tracing: 40 },
      { ...none, month: '2025-12' },
      { ...none, month: '2026-01' },
      { month: '2026-02', freehand: 15, grid: 70, tracing: 10 },
    ]);
    expect(drawnByMonth([])).to.deep.equal([]);
  });

  it('loses no minute by month, but for what lies more than three years before the last', () => {
    const day = fc.record({
      at: fc.date({ min: new Date('2024-01-01'), max: new Date('2026-11-30'), noInvalidDate: true }),
      minutes: fc.integer({ min: 0, max: 1440 }),
      byHand: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(day, { maxLength: 30 }), (days) => {
        const spent = timeSpentOn(
          days.map(({ at, minutes, byHand }, k) =>
            work(`w${k}`, {
              method: byHand ? 'grid-by-hand' : 'light-box',
              sittings: [[at.toISOString(), minutes]],
            }),
          ),
        );
        const total = drawnByMonth(spent).reduce((sum, { grid, tracing }) => sum + grid + tracing, 0);
        expect(total).to.equal(days.reduce((sum, { minutes }) => sum + minutes, 0));
      }),
    );
  });
});
