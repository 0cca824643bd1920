import { expect } from 'chai';
import fc from 'fast-check';
import { defaultFitDecisions, surfaceKinds, usualOf } from '../fit/index.js';
import { lineOf, mapWith } from '../testing/line-map.js';
import { defaultTransferDecisions, type TransferDecisions } from './decisions.js';
import { findCrowded } from './gaps.js';
import { transferMethodIds, verdicts, type TransferMethod } from './methods/index.js';
import { amountOf, supplyWords } from './supplies.js';
import { weighMethods, type ToWeigh, type Weighed } from './verdict.js';

/** Two metres of line, well apart. */
const map = mapWith(
  300,
  240,
  Array.from({ length: 10 }, (_, k) =>
    lineOf(
      [
        [20, 20 + 20 * k],
        [220, 20 + 20 * k],
      ],
      { id: `l${k}` },
    ),
  ),
);

function weighed(
  change: Partial<Omit<ToWeigh, 'fit' | 'transfer'>> & {
    fit?: Partial<ToWeigh['fit']>;
    transfer?: Partial<TransferDecisions>;
  } = {},
): (method: TransferMethod) => Weighed {
  const { fit, transfer, ...rest } = change;
  const all = weighMethods({
    fit: {
      ...defaultFitDecisions,
      kind: 'drawing-paper',
      gramsPerM2: 120,
      widthMm: 300,
      heightMm: 240,
      ...fit,
    },
    transfer: { ...defaultTransferDecisions, ...transfer },
    map,
    sheets: { count: 2, barsMm: [100] },
    speed: { mmPerSecond: 5, secondsPerLift: 2 },
    lineMm: 0.35,
    ...rest,
  });
  return (method) => all.find((each) => each.method === method)!;
}

describe('weighing the methods', () => {
  it('says of every method on every surface what speaks for or against it, best first', () => {
    const surface = fc.constantFrom(...surfaceKinds.map(({ id }) => id));
    fc.assert(
      fc.property(surface, fc.boolean(), fc.boolean(), (kind, repeated, tired) => {
        const found = weighMethods({
          fit: { ...defaultFitDecisions, ...usualOf(kind), kind, widthMm: 300, heightMm: 240 },
          transfer: { ...defaultTransferDecisions, repeated, tired },
          map,
          sheets: { count: 1, barsMm: [] },
          speed: { mmPerSecond: 5, secondsPerLift: 2 },
          lineMm: 0.35,
        });
        expect(found.map(({ method }) => method)).to.have.members([...transferMethodIds]);
        const ranks = found.map(({ verdict }) => verdicts.indexOf(verdict));
        expect(ranks).to.deep.equal([...ranks].sort((a, b) => a - b));
        for (const { why, minutes, materials, leaves } of found) {
          expect(why).to.have.length.above(0);
          expect(minutes.whole).to.be.above(0);
          expect(materials).to.have.length.above(0);
          expect(leaves).to.not.equal('');
        }
      }),
      { numRuns: 40 },
    );
  });

  it('goes by what is seen through the paper: its weight, the light, the room, the printed line and the strip', () => {
    const box = (change: Parameters<typeof weighed>[0]) => weighed(change)('light-box').verdict;
    expect(box({})).to.equal('works');
    expect(box({ transfer: { room: 'lit' }, lineMm: 0.1 })).to.equal('with care');
    expect(box({ fit: { gramsPerM2: 200 }, transfer: { room: 'lit' }, lineMm: 0.1 })).to.equal(
      'does not work',
    );
    // Heavy paper is taken for hard to see through until one’s own strip says otherwise.
    expect(box({ fit: { gramsPerM2: 300 } })).to.equal('with care');
    expect(box({ fit: { gramsPerM2: 300 }, transfer: { viewer: 0.9 } })).to.equal('works');
    expect(box({ fit: { kind: 'wood-panel', gramsPerM2: null } })).to.equal('does not work');
  });

  it('minds the size of the light, the depth of the room, and how many sheets there are to join', () => {
    const why = (method: TransferMethod, change: Parameters<typeof weighed>[0]) =>
      weighed(change)(method).why.join();
    expect(why('light-box', { transfer: { lightMm: { widthMm: 240, heightMm: 300 } } })).not.to.contain(
      'larger',
    );
    expect(why('light-box', { transfer: { lightMm: { widthMm: 210, heightMm: 297 } } })).to.contain(
      'larger than the light',
    );
    expect(why('projector', { transfer: { roomDepthMm: 500 } })).to.contain('not deep enough');
    expect(why('projector', {})).not.to.contain('not deep enough');
    expect(why('transfer-sheet', { sheets: { count: 20, barsMm: [100] } })).to.contain('many sheets to join');
    // A projector needs none.
    expect(why('projector', { sheets: { count: 20, barsMm: [100] } })).not.to.contain('many sheets');
  });

  it('knows how broad the line becomes, by tooth or by the size of the projection, and where lines run together', () => {
    const line = (method: TransferMethod, fit: Partial<ToWeigh['fit']>) => weighed({ fit })(method).lineMm;
    expect(line('transfer-sheet', { kind: 'rough' })).to.be.above(
      line('transfer-sheet', { kind: 'hot-pressed' }),
    );
    expect(line('overhead-projector', { widthMm: 2850 })).to.be.closeTo(5, 1e-9);
    expect(line('projector', { widthMm: 300 })).to.equal(0.4);
    // 1920 pixels over 5 m: a pixel of 2.6 mm.
    expect(line('projector', { widthMm: 5000 })).to.be.closeTo((1.5 * 5000) / 1920, 1e-9);
    const close = mapWith(100, 100, [
      lineOf(
        [
          [10, 50],
          [90, 50],
        ],
        { id: 'a' },
      ),
      lineOf(
        [
          [10, 50.5],
          [50, 50.5],
        ],
        { id: 'b' },
      ),
    ]);
    const { share, spots } = findCrowded(close, 0.6);
    expect(share).to.be.within(0.5, 0.75);
    for (let k = 0; k < spots.length; k += 2) expect(spots[k]).to.be.below(52);
    expect(findCrowded(close, 0.3).share).to.equal(0);
  });

  it('takes everything to be at hand until something is said', () => {
    expect(weighed()('transfer-sheet').verdict).to.equal('works');
    const without = weighed({ transfer: { atHand: ['light'] } });
    expect(without('transfer-sheet').why.join()).to.contain('not at hand');
    expect(without('light-box').verdict).to.equal('works');
    // What everybody has needs no gear.
    expect(without('rubbed-backing').why.join()).not.to.contain('not at hand');
  });

  it('says what is used up, in amounts that grow with line, surface and sheets', () => {
    expect(weighed()('transfer-sheet').supplies).to.deep.equal([
      '2 printed sheets',
      '1 m of tape',
      '0.1 transfer sheets, as far as one marks',
    ]);
    const much = supplyWords([{ words: 'g of powder', perMetre: 0.4 }], {
      metres: 31,
      areaM2: 1,
      sheets: 1,
      sheetLifeMetres: 60,
    });
    expect(much).to.deep.equal(['13 g of powder']);
    // What one's own sheet marks is what counts.
    const worn = weighed({ transfer: { sheetLifeMetres: 4 } })('transfer-sheet').supplies;
    expect(worn).to.include('0.5 transfer sheets, as far as one marks');
    const measure = fc.double({ min: 0, max: 1000, noNaN: true });
    fc.assert(
      fc.property(measure, measure, (metres, areaM2) => {
        const supply = { words: 'x', each: 1, perMetre: 0.5, perM2: 2, perSheet: 3 };
        const amount = amountOf(supply, { metres, areaM2, sheets: 2, sheetLifeMetres: 60 });
        expect(amount).to.be.closeTo(1 + 0.5 * metres + 2 * areaM2 + 6, 1e-6);
      }),
    );
  });
});
