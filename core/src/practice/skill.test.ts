import { expect } from 'chai';
import fc from 'fast-check';
import { gaussian, seeded } from '../testing/index.js';
import {
  allSeenWrongly,
  drills,
  learnFromChoice,
  learnFromError,
  newSkill,
  nextDrills,
  skillSchema,
  successAt,
  tendenciesOf,
  thresholdOf,
  type Answer,
} from './index.js';

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;

/** Somebody whose errors are normal: three in four stay within their threshold. */
function setsAnswers(threshold: number, usual: number, seed: number) {
  const random = seeded(seed);
  let skill = newSkill(usual);
  for (let k = 0; k < 40; k++) skill = learnFromError(skill, (threshold / 1.1503) * gaussian(random));
  return skill;
}

/** Somebody who chooses among seven, always asked at their own threshold as far as it is known. */
function choosesAnswers(threshold: number, usual: number, seed: number) {
  const random = seeded(seed);
  let skill = newSkill(usual);
  let rights = 0;
  for (let k = 0; k < 40; k++) {
    const level = thresholdOf(skill).threshold;
    const right = random() < successAt(level, threshold, 1 / 7);
    rights += right ? 1 : 0;
    skill = learnFromChoice(skill, level, 1 / 7, right);
  }
  return { skill, share: rights / 40 };
}

describe('a skill', () => {
  it('is the usual one, and little sure, before anything was answered', () => {
    const { threshold, low, high } = thresholdOf(newSkill(4));
    expect(threshold).to.be.closeTo(4, 1e-9);
    expect(low).to.be.below(2);
    expect(high).to.be.above(8);
  });

  it('is found within 15 % in 40 answers that are set, on simulated learners', () => {
    const off = Array.from({ length: 200 }, (_, seed) => {
      const threshold = 4 * Math.exp(0.5 * gaussian(seeded(1000 + seed)));
      return Math.abs(thresholdOf(setsAnswers(threshold, 4, seed)).threshold / threshold - 1);
    });
    expect(median(off)).to.be.below(0.15);
  });

  it('is found within 15 % in 40 answers that are chosen, three in four of them right', () => {
    const tried = Array.from({ length: 200 }, (_, seed) => {
      const threshold = 8 * Math.exp(0.5 * gaussian(seeded(2000 + seed)));
      const { skill, share } = choosesAnswers(threshold, 8, seed);
      return { off: Math.abs(thresholdOf(skill).threshold / threshold - 1), share };
    });
    expect(median(tried.map(({ off }) => off))).to.be.below(0.15);
    expect(median(tried.map(({ share }) => share))).to.be.within(0.65, 0.85);
  });

  it('holds the true threshold in its interval about four times in five', () => {
    const held = Array.from({ length: 200 }, (_, seed) => {
      const threshold = 4 * Math.exp(0.5 * gaussian(seeded(3000 + seed)));
      const { low, high } = thresholdOf(setsAnswers(threshold, 4, seed));
      return threshold >= low && threshold <= high;
    });
    expect(held.filter(Boolean).length / 200).to.be.within(0.7, 0.95);
  });

  it('follows somebody who gets better, and survives a slip of the hand', () => {
    const random = seeded(5);
    let skill = setsAnswers(8, 4, 9);
    const before = thresholdOf(skill).threshold;
    for (let k = 0; k < 60; k++) skill = learnFromError(skill, gaussian(random));
    const after = thresholdOf(skill).threshold;
    expect(after).to.be.below(0.5 * before);
    expect(thresholdOf(learnFromError(skill, 40)).threshold).to.be.below(1.25 * after);
  });

  it('stays a skill whatever is answered', () => {
    const answers = fc.array(
      fc.oneof(
        fc.double({ noNaN: true, min: -1e6, max: 1e6 }),
        fc.record({ level: fc.double({ noNaN: true, min: 1e-6, max: 1e6 }), right: fc.boolean() }),
      ),
      { maxLength: 60 },
    );
    fc.assert(
      fc.property(answers, (given) => {
        const skill = given.reduce<ReturnType<typeof newSkill>>(
          (now, answer) =>
            typeof answer === 'number'
              ? learnFromError(now, answer)
              : learnFromChoice(now, answer.level, 1 / 3, answer.right),
          newSkill(4),
        );
        expect(skillSchema.safeParse(skill).success).to.equal(true);
        expect(skill.posterior.reduce((sum, weight) => sum + weight, 0)).to.be.closeTo(1, 1e-9);
        const { threshold, low, high } = thresholdOf(skill);
        expect(threshold).to.be.above(0);
        expect(low).to.be.at.most(high);
      }),
    );
  });
});

describe('a tendency', () => {
  const answer = (kind: string, error: number): Answer => ({
    at: '2026-10-17T15:00:00.000Z',
    kind,
    error,
    level: 4,
    right: Math.abs(error) < 4,
  });

  it('is said where it is consistent, with its figure, and not where it is chance', () => {
    const random = seeded(3);
    const steep = Array.from({ length: 30 }, () => answer('near upright', 3 + 2 * gaussian(random)));
    const even = Array.from({ length: 30 }, (_, k) => answer('near level', k % 2 === 0 ? 2 : -2));
    const few = [answer('slanting', 9), answer('slanting', 9)];
    const [said, ...others] = tendenciesOf([...steep, ...even, ...few]);
    expect(others).to.deep.equal([]);
    expect(said?.kind).to.equal('near upright');
    expect(said?.mean).to.be.within(2, 3.5);
    expect(said?.low).to.be.above(0);
    const [known] = allSeenWrongly([...steep, ...even].map((each) => ({ ...each, drill: 'angle' })));
    expect(known?.says).to.match(/^slopes near upright: [23]\.\d° too steep$/);
    // Five patches are in order or not: to no side.
    expect(allSeenWrongly(steep.map((each) => ({ ...each, drill: 'order' })))).to.deep.equal([]);
  });
});

describe('what is practised next', () => {
  it('is in order: what was never done, what is weak, what is long ago', () => {
    const now = Date.parse('2026-11-28T12:00:00.000Z');
    const done = (id: keyof typeof drills, factor: number, daysAgo: number) => ({
      skill: setsAnswers(factor * drills[id].usual, drills[id].usual, 1),
      lastAt: new Date(now - daysAgo * 24 * 3600_000).toISOString(),
    });
    const order = nextDrills(
      {
        angle: done('angle', 1, 1),
        proportion: done('proportion', 2, 1),
        placing: done('placing', 1, 20),
        curve: done('curve', 0.5, 1),
      },
      now,
    );
    expect(order).to.deep.equal(['value', 'order', 'edge', 'placing', 'proportion', 'angle', 'curve']);
  });
});
