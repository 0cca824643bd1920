import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument, MapLine, MapShape } from '../../documents/index.js';
import { lineOf, mapWith } from '../../testing/index.js';
import { groundShapes, shareWithin, weighLines, type Areas } from './weigh.js';

const shape = (id: string, area: number): MapShape => ({ id, level: 0, area, rings: [] });
const level = (y: number, fromX: number, toX: number): [number, number][] =>
  Array.from({ length: 9 }, (_, k) => [fromX + ((toX - fromX) * k) / 8, y]);
const anywhere: Areas = { focal: null, quiet: null, excluded: null };

/** A surface of 200 × 100 mm: the ground along its border, a thing before it in two masses, and a speck. */
const map: MapDocument = {
  ...mapWith(200, 100, [
    lineOf(level(0, 0, 200), { id: 'border', kind: 'frame', left: null, right: 'ground' }),
    lineOf(level(30, 60, 100), { id: 'outline', left: 'ground', right: 'lit' }),
    lineOf(level(50, 60, 100), { id: 'between', left: 'lit', right: 'shaded' }),
    lineOf(level(80, 150, 190), { id: 'speck', left: 'ground', right: 'dot' }),
    lineOf(level(40, 60, 100), { id: 'fold', kind: 'detail', left: 'lit', right: 'lit' }),
  ]),
  shapes: [shape('ground', 12_000), shape('lit', 3000), shape('shaded', 2500), shape('dot', 20)],
};
const weighed = (on = map, areas = anywhere, focus = 0) =>
  new Map(weighLines(on, areas, focus).map((line) => [line.id, line]));
const changed = (id: string, change: Partial<MapLine>): MapDocument => ({
  ...map,
  lines: map.lines.map((line) => (line.id === id ? { ...line, ...change } : line)),
});

describe('how much a line matters', () => {
  it('follows from what it is part of: the outline of a thing before a limit between masses, before a speck', () => {
    const lines = weighed();
    expect([...groundShapes(map)]).to.deep.equal(['ground']);
    expect(lines.get('outline')?.part).to.equal('silhouette');
    expect(lines.get('between')?.part).to.equal('mass');
    for (const id of ['speck', 'fold']) expect(lines.get(id)?.part, id).to.equal('inner');
    const weight = (id: string) => lines.get(id)?.weight ?? NaN;
    expect(weight('outline')).to.be.greaterThan(weight('between'));
    expect(weight('between')).to.be.greaterThan(weight('fold'));
  });

  it('leaves the border of the frame as it is', () => {
    expect(weighed().get('border')).to.deep.equal(map.lines[0]);
  });

  it('grows with contrast, in lightness or colour, with length, and with a crisp edge', () => {
    const weight = (change: Partial<MapLine>) => weighed(changed('between', change)).get('between')?.weight;
    const usual = weight({}) ?? NaN;
    expect(weight({ contrast: 10 })).to.be.lessThan(usual);
    expect(weight({ contrast: 10, colour: 50 })).to.equal(usual);
    expect(weight({ edge: 'soft' })).to.be.lessThan(usual);
    expect(weight({ edge: 'lost' })).to.be.lessThan(weight({ edge: 'soft' }) ?? NaN);
    expect(weight({ points: level(50, 60, 180) })).to.be.greaterThan(usual);
  });

  it('is raised where the eye is led, lowered where it is kept quiet, and is no mass in what is left out', () => {
    const left = (x: number) => x < 120;
    const led = weighed(map, { ...anywhere, focal: left }, 1);
    expect(led.get('outline')?.weight).to.equal(weighed().get('outline')?.weight);
    expect(led.get('speck')?.weight).to.be.lessThan(weighed().get('speck')?.weight ?? NaN);
    // Without any focus asked for, areas of focus change nothing.
    expect(weighed(map, { ...anywhere, focal: left }, 0)).to.deep.equal(weighed());
    const quiet = weighed(map, { ...anywhere, quiet: left }).get('outline')?.weight;
    expect(quiet).to.be.lessThan(weighed().get('outline')?.weight ?? NaN);
    expect(weighed(map, { ...anywhere, excluded: left }).get('outline')?.part).to.equal('inner');
    expect(shareWithin({ points: level(50, 80, 160) }, left)).to.be.closeTo(4 / 9, 1 / 9);
  });

  it('lies between 0 and 1 whatever the line', () => {
    fc.assert(
      fc.property(
        fc.record({
          contrast: fc.double({ min: 0, max: 100, noNaN: true }),
          colour: fc.double({ min: 0, max: 100, noNaN: true }),
          edge: fc.constantFrom('hard' as const, 'soft' as const, 'lost' as const),
          kind: fc.constantFrom('boundary' as const, 'detail' as const, 'direction' as const),
          from: fc.double({ min: 0, max: 1, noNaN: true }),
          points: fc.array(fc.tuple(fc.integer({ max: 200, min: 0 }), fc.integer({ max: 100, min: 0 })), {
            minLength: 2,
            maxLength: 12,
          }),
        }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (change, focus) => {
          const areas = { focal: (x: number) => x > 50, quiet: (x: number) => x < 90, excluded: null };
          for (const { weight } of weighed(changed('between', change), areas, focus).values())
            expect(weight).to.be.within(0, 1);
        },
      ),
      { numRuns: 60 },
    );
  });
});
