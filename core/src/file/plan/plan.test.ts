import { expect } from 'chai';
import fc from 'fast-check';
import {
  freeSlots,
  freeTimeSchema,
  layPlan,
  onTheClock,
  planDecisionsSchema,
  pastDayNotes,
  planNotes,
  unmappedNotes,
  type PlanDecisions,
  type PlannedWork,
} from './index.js';

/** A Monday morning where the reader is. */
const monday = new Date(2026, 5, 1, 8).getTime();
const on = (day: number, hour: number, minute = 0) => new Date(2026, 5, day, hour, minute).toISOString();

const evenings: PlanDecisions = planDecisionsSchema.parse({
  free: [
    { weekday: 2, from: '19:00', to: '20:00' },
    { weekday: 4, from: '19:00', to: '20:00' },
  ],
});
const work = (id: string, more: Partial<PlannedWork> = {}): PlannedWork => ({
  id,
  title: id,
  readyBy: null,
  left: { minutes: 50, low: 40, high: 60 },
  settleHours: 0,
  stretchMinutes: 25,
  quicker: null,
  toPrepare: [],
  ...more,
});

describe('a plan', () => {
  it('has a break after each stretch but the last', () => {
    expect([20, 25, 26, 50, 75].map((minutes) => onTheClock(minutes, 25))).to.deep.equal([
      20, 25, 31, 55, 85,
    ]);
  });

  it('lays what is to be ready first first, into the free times, with breaks', () => {
    const { sittings, outlooks } = layPlan(
      [work('later', { readyBy: '2026-06-30' }), work('soon', { readyBy: '2026-06-03' })],
      evenings,
      monday,
    );
    expect(sittings[0]).to.deep.equal({
      work: 'soon',
      startsAt: on(2, 19),
      endsAt: on(2, 19, 55),
      minutes: 50,
      moved: false,
    });
    expect(sittings[1]).to.include({ work: 'later', startsAt: on(4, 19) });
    expect(outlooks.map(({ outlook }) => outlook)).to.deep.equal(['fits', 'tight']);
  });

  it('says what is late, what is tight by the upper end of its estimate, and what there is no time for', () => {
    const works = [
      work('late', { readyBy: '2026-06-02', left: { minutes: 100, low: 80, high: 130 } }),
      work('sets', {
        readyBy: '2026-06-05',
        settleHours: 48,
        quicker: { method: 'a light box', minutes: 20 },
      }),
    ];
    const laid = layPlan(works, evenings, monday);
    expect(laid.outlooks.map(({ outlook }) => outlook)).to.deep.equal(['late', 'late']);
    const [note, other] = planNotes(works, laid);
    expect(note?.says).to.match(/“late” is ready on 4 June 2026, after 2 June 2026\./);
    expect(other?.why).to.include('work by a light box, about 20 min').and.include('sets for 48 h');
    const none = layPlan(works, { ...evenings, free: [] }, monday);
    expect(none.outlooks.map(({ outlook }) => outlook)).to.deep.equal(['never', 'never']);
  });

  it('says that the day a work is wanted by is past, while it is in hand', () => {
    const wanted = { readyBy: '2026-05-03', transferredAt: null, drawer: 'in-hand' as const };
    expect(pastDayNotes(wanted, '2026-06-01')[0]?.says).to.match(/by 3 May 2026, and that day is past/);
    expect(pastDayNotes(wanted, '2026-05-03')).to.deep.equal([]);
    expect(pastDayNotes({ ...wanted, drawer: 'resting' }, '2026-06-01')).to.deep.equal([]);
    expect(
      pastDayNotes({ ...wanted, transferredAt: '2026-05-09T10:00:00.000Z' }, '2026-06-01'),
    ).to.deep.equal([]);
    expect(pastDayNotes({ ...wanted, readyBy: null }, '2026-06-01')).to.deep.equal([]);
  });

  it('says what is wanted by a day and has no map to plan it by', () => {
    const notes = unmappedNotes([
      { id: 'a', title: 'Kettle', readyBy: '2026-06-05' },
      { id: 'b', title: 'Slip', readyBy: null },
    ]);
    expect(notes.map(({ says }) => says)).to.deep.equal([
      '“Kettle” is wanted by 5 June 2026 and has no map yet.',
    ]);
  });

  it('keeps days off free, and sittings where they were moved to by hand', () => {
    const off = { ...evenings, daysOff: ['2026-06-02'] };
    expect(layPlan([work('a')], off, monday).sittings[0]?.startsAt).to.equal(on(4, 19));
    const moved = { ...evenings, moved: [{ work: 'a', startsAt: on(9, 19), minutes: 50 }] };
    const { sittings } = layPlan([work('a'), work('b')], moved, monday);
    expect(sittings.map(({ work: id, startsAt, moved: byHand }) => [id, startsAt, byHand])).to.deep.equal([
      ['b', on(2, 19), false],
      ['a', on(9, 19), true],
    ]);
  });

  it('forgets what was moved into the past, and works that are done', () => {
    const moved = {
      ...evenings,
      moved: [
        { work: 'a', startsAt: '2020-01-01T10:00:00.000Z', minutes: 50 },
        { work: 'gone', startsAt: on(9, 19), minutes: 50 },
      ],
    };
    expect(layPlan([work('a')], moved, monday).sittings.map(({ moved: byHand }) => byHand)).to.deep.equal([
      false,
    ]);
  });

  it('refuses a time that ends before it begins, in a sentence', () => {
    const read = freeTimeSchema.safeParse({ weekday: 1, from: '20:00', to: '19:00' });
    expect(read.error?.issues[0]?.message).to.equal('It ends before it begins.');
    expect(freeTimeSchema.safeParse({ weekday: 1, from: '25:00', to: '26:00' }).success).to.equal(false);
  });

  it('never lays two sittings at once nor outside the free times, and lays all there is to do', () => {
    const free = fc.array(
      fc
        .record({
          weekday: fc.integer({ min: 0, max: 6 }),
          from: fc.integer({ min: 0, max: 20 }),
          hours: fc.integer({ min: 1, max: 3 }),
        })
        .map(({ weekday, from, hours }) => ({
          weekday,
          from: `${String(from).padStart(2, '0')}:00`,
          to: `${String(from + hours).padStart(2, '0')}:00`,
        })),
      { minLength: 1, maxLength: 5 },
    );
    const works = fc.array(
      fc.record({
        minutes: fc.double({ min: 1, max: 300, noNaN: true }),
        stretch: fc.integer({ min: 5, max: 60 }),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(free, works, (times, asked) => {
        const decisions = planDecisionsSchema.parse({ free: times });
        const planned = asked.map(({ minutes, stretch }, k) =>
          work(`w${k}`, { left: { minutes, low: minutes, high: minutes }, stretchMinutes: stretch }),
        );
        const { sittings, outlooks } = layPlan(planned, decisions, monday);
        const slots = freeSlots(decisions, monday);
        sittings.forEach(({ startsAt, endsAt }, k) => {
          const [from, to] = [Date.parse(startsAt), Date.parse(endsAt)];
          expect(slots.some((slot) => slot.from <= from && to <= slot.to + 1)).to.equal(true);
          const next = sittings[k + 1];
          if (next) expect(Date.parse(next.startsAt)).to.be.at.least(to - 1);
        });
        for (const { work: id, outlook } of outlooks) {
          const laid = sittings.reduce((sum, each) => sum + (each.work === id ? each.minutes : 0), 0);
          const wanted = planned.find((each) => each.id === id)?.left.minutes ?? NaN;
          if (outlook !== 'never') expect(laid).to.be.closeTo(wanted, 1e-6);
        }
      }),
    );
  });
});
