import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument } from '../../documents/index.js';
import { annealOrder, lineOf, mapWith, drawingScene, sketchMap } from '../../testing/index.js';
import { checkMarks } from './check-marks.js';
import {
  leastPalmCrossings,
  mapOrder,
  orderLines,
  type LineOrder,
  type OrderOptions,
} from './order-lines.js';
import { linesUnderPalm, pairsUnderEachOther, palmCrossings, palmDirection } from './palm.js';
import { planTracing } from './plan-tracing.js';
import { orderSchools } from './schools.js';
import { cutSections } from './sections.js';
import { tracedLinesOf } from './traced-lines.js';

const usual: OrderOptions = { school: 'away-from-hand', hand: 'right', material: 'graphite' };

/** Short strokes at given places. */
const strokesAt = (places: readonly (readonly [number, number])[]): MapDocument =>
  mapWith(
    300,
    240,
    places.map(([x, y], i) =>
      lineOf(
        [
          [x, y],
          [x + 4, y + 1],
        ],
        { id: `s${i}` },
      ),
    ),
  );

/** Rings and strokes anywhere, some alike and some touching. */
const drawing = fc
  .array(
    fc.record({
      x: fc.integer({ min: 0, max: 280 }),
      y: fc.integer({ min: 0, max: 220 }),
      closed: fc.boolean(),
      traced: fc.boolean(),
    }),
    { minLength: 1, maxLength: 40 },
  )
  .map((marks) =>
    mapWith(
      300,
      240,
      marks.map(({ x, y, closed, traced }, i) =>
        lineOf(
          [
            [x, y],
            [x + 9, y],
            [x + 9, y + 7],
          ],
          { id: `m${i}`, closed, kind: traced ? 'boundary' : 'frame' },
        ),
      ),
    ),
  )
  .filter((map) => map.lines.some(({ kind }) => kind === 'boundary'));

/** The way of the lifted point, measured from the lines themselves. */
function walked(map: MapDocument, { lines }: Pick<LineOrder, 'lines'>): number {
  const byId = new Map(map.lines.map((line) => [line.id, line]));
  let sum = 0;
  let last: readonly [number, number] | null = null;
  for (const { id, reversed, start } of lines) {
    const { points, closed } = byId.get(id)!;
    const ends = closed ? [points[start], points[start]] : [points[0], points[points.length - 1]];
    if (reversed) ends.reverse();
    if (last) sum += Math.hypot(ends[0][0] - last[0], ends[0][1] - last[1]);
    last = ends[1];
  }
  return sum;
}

describe('the order of tracing', () => {
  it('has every traced line once, in every school, and its way is the way walked', () => {
    fc.assert(
      fc.property(drawing, fc.constantFrom(...orderSchools), fc.boolean(), (map, school, left) => {
        const order = orderLines(map, { ...usual, school, hand: left ? 'left' : 'right' });
        const traced = map.lines.filter(({ kind }) => kind === 'boundary').map(({ id }) => id);
        expect(order.lines.map(({ id }) => id).sort()).to.deep.equal(traced.sort());
        expect(order.travelMm).to.be.closeTo(walked(map, order), 1e-6);
        for (const { id, start } of order.lines)
          if (!map.lines.find((line) => line.id === id)!.closed) expect(start).to.equal(0);
      }),
      { numRuns: 60 },
    );
  });

  it('goes along a row of strokes from one end to the other', () => {
    const places = [5, 90, 30, 60, 15, 75, 45].map((x) => [x, 50] as const);
    const { lines, travelMm } = orderLines(strokesAt(places), { ...usual, school: 'shortest' });
    const xs = lines.map(({ id }) => places[Number(id.slice(1))][0]);
    expect([...xs].sort((a, b) => a - b)).to.deep.equal(xs[0] === 5 ? xs : [...xs].reverse());
    expect(travelMm).to.be.lessThan(75);
  });

  it('begins a ring where its neighbours lie nearest', () => {
    const ring: [number, number][] = Array.from({ length: 40 }, (_, k) => [
      100 + 50 * Math.cos((Math.PI * k) / 20),
      100 + 50 * Math.sin((Math.PI * k) / 20),
    ]);
    const map = mapWith(300, 240, [
      lineOf(
        [
          [20, 90],
          [45, 99],
        ],
        { id: 'before' },
      ),
      lineOf(ring, { id: 'ring', closed: true }),
      lineOf(
        [
          [45, 101],
          [20, 110],
        ],
        { id: 'after' },
      ),
    ]);
    const order = orderLines(map, { ...usual, school: 'shortest' });
    expect(order.travelMm).to.be.lessThan(13);
    expect(order.lines.find(({ id }) => id === 'ring')!.start).to.be.within(18, 22);
  });

  it('is far shorter than the map’s own, and near what a long search finds', () => {
    for (const k of [0, 4, 9]) {
      const map = sketchMap(drawingScene(k));
      const traced = tracedLinesOf(map);
      const order = orderLines(map, { ...usual, school: 'shortest', care: 'thorough' });
      expect(order.travelMm).to.be.lessThan(0.65 * mapOrder(map, 'right').travelMm);
      const numberOf = new Map(traced.lines.map(({ id }, i) => [id, i]));
      const begun = order.lines.map((line) => ({ ...line, line: numberOf.get(line.id)! }));
      expect(order.travelMm).to.be.lessThan(1.08 * annealOrder(traced, begun, 1));
    }
  });

  it('keeps either hand off what is traced', () => {
    const places = Array.from(
      { length: 120 },
      (_, k) => [((k * 89) % 280) + 5, ((k * 53) % 220) + 5] as const,
    );
    const map = strokesAt(places);
    for (const hand of ['right', 'left'] as const) {
      const sparing = orderLines(map, { ...usual, hand });
      const shortest = orderLines(map, { ...usual, hand, school: 'shortest' });
      expect(sparing.palmCrossings).to.be.lessThan(0.5 * mapOrder(map, hand).palmCrossings);
      expect(sparing.palmCrossings).to.be.lessThan(0.5 * shortest.palmCrossings);
      const chalk = orderLines(map, { ...usual, hand, material: 'chalk' });
      expect(chalk.palmCrossings).to.be.at.most(sparing.palmCrossings);
      // The hand lies below and to its own side: what lies the other way comes first.
      const { x, y } = palmDirection(hand);
      const along = sparing.lines.map(({ id }) => {
        const [px, py] = places[Number(id.slice(1))];
        return px * x + py * y;
      });
      const mean = (part: number[]) => part.reduce((sum, each) => sum + each, 0) / part.length;
      expect(mean(along.slice(0, 30))).to.be.lessThan(mean(along.slice(-30)) - 50);
    }
  });

  it('counts a rest of the hand once for each line under it', () => {
    // The hand of a right-hander lies some 70 mm down and 45 mm right of the point.
    const traced = tracedLinesOf(
      strokesAt([
        [20, 20],
        [65, 80],
        [20, 200],
      ]),
    );
    const right = linesUnderPalm(traced, 'right');
    expect(palmCrossings(right, [0, 1, 2])).to.equal(0);
    expect(palmCrossings(right, [1, 2, 0])).to.equal(1);
    expect(palmCrossings(linesUnderPalm(traced, 'left'), [1, 2, 0])).to.equal(0);
    expect(pairsUnderEachOther(right)).to.equal(0);
  });

  it('spares at least half of the rests that can be spared, and knows which cannot', () => {
    const crossing = mapWith(300, 240, [
      lineOf(
        [
          [0, 0],
          [200, 200],
        ],
        { id: 'falling' },
      ),
      lineOf(
        [
          [0, 200],
          [200, 0],
        ],
        { id: 'rising' },
      ),
    ]);
    // Either lies under the hand somewhere while the other is traced.
    expect(leastPalmCrossings(crossing, 'right')).to.equal(1);
    expect(orderLines(crossing, usual).palmCrossings).to.equal(1);
    for (let k = 0; k < 6; k++) {
      const map = sketchMap(drawingScene(k));
      const least = leastPalmCrossings(map, 'right');
      const { palmCrossings: rests, travelMm } = orderLines(map, { ...usual, care: 'thorough' });
      const own = mapOrder(map, 'right');
      expect(rests - least, String(k)).to.be.at.most(0.5 * (own.palmCrossings - least));
      expect(travelMm, String(k)).to.be.below(own.travelMm);
    }
  });

  it('follows the groups of a school', () => {
    const at = (id: string, y: number, rest: object) =>
      lineOf(
        [
          [20, y],
          [60, y],
        ],
        { id, ...rest },
      );
    const map = mapWith(300, 240, [
      at('inner', 20, { part: 'inner', left: 'light', right: 'light' }),
      at('outer', 200, { part: 'silhouette', left: 'dark', right: null }),
      at('mass', 110, { part: 'mass', left: 'light', right: 'middle' }),
    ]);
    map.shapes = (['dark', 'middle', 'light'] as const).map((id, level) => ({
      id,
      level,
      area: 1,
      rings: [],
    }));
    const ids = (school: OrderOptions['school'], focus: { x: number; y: number } | null = null) =>
      orderLines(map, { ...usual, school, focus }).lines.map(({ id }) => id);
    expect(ids('outline-first')).to.deep.equal(['outer', 'mass', 'inner']);
    expect(ids('dark-to-light')).to.deep.equal(['outer', 'mass', 'inner']);
    expect(ids('top-to-bottom')).to.deep.equal(['inner', 'mass', 'outer']);
    expect(ids('focal-first', { x: 40, y: 20 })[0]).to.equal('inner');
    expect(ids('inside-out')[0]).to.equal('mass');
  });

  it('refuses a map without lines, or with more than a hand traces, with a sentence', () => {
    expect(() => orderLines(mapWith(300, 240, []), usual)).to.throw('no lines to trace');
    const many = mapWith(
      300,
      240,
      Array.from({ length: 20_001 }, (_, k) =>
        lineOf(
          [
            [0, 0],
            [1, 1],
          ],
          { id: `m${k}` },
        ),
      ),
    );
    expect(() => orderLines(many, usual)).to.throw('more than a hand traces');
  });

  it('goes from place to place of a transfer sheet smaller than the work, by the school at each', () => {
    const map = strokesAt(
      Array.from({ length: 60 }, (_, k) => [10 + 45 * (k % 6), 10 + 22 * Math.floor(k / 6)] as const),
    );
    const sheet = { widthMm: 150, heightMm: 130 };
    const plan = planTracing(map, { ...usual, method: 'transfer-sheet', stretchMinutes: 25, sheet });
    const { places, sections, lines } = plan;
    if (!places) throw new Error('The sheet is smaller than the work.');
    expect(places).to.have.length.within(4, 5);
    expect(sections.map(({ place }) => place)).to.deep.equal([...places.keys()]);
    expect(sections.flatMap(({ from, to }) => lines.slice(from, to + 1))).to.deep.equal(lines);
    const at = new Map(map.lines.map(({ id, points }) => [id, points]));
    for (const { from, to, place } of sections)
      for (const { id } of lines.slice(from, to + 1))
        for (const [x, y] of at.get(id) ?? []) {
          const on = places[place ?? -1];
          expect(x).to.be.within(on.x - 1e-6, on.x + on.width + 1e-6);
          expect(y).to.be.within(on.y - 1e-6, on.y + on.height + 1e-6);
        }
    const whole = planTracing(map, { ...usual, method: 'transfer-sheet', stretchMinutes: 25, sheet: null });
    expect(whole).to.deep.include({ places: null, across: [] });
    expect(whole.sections.every(({ place }) => place === null)).to.equal(true);
  });

  it('puts a drawing the size of a house front in order as well', () => {
    const far = mapWith(2e6, 1e6, [
      lineOf(
        [
          [0, 0],
          [1e6, 10],
        ],
        { id: 'long' },
      ),
      lineOf(
        [
          [1.9e6, 9e5],
          [1.9e6, 9.5e5],
        ],
        { id: 'far' },
      ),
    ]);
    expect(orderLines(far, usual).lines).to.have.length(2);
  });
});

describe('stretches of tracing', () => {
  it('hold every line once, are about as long as asked, and are cut where the point is lifted farthest', () => {
    const seconds = new Float64Array(100).fill(10);
    const ways = new Float64Array(100).fill(1);
    ways[31] = 50;
    const sections = cutSections(seconds, ways, 5);
    expect(sections.map(({ from }) => from)[1]).to.equal(31);
    expect(sections.reduce((sum, { minutes }) => sum + minutes, 0)).to.be.closeTo(1000 / 60, 1e-9);
    for (const { minutes } of sections) expect(minutes).to.be.within(3, 7);
    sections.forEach(({ from }, i) => expect(from).to.equal(i === 0 ? 0 : sections[i - 1].to + 1));
    expect(sections.at(-1)?.to).to.equal(99);
    expect(cutSections(seconds, ways, 60)).to.have.length(1);
    // One line longer than a stretch is a stretch of its own.
    expect(cutSections([900, 900], [0, 5], 5)).to.have.length(2);
  });

  it('cost what their lines and lifts cost, by method', () => {
    const map = strokesAt([
      [10, 10],
      [40, 10],
      [70, 10],
    ]);
    const plan = (method: 'light-box' | 'grid-by-hand') =>
      planTracing(map, {
        ...usual,
        method,
        stretchMinutes: 25,
        speed: { mmPerSecond: 8, secondsPerLift: 1.5 },
      });
    expect(60 * plan('light-box').minutes).to.be.closeTo(3 * (Math.hypot(4, 1) / 8 + 1.5), 1e-9);
    expect(plan('grid-by-hand').minutes).to.be.greaterThan(2 * plan('light-box').minutes);
  });
});

describe('check marks', () => {
  const surface = { width: 300, height: 240 };
  it('lie on lines near opposite corners, along the longer diagonal, away from the edge', () => {
    const marks = checkMarks(
      tracedLinesOf(
        strokesAt([
          [150, 20],
          [20, 30],
          [250, 210],
          [60, 200],
          // Farther out than all others, but under the tape.
          [294, 236],
        ]),
      ),
      surface,
    );
    expect(marks.map(({ line, corner }) => `${corner} ${line}`)).to.deep.equal([
      'upper left s1',
      'lower right s2',
    ]);
    expect(checkMarks(tracedLinesOf(mapWith(300, 240, [])), surface)).to.deep.equal([]);
  });
});
