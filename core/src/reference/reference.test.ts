import { expect } from 'chai';
import { labOfSrgb } from '../colour/index.js';
import { worstFirst } from '../notes/index.js';
import { greyByLightness } from './looking/grey.js';
import { referenceNotes, type ReferenceFacts } from './notes.js';

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

const facts: ReferenceFacts = {
  decisions: { permission: 'own' },
  size: { width: 4000, height: 3000 },
  pxPerMm: 12,
  pencilMm: 0.5,
  judgement: null,
  cornerFault: null,
  ratioReckoned: false,
};

describe('notes on the reference', () => {
  const ids = (change: Partial<ReferenceFacts>) =>
    referenceNotes({ ...facts, ...change }, 'mm').map(({ id }) => id);

  it('remind of the permission until it is noted', () => {
    const notes = referenceNotes({ ...facts, decisions: { permission: 'unsure' } }, 'mm');
    const note = notes.find(({ id }) => id === 'reference-permission')!;
    expect(note.why).to.match(/the law differs from place to place/);
    expect(note.ways[0].change).to.deep.equal({ permission: 'own' });
    expect(ids({})).not.to.include('reference-permission');
  });

  it('say up to which size the picture stays crisp, and warn beyond it', () => {
    const [crisp] = referenceNotes(facts, 'mm');
    expect(crisp.weight).to.equal('plain');
    expect(crisp.says).to.match(/12\.0 on a millimetre.*crisp up to 1000 × 750 mm for a 0\.5 mm point/);
    expect(referenceNotes({ ...facts, pxPerMm: 3.9 }, 'mm')[0].weight).to.equal('watch');
  });

  it('say that corners which cannot be are not used', () => {
    const notes = referenceNotes({ ...facts, cornerFault: 'The sides cross.' }, 'mm');
    expect(worstFirst(notes)[0]).to.include({ id: 'reference-corners', weight: 'fix' });
    expect(ids({})).not.to.include('reference-corners');
  });

  it('say when the ratio is only estimated', () => {
    expect(ids({ ratioReckoned: true })).to.include('reference-ratio');
  });

  it('are read worst first', () => {
    const note = (id: string, weight: 'fix' | 'watch' | 'plain') => ({
      id,
      weight,
      says: '',
      why: '',
      ways: [],
    });
    const order = worstFirst([note('a', 'plain'), note('b', 'fix'), note('c', 'watch'), note('d', 'fix')]);
    expect(order.map(({ id }) => id)).to.deep.equal(['b', 'd', 'c', 'a']);
  });
});
