import { expect } from 'chai';
import { lineOf, mapWith, seeded } from '../../testing/index.js';
import { drillIds, drills, type DrillSource } from '../index.js';

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
    // Whichever of the two comes up first, the shorter one is the unit.
    for (let seed = 0; seed < 20; seed++)
      expect(drills.proportion.pose(two, 10, seeded(seed))?.truth).to.be.closeTo(3, 1e-9);
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
});
