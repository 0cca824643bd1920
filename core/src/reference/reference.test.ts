import { expect } from 'chai';
import { labOfSrgb } from '../colour/index.js';
import { worstFirst } from '../notes/index.js';
import { defaultReferenceDecisions } from './decisions.js';
import { greyByLightness } from './grey.js';
import { referenceNotes } from './notes.js';

describe('the grey version', () => {
  it('has the lightness of the colour at every pixel', () => {
    const data = Uint8Array.from({ length: 3 * 500 }, (_, i) => (i * 73 + (i % 7) * 31) % 256);
    const grey = data.slice();
    greyByLightness(grey, 3);
    for (let i = 0; i < data.length; i += 3) {
      const wanted = labOfSrgb(data[i], data[i + 1], data[i + 2]).lightness;
      expect(labOfSrgb(grey[i], grey[i + 1], grey[i + 2]).lightness).to.be.closeTo(wanted, 0.35);
      expect(grey[i + 1]).to.equal(grey[i]);
    }
  });

  it('leaves transparency as it is', () => {
    const data = Uint8Array.of(255, 0, 0, 77);
    greyByLightness(data, 4);
    expect([...data]).to.deep.equal([127, 127, 127, 77]);
  });
});

describe('notes on the reference', () => {
  const size = { width: 4000, height: 3000 };
  it('remind of the permission until it is noted', () => {
    const [, note] = referenceNotes(defaultReferenceDecisions, size);
    expect(note.why).to.match(/the law differs from place to place/);
    const decided = { ...defaultReferenceDecisions, ...note.ways[0].change };
    expect(referenceNotes(decided, size)).to.have.length(1);
  });

  it('warn of a picture with very few pixels', () => {
    expect(referenceNotes(defaultReferenceDecisions, { width: 300, height: 200 })[0].weight).to.equal(
      'watch',
    );
    expect(referenceNotes(defaultReferenceDecisions, size)[0].weight).to.equal('plain');
  });

  it('are read worst first', () => {
    const note = (id: string, weight: 'mend' | 'watch' | 'plain') => ({
      id,
      weight,
      says: '',
      why: '',
      ways: [],
    });
    const order = worstFirst([note('a', 'plain'), note('b', 'mend'), note('c', 'watch'), note('d', 'mend')]);
    expect(order.map(({ id }) => id)).to.deep.equal(['b', 'd', 'c', 'a']);
  });
});
