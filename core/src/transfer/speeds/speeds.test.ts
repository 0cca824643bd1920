import { expect } from 'chai';
import fc from 'fast-check';
import { defaultFitDecisions } from '../../fit/index.js';
import { usualSpeed } from '../../map/index.js';
import { simulatedPainter } from '../../testing/index.js';
import { defaultTransferDecisions, sittingSchema, type TransferDecisions } from '../decisions.js';
import { transferSteps } from '../steps/index.js';
import {
  estimateMinutes,
  fitSpeeds,
  longSittingNotes,
  measuresOf,
  ownShares,
  ownSpeedNotes,
  ownTracingSpeed,
  speedTerms,
  standardMinutes,
  standardSpeeds,
  timedWorksOf,
  type TimedRecord,
  type TimedWork,
  type WorkMeasures,
} from './index.js';

const work = (more: Partial<WorkMeasures> = {}): WorkMeasures => ({
  method: 'transfer-sheet',
  tooth: 'medium',
  metres: 10,
  lifts: 120,
  readyMinutes: 18,
  ...more,
});

/** Works of many kinds, each taking so many times the standard figures. */
const timedAt = (line: number, lift: number, ready: number): TimedWork[] =>
  Array.from({ length: 40 }, (_, k) => {
    const each = work({ metres: 2 + (k % 7), lifts: 20 + 37 * (k % 5), readyMinutes: 4 * (k % 4) });
    const minutes =
      (1.1 * (line * ((1000 * each.metres) / 8) + lift * 1.5 * each.lifts)) / 60 + ready * each.readyMinutes;
    return { ...each, minutes, at: k };
  });

describe('own speeds', () => {
  it('are the standard figures before anything was timed', () => {
    const { minutes, low, high } = estimateMinutes(work());
    // 10 m at 8 mm a second and 120 lifts of 1.5 s, a tenth more by transfer sheet, and 18 minutes of making ready.
    expect(minutes).to.be.closeTo((1.1 * (10_000 / 8 + 180)) / 60 + 18, 1e-9);
    expect(low).to.be.below(0.8 * minutes);
    expect(high).to.be.above(1.2 * minutes);
    expect(ownTracingSpeed(standardSpeeds)).to.deep.equal(usualSpeed);
  });

  it('find a hand that is slow along lines and quick between them', () => {
    const own = fitSpeeds(timedAt(1.5, 0.5, 2));
    const { mmPerSecond, secondsPerLift } = ownTracingSpeed(own);
    const tracing = ownShares(work(), own).tracing;
    expect(mmPerSecond / tracing).to.be.closeTo(8 / 1.5, 0.5);
    // Lifts and lines go together, so that it moves towards what is true without reaching it.
    expect(secondsPerLift * tracing).to.be.within(0.7, 1.15);
    const { minutes } = estimateMinutes(work(), own);
    // That it may have been getting faster is believed a little too, though it was not.
    expect(minutes).to.be.closeTo((1.1 * (1.5 * 1250 + 0.5 * 180)) / 60 + 36, 3);
  });

  it('are surer with every sitting', () => {
    const widths = [0, 3, 10, 40].map((count) => {
      const { minutes, low, high } = estimateMinutes(
        work(),
        fitSpeeds(timedAt(1.2, 1.2, 1.2).slice(0, count)),
      );
      return (high - low) / minutes;
    });
    expect(widths).to.deep.equal([...widths].sort((a, b) => b - a));
  });

  it('leave out a watch that was left running, and say so', () => {
    const timed = timedAt(1, 1, 1);
    const own = fitSpeeds([
      ...timed,
      { ...work({ metres: 1, lifts: 5, readyMinutes: 0 }), minutes: 540, at: 41 },
    ]);
    expect(own).to.include({ sittings: 40, leftOut: 1 });
    expect(estimateMinutes(work(), own).minutes).to.be.closeTo(standardMinutes(work()), 0.5);
  });

  it('are those of now: what practice has done is taken out, in whatever order works are told', () => {
    // A hand that takes 3 % less with every sitting.
    const practised = timedAt(1.4, 1.4, 1.4).map((each, k) => ({
      ...each,
      minutes: each.minutes * 0.97 ** k,
    }));
    const now = 1.4 * 0.97 ** 20;
    const whole = standardMinutes(work());
    const { minutes } = estimateMinutes(work(), fitSpeeds(practised.slice(0, 20)));
    const mean = practised.slice(0, 20).reduce((sum, _, k) => sum + 1.4 * 0.97 ** k, 0) / 20;
    expect(minutes / whole, 'well on the way from the mean to now').to.be.below(mean - (mean - now) / 4);
    const other = estimateMinutes(work(), fitSpeeds(practised.slice(0, 20).reverse()));
    expect(other.minutes).to.be.closeTo(minutes, 1e-6);
  });

  it('stay figures whatever was timed', () => {
    const timed = fc.record({
      method: fc.constantFrom('transfer-sheet' as const, 'light-box' as const, 'projector' as const),
      tooth: fc.constantFrom('smooth' as const, 'medium' as const, 'rough' as const),
      metres: fc.double({ min: 0, max: 500, noNaN: true }),
      lifts: fc.integer({ min: 0, max: 20_000 }),
      readyMinutes: fc.double({ min: 0, max: 300, noNaN: true }),
      minutes: fc.double({ min: 0, max: 1440, noNaN: true }),
      at: fc.integer({ min: 0, max: 50 }),
    });
    fc.assert(
      fc.property(fc.array(timed, { maxLength: 30 }), (sittings) => {
        const own = fitSpeeds(sittings);
        const { minutes, low, high } = estimateMinutes(work(), own);
        expect([minutes, low, high].every(Number.isFinite)).to.equal(true);
        expect(low).to.be.at.most(minutes).and.above(0);
        expect(high).to.be.at.least(minutes);
        const { mmPerSecond, secondsPerLift } = ownTracingSpeed(own);
        expect(mmPerSecond).to.be.within(0.5, 200);
        expect(secondsPerLift).to.be.within(0, 60);
      }),
    );
  });

  it('estimate the next work of simulated painters better than the standard figures do', () => {
    const off = (of: (whole: WorkMeasures, timed: TimedWork[]) => number) => {
      const each = Array.from({ length: 120 }, (_, seed) => {
        const painter = simulatedPainter(seed);
        const timed = Array.from({ length: 5 }, () => painter.workOn()).flat();
        const next = painter.workOn();
        const sum = (key: 'metres' | 'lifts' | 'readyMinutes' | 'minutes') =>
          next.reduce((all, sitting) => all + sitting[key], 0);
        const whole = {
          ...next[0],
          metres: sum('metres'),
          lifts: sum('lifts'),
          readyMinutes: sum('readyMinutes'),
        };
        return Math.abs(of(whole, timed) / sum('minutes') - 1);
      });
      return each.sort((a, b) => a - b)[60];
    };
    const own = off((whole, timed) => estimateMinutes(whole, fitSpeeds(timed)).minutes);
    expect(own).to.be.below(0.75 * off((whole) => standardMinutes(whole)));
  });
});

describe('what sittings tell', () => {
  const fit = { ...defaultFitDecisions, widthMm: 300, heightMm: 200 };
  const at = (hour: number, minute = 0) => new Date(Date.UTC(2026, 4, 4, hour, minute)).toISOString();
  const traced = (count: number) =>
    Array.from({ length: count }, (_, k) => ({
      id: `l${k}`,
      x: 0,
      y: 0,
      lengthMm: 100,
      seconds: null,
      goesOn: k % 2 === 1,
    }));
  const record = (transfer: Partial<TransferDecisions>, isTransferred = true): TimedRecord => ({
    fit,
    transfer: { ...defaultTransferDecisions, ...transfer },
    sheets: { count: 1, barsMm: [100] },
    map: { lifts: 30, metres: 3 },
    isTransferred,
  });
  const sittings = [
    { startedAt: at(9), minutes: 20, traced: 10 },
    { startedAt: at(11), minutes: 30, traced: 30 },
  ];

  it('are told sitting by sitting where lines were ticked off, making ready with the first, tidying with the last', () => {
    const run = { ...defaultTransferDecisions.run, traced: traced(30) };
    const timed = timedWorksOf(record({ run, sittings }));
    expect(timed.map(({ metres, lifts, minutes }) => [metres, lifts, minutes])).to.deep.equal([
      [1, 5, 20],
      [2, 10, 30],
    ]);
    const whole = measuresOf(record({}), { metres: 3, lifts: 15 });
    const [before = NaN, after = NaN] = timed.map(({ readyMinutes }) => readyMinutes);
    expect(before + after).to.be.closeTo(whole.readyMinutes, 1e-9);
    expect(after).to.equal(10);
  });

  it('give making ready to the sittings its steps were ticked off in', () => {
    const run = { ...defaultTransferDecisions.run, traced: traced(30) };
    const ready = transferSteps(fit, defaultTransferDecisions, { count: 1, barsMm: [100] }).filter(
      ({ phase }) => phase === 'Prepare',
    );
    const done = Object.fromEntries(ready.map(({ id }, k) => [id, k === 0 ? at(9, 5) : at(11, 5)]));
    const [first, second] = timedWorksOf(record({ run, sittings, done }, false));
    expect(first.readyMinutes).to.be.above(0);
    expect(second.readyMinutes / first.readyMinutes).to.be.closeTo(ready.length - 1, 1e-9);
  });

  it('are told as a whole where lines were not counted, once the work is transferred', () => {
    const uncounted = sittings.map((sitting) => ({ ...sitting, traced: null }));
    expect(timedWorksOf(record({ sittings: uncounted }, false))).to.deep.equal([]);
    expect(timedWorksOf(record({ sittings: uncounted }))).to.have.length(1);
    expect(timedWorksOf(record({ sittings: uncounted }))[0]).to.include({
      metres: 3,
      lifts: 30,
      minutes: 50,
    });
    expect(timedWorksOf(record({}))).to.deep.equal([]);
  });

  it('of works from before lines were counted can still be read', () => {
    expect(sittingSchema.parse({ startedAt: at(9), minutes: 20 }).traced).to.equal(null);
  });

  it('propose the hand’s own speed once it is known, and ask about a watch left running', () => {
    const own = fitSpeeds(timedAt(2, 1, 1));
    const [note] = ownSpeedNotes(usualSpeed, own);
    expect(note.says).to.include('Your own sittings say');
    expect(note.ways[0].change).to.deep.equal(ownTracingSpeed(own));
    expect(ownSpeedNotes(ownTracingSpeed(own), own)).to.deep.equal([]);
    expect(ownSpeedNotes(usualSpeed, standardSpeeds)).to.deep.equal([]);
    const night = [...sittings, { startedAt: at(20), minutes: 590, traced: 30 }];
    const [asked] = longSittingNotes({ sittings: night });
    expect(asked.says).to.equal('The sitting of 4 May 2026 lasted 9 h 50 min: was the watch left running?');
    expect(asked.ways[0].change.sittings[2]).to.include({ minutes: 45, traced: 30 });
    expect(longSittingNotes({ sittings })).to.deep.equal([]);
  });

  it('name every method and tooth once', () => {
    expect(new Set(speedTerms).size).to.equal(speedTerms.length);
  });
});
