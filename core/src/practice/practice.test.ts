import { expect } from 'chai';
import fc from 'fast-check';
import { measuredOn, type Finding, type Measure, type Measured } from '../check/index.js';
import { gaussian, lineOf, mapWith, seeded } from '../testing/index.js';
import {
  allSeenWrongly,
  countsTo,
  drillIds,
  drills,
  knownErrorOf,
  learnFromChoice,
  learnFromError,
  newSkill,
  nextDrills,
  pointFirst,
  skillSchema,
  successAt,
  tendenciesOf,
  thresholdOf,
  type Answer,
  type DrillSource,
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

describe('what the eye is known to get wrong', () => {
  const places = (...all: [number, number][]) => all.map(([x, y]) => ({ x, y }));
  const steep = {
    drill: 'angle',
    kind: 'near upright',
    mean: 3,
    low: 2,
    high: 4,
    answers: 20,
    says: '',
  } as const;
  const measured = (measure: Measure, drawn: Measure): Measured =>
    measuredOn(measure, (place) => {
      const k = measure.at.findIndex(({ x, y }) => x === place.x && y === place.y);
      return drawn.at[k] ?? null;
    });

  it('is known again in a check of the same kind that errs to the same side', () => {
    const slope: Measure = { kind: 'angle', at: places([50, 90], [70, 10]) };
    const drawnAt = (x: number) => measured(slope, { kind: 'angle', at: places([50, 90], [x, 10]) });
    expect(knownErrorOf(drawnAt(65), [steep])).to.equal(steep);
    expect(countsTo([steep])(drawnAt(65))).to.be.above(countsTo([])(drawnAt(65)));
    expect(knownErrorOf(drawnAt(75), [steep]), 'too flat').to.equal(null);
    expect(knownErrorOf(drawnAt(70), [steep]), 'not wrong').to.equal(null);
    expect(knownErrorOf(measured(slope, { kind: 'angle', at: [] }), [steep]), 'not found').to.equal(null);
    // Drawn past upright it leans the other way, and is flatter by as much as it passed.
    const leaning: Measure = { kind: 'angle', at: places([50, 90], [54, 10]) };
    const past = measured(leaning, { kind: 'angle', at: places([50, 90], [42, 10]) });
    expect(knownErrorOf(past, [steep])).to.equal(steep);
    const level: Measure = { kind: 'angle', at: places([10, 50], [90, 40]) };
    const drawnLevel = measured(level, { kind: 'angle', at: places([10, 50], [90, 30]) });
    expect(knownErrorOf(drawnLevel, [steep]), 'of another kind').to.equal(null);
  });

  it('is known again in lengths and in curves', () => {
    const many = { ...steep, drill: 'proportion', kind: 'across into up', mean: 12 } as const;
    const dividers: Measure = { kind: 'proportion', at: places([0, 0], [20, 0], [50, 10], [50, 60]) };
    const long = measured(dividers, { kind: 'proportion', at: places([0, 0], [20, 0], [50, 10], [50, 66]) });
    expect(knownErrorOf(long, [steep, many])).to.equal(many);
    expect(knownErrorOf(long, [{ ...many, mean: -12 }])).to.equal(null);
    const bowed = { ...steep, drill: 'curve', kind: 'full', mean: 5 } as const;
    const curve: Measure = { kind: 'bow', at: places([0, 50], [100, 50], [50, 20]) };
    const fuller = measured(curve, { kind: 'bow', at: places([0, 50], [100, 50], [50, 15]) });
    expect(knownErrorOf(fuller, [bowed])).to.equal(bowed);
  });

  it('brings what was placed so to the front, after the whole drawing', () => {
    const right = { ...steep, drill: 'placing', kind: 'upper right', mean: 2 } as const;
    const frame = { x: 0, y: 0, width: 300, height: 300 };
    const move = { dx: 3, dy: 0, scale: 1, angleDeg: 0 };
    const part = (key: string, x: number, dx = 3): Finding => ({
      key,
      kind: 'part',
      says: '',
      at: { x, y: 20 },
      lines: [],
      move: { ...move, dx },
    });
    const middle = { x: 150, y: 150 };
    const whole: Finding = { key: 'whole', kind: 'whole', says: '', at: middle, lines: [], move };
    const missing: Finding = { key: 'missing', kind: 'missing', says: '', at: { x: 290, y: 9 }, lines: [] };
    const found = [whole, part('left', 20), missing, part('back', 280, -3), part('right', 280)];
    const keys = pointFirst(found, frame, [right]).map(({ key }) => key);
    expect(keys).to.deep.equal(['whole', 'right', 'left', 'missing', 'back']);
    expect(pointFirst(found, frame, [])).to.deep.equal(found);
  });
});

describe('drills', () => {
  const lines = (...runs: [number, number][][]): DrillSource => ({
    map: mapWith(
      100,
      100,
      runs.map((points, k) => lineOf(points, { id: `l${k}` })),
    ),
    lightnessAt: () => 50,
  });
  const upright = lines([
    [50, 80],
    [60, 20],
  ]);
  const random = () => 0;

  it('know the slope of an edge, and call too steep what is too steep whichever way it leans', () => {
    const task = drills.angle.pose(upright, 4, random);
    if (task?.drill !== 'angle') throw new Error('no task');
    expect(task.truth).to.be.closeTo((Math.atan2(60, 10) * 180) / Math.PI, 1e-9);
    expect(task.kind).to.equal('near upright');
    const right = drills.angle.judge(task, task.truth + 3);
    expect(right.right).to.equal(true);
    expect(right.error).to.be.closeTo(3, 1e-9);
    expect(drills.angle.judge(task, task.truth - 6)).to.include({ right: false });
    // Past upright it leans the other way: nearer to level by as much.
    expect(drills.angle.judge({ ...task, truth: -80 }, -85).error).to.be.closeTo(5, 1e-9);
  });

  it('know how often one length goes into another', () => {
    const two = lines(
      [
        [10, 10],
        [30, 10],
      ],
      [
        [10, 90],
        [70, 90],
      ],
    );
    const task = drills.proportion.pose(two, 10, random);
    expect(task?.truth).to.be.closeTo(3, 1e-9);
    if (!task) throw new Error('no task');
    const { error, right } = drills.proportion.judge(task, 3.3);
    expect(error).to.be.closeTo(10, 1e-9);
    expect(right).to.equal(true);
  });

  it('know where a landmark lies, and how far a contour bends', () => {
    const place = drills.placing.pose(upright, 3, random);
    if (place?.drill !== 'placing') throw new Error('no task');
    expect(place.truth).to.deep.equal({ x: 50, y: 80 });
    const longer = Math.max(place.window.width, place.window.height);
    expect(drills.placing.judge(place, { x: 50 + longer / 50, y: 80 }).error).to.be.closeTo(2, 1e-9);
    const arc: [number, number][] = Array.from({ length: 21 }, (_, k) => [
      10 + 4 * k,
      60 - 20 * Math.sin((Math.PI * k) / 20),
    ]);
    const hook: [number, number][] = [
      [10, 60],
      [80, 55],
      [84, 62],
      [78, 75],
    ];
    expect(drills.curve.pose(lines(hook), 4, random)).to.equal(null);
    const bend = drills.curve.pose(lines(arc), 4, random);
    expect(bend?.truth).to.be.closeTo(0.25, 1e-6);
    expect(bend && drills.curve.judge(bend, 0.27).error).to.be.closeTo(2, 1e-6);
  });

  it('choose greys that hold the right one, each as far from the next as asked', () => {
    const task = drills.value.pose({ ...upright, lightnessAt: () => 20 }, 9, seeded(4));
    if (task?.drill !== 'value') throw new Error('no task');
    expect(task.greys[task.truth]).to.be.closeTo(20, 1e-9);
    expect(Math.min(...task.greys)).to.be.at.least(0);
    expect(task.kind).to.equal('dark');
    expect(drills.value.judge(task, task.truth)).to.deep.equal({ error: 0, right: true });
    expect(drills.value.judge(task, task.truth + 1)).to.deep.equal({ error: 1, right: false });
  });

  it('put five patches in order that rise by no less than asked, and count the pairs that stand wrong', () => {
    // Lighter to the right, in bands that are even.
    const bands = { ...upright, lightnessAt: (x: number) => 10 + 4 * Math.floor(x / 5) };
    for (let seed = 0; seed < 20; seed++) {
      const task = drills.order.pose(bands, 6, seeded(seed));
      if (task?.drill !== 'order') throw new Error('no task');
      const inOrder = task.truth.map((patch) => task.lightness[patch]);
      const gaps = inOrder.slice(1).map((lightness, k) => lightness - inOrder[k]);
      expect(Math.min(...gaps)).to.equal(task.level);
      expect(task.level).to.be.at.least(6);
      // A patch may lie over two bands, and is as light as their mean.
      task.truth.forEach((patch, k) =>
        expect(inOrder[k]).to.be.closeTo(bands.lightnessAt(task.patches[patch].x), 4),
      );
      expect(drills.order.judge(task, task.truth)).to.deep.equal({ error: 0, right: true });
      const [a, b, c, d, e] = task.truth;
      expect(drills.order.judge(task, [b, a, c, d, e])).to.deep.equal({ error: 1, right: false });
      expect(drills.order.judge(task, [e, d, c, b, a])).to.deep.equal({ error: 10, right: false });
    }
  });

  it('are posed as far as the picture goes for an eye that sees little', () => {
    const bands = { ...upright, lightnessAt: (x: number) => 40 + Math.floor(x / 5) };
    for (let seed = 0; seed < 20; seed++) {
      // Whatever the patch is: seven greys fit around every lightness.
      const even = { ...upright, lightnessAt: () => 5 * seed };
      const greys = drills.value.pose(even, 40, seeded(seed));
      if (greys?.drill !== 'value') throw new Error('no greys');
      expect(Math.min(...greys.greys)).to.be.at.least(-1e-6);
      expect(Math.max(...greys.greys)).to.be.at.most(100 + 1e-6);
      expect(greys.greys[greys.truth]).to.be.closeTo(5 * seed, 1e-6);
      const inOrder = drills.order.pose(bands, 40, seeded(seed));
      expect(inOrder?.level).to.be.within(1, 5);
    }
  });

  it('ask of edges as hard to tell as wanted, each quality as often as the others', () => {
    const edges = (softness: number, contrast: number, edge: 'hard' | 'soft' | 'lost', at: number) =>
      lineOf(
        [
          [10, at],
          [50, at],
          [90, at],
        ],
        { id: `e${at}`, softness, contrast, edge },
      );
    const map = mapWith(100, 100, [
      // The limits are 1.5 mm and 4 L*: one and two doublings away.
      edges(0.75, 40, 'hard', 10),
      edges(0.375, 40, 'hard', 20),
      edges(3, 40, 'soft', 30),
      edges(6, 8, 'soft', 40),
      edges(1, 1, 'lost', 50),
      { ...edges(0.3, 40, 'hard', 60), byHand: true },
    ]);
    const source = { map, lightnessAt: () => 50 };
    const asked = new Map<number, number>();
    const random = seeded(2);
    for (let k = 0; k < 300; k++) {
      const task = drills.edge.pose(source, 1, random);
      if (task?.drill !== 'edge') throw new Error('no task');
      asked.set(task.at.y, (asked.get(task.at.y) ?? 0) + 1);
      if (task.at.y === 40) expect(task.level, 'as its contrast is near being lost').to.be.closeTo(1, 1e-9);
    }
    expect([...asked.keys()].sort((a, b) => a - b)).to.deep.equal([10, 30, 40, 50]);
    expect(asked.get(10)).to.be.within(70, 130);
    expect(asked.get(50)).to.be.within(70, 130);
    const hard = drills.edge.pose({ ...source, map: mapWith(100, 100, [map.lines[1]]) }, 1, random);
    expect(hard && drills.edge.judge(hard, 1)).to.deep.equal({ error: 1, right: false });
    expect(hard && drills.edge.judge(hard, 0)).to.deep.equal({ error: 0, right: true });
    // Where the picture is not known, no edge is asked for.
    expect(drills.edge.pose({ map, lightnessAt: () => NaN }, 1, random)).to.equal(null);
  });

  it('are not posed where there is nothing of the kind', () => {
    const empty = lines();
    for (const id of drillIds) {
      const uneven = { ...empty, lightnessAt: (x: number, y: number) => 50 + 40 * Math.sin(x) * Math.cos(y) };
      expect(drills[id].pose(uneven, drills[id].usual, seeded(1)), id).to.equal(null);
    }
  });

  it('come back in order: what was never done, what is weak, what is long ago', () => {
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
