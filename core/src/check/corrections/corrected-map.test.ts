import { expect } from 'chai';
import { isTraced, mapDocumentSchema } from '../../documents/index.js';
import { lineOf, mapWith } from '../../testing/index.js';
import { correctedMap } from './corrected-map.js';

describe('a map corrected on paper', () => {
  const lines = ['a', 'b', 'paper-1'].map((id, i) =>
    lineOf(
      [
        [10, 10 + i],
        [90, 10 + i],
      ],
      { id },
    ),
  );
  const map = mapWith(100, 80, lines);
  const points: [number, number][] = [
    [20, 40],
    [50, 44],
  ];
  const sheet = {
    label: 'A1',
    seen: 1,
    offMm: 0,
    struck: ['b'],
    added: [{ points, lengthMm: 30, widthMm: 0.4 }],
  };

  it('has what was drawn, leaves out what was struck out, and takes no name twice', () => {
    const corrected = mapDocumentSchema.parse(JSON.parse(JSON.stringify(correctedMap(map, sheet))));
    expect(corrected.lines.filter(isTraced).map(({ id }) => id)).to.deep.equal(['a', 'paper-1', 'paper-2']);
    expect(corrected.lines.find(({ id }) => id === 'b')).to.include({ kept: false, leftOut: 'hand' });
    expect(corrected.lines.at(-1)).to.deep.include({ points, byHand: true, width: 0.4 });
  });

  it('is the same where nothing was changed, and the first one stays as it was', () => {
    expect(correctedMap(map, { ...sheet, struck: [], added: [] })).to.deep.equal(map);
    expect(map.lines.every(({ kept }) => kept === undefined)).to.equal(true);
  });
});
