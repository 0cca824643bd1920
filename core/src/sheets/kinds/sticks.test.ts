import { expect } from 'chai';
import fc from 'fast-check';
import type { Place } from '../../map/index.js';
import { sheetDecisionsSchema, defaultSheetDecisions, type Stick } from '../decisions.js';
import { stickGiven, usualSticks } from './sticks.js';

/** Three shapes side by side, told apart by where a place lies across the picture. */
const shapeOf = ([u]: Place) => Math.floor(3 * u);
const inSame = (at: Place) => (other: Place) => shapeOf(at) === shapeOf(other);
const give = (sticks: readonly Stick[], name: string, at: Place, colour = '#a4553c') =>
  stickGiven(sticks, { name, colour }, at, inSame(at));
/** Which stick each of the shapes has. */
const owners = (sticks: readonly Stick[]) =>
  [0, 1, 2].map((shape) => sticks.findLast(({ at }) => at.some((place) => shapeOf(place) === shape))?.name);

describe('giving sticks to shapes', () => {
  it('takes up a stick, gives it to more shapes, and takes it from them again', () => {
    let sticks = give([], 'sanguine', [0.1, 0.5]);
    sticks = give(sticks, 'sanguine', [0.9, 0.5]);
    expect(sticks).to.have.length(1);
    expect(owners(sticks)).to.deep.equal(['sanguine', undefined, 'sanguine']);
    // Anywhere in the shape will do.
    sticks = give(sticks, 'sanguine', [0.2, 0.9]);
    expect(owners(sticks)).to.deep.equal([undefined, undefined, 'sanguine']);
    expect(give(sticks, 'sanguine', [0.8, 0.1])).to.deep.equal([]);
  });

  it('takes a shape from the stick that had it, and puts that down when it has none left', () => {
    const sticks = give(give([], 'sanguine', [0.1, 0.5]), 'umber', [0.2, 0.2], '#6f5b48');
    expect(sticks).to.deep.equal([{ name: 'umber', colour: '#6f5b48', at: [[0.2, 0.2]] }]);
  });

  it('never gives a shape two sticks, and never loses another shape’s', () => {
    const step = fc.record({
      name: fc.constantFrom('a', 'b', 'c'),
      at: fc.tuple(fc.double({ min: 0, max: 0.999, noNaN: true }), fc.constant(0.5)),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        let sticks: Stick[] = [];
        for (const { name, at } of steps) {
          const before = owners(sticks);
          sticks = give(sticks, name, at);
          const after = owners(sticks);
          for (const shape of [0, 1, 2]) {
            if (shape !== shapeOf(at)) expect(after[shape]).to.equal(before[shape]);
            const places = sticks.flatMap((own) => own.at).filter((place) => shapeOf(place) === shape);
            expect(places.length).to.be.at.most(1);
          }
          expect(after[shapeOf(at)]).to.equal(before[shapeOf(at)] === name ? undefined : name);
        }
      }),
    );
  });

  it('gives only what can be kept', () => {
    const sticks = usualSticks.reduce<Stick[]>(
      (given, { name, colour }, i) => give(given, name, [(i % 3) / 3, 0.5], colour),
      [],
    );
    const decisions = {
      ...defaultSheetDecisions,
      backing: { ...defaultSheetDecisions.backing, sticks },
    };
    expect(sheetDecisionsSchema.parse(decisions)).to.deep.equal(decisions);
  });
});
