import { expect } from 'chai';
import { mapWith, pagesOf, sheetsOf, sourceOf, wordsIn } from '../../testing/index.js';
import { SheetError } from '../layout/tiling.js';
import { measuresCsv } from './setting-out.js';

describe('the reference', () => {
  const crop = { x: 100, y: 50, width: 3000, height: 2400 };

  it('is cut so that every sheet shows its own part', () => {
    const set = sheetsOf(mapWith(300, 240), { kind: 'reference', look: 'grey' }, {}, { crop });
    const shown = set.tiled!.printed.map((tile, i) => {
      const item = set.page(i).items.find(({ kind }) => kind === 'picture');
      if (item?.kind !== 'picture') throw new Error('no picture');
      expect(item.window.x).to.be.closeTo(100 + tile.window.x * 10, 1e-6);
      expect(item.across[0]).to.be.closeTo(tile.window.width, 1e-6);
      return item.window.width;
    });
    expect(shown[0] + shown[1]).to.be.closeTo(3000 + 100, 1e-6);
  });

  it('has close-ups at a stated enlargement', () => {
    const set = sheetsOf(
      mapWith(300, 240),
      { kind: 'close-ups', enlarged: 3 },
      {},
      { crop, closeUps: [{ x: 150, y: 120, text: 'handle unclear' }] },
    );
    const item = set.page(0).items.find(({ kind }) => kind === 'picture');
    if (item?.kind !== 'picture') throw new Error('no picture');
    expect(item.across[0] / (item.window.width / 10)).to.be.closeTo(3, 1e-9);
    expect(wordsIn(set.page(0).items).join(' '))
      .to.include('handle unclear')
      .and.to.include('3 times its size');
  });

  it('cannot be printed when there is none', () => {
    for (const kind of ['reference', 'grid-reference', 'close-ups'] as const)
      expect(() => sheetsOf(mapWith(100, 100), { kind })).to.throw(SheetError, /no reference/);
  });
});

describe('papers beside the drawing', () => {
  it('say what they are for, each on one page', () => {
    const rest = {
      sketch: { widthMm: 100, heightMm: 80 },
      decided: [['Surface', 'cold-pressed paper']] as const,
      steps: Array.from(
        { length: 30 },
        (_, i) => `Step ${i + 1}: lift the sheet and look whether every line has come through.`,
      ),
    };
    const words = (kind: 'card' | 'label' | 'order-slip' | 'setting-out' | 'calibration' | 'test-strip') => {
      const set = sheetsOf(mapWith(300, 240), { kind }, {}, rest);
      expect(set.count, kind).to.equal(1);
      return wordsIn(set.page(0).items).join(' ');
    };
    expect(words('card')).to.include('cold-pressed paper').and.to.include('30. Step 30');
    expect(words('label')).to.include('REVERSE').and.to.include('map 3');
    expect(words('order-slip')).to.include('300.0 %');
    expect(words('setting-out')).to.include('from the edge itself');
    expect(words('calibration')).to.include('A to C');
    expect(words('test-strip')).to.include('0.15 mm').and.to.include('6 as hard as you can');
  });

  it('keep within the paper', () => {
    for (const kind of ['card', 'label', 'setting-out', 'calibration', 'test-strip', 'film'] as const) {
      for (const { widthMm, heightMm, items } of pagesOf(
        sheetsOf(mapWith(300, 240), { kind, paper: 'a3' }),
      )) {
        for (const item of items) {
          if (item.kind !== 'stroke') continue;
          for (let i = 0; i < item.points.length; i += 2) {
            expect(item.points[i]).to.be.within(4.9, widthMm - 4.9);
            expect(item.points[i + 1]).to.be.within(4.9, heightMm - 4.9);
          }
        }
      }
    }
  });
});

describe('the order slip', () => {
  const words = (sketch: { widthMm: number; heightMm: number }) =>
    wordsIn(sheetsOf(mapWith(300, 240), { kind: 'order-slip' }, {}, { sketch }).page(0).items).join(' ');

  it('orders passes where one does not reach', () => {
    expect(words({ widthMm: 50, heightMm: 40 }))
      .to.include('600.0 %')
      .and.to.match(/In 2 passes: 244\.9 %, then 245\.0 %\./);
    expect(words({ widthMm: 100, heightMm: 80 })).not.to.include('passes');
  });

  it('says how far the height comes out where the sketch has another ratio', () => {
    expect(words({ widthMm: 100, heightMm: 90 }))
      .to.include('30 mm too large')
      .and.to.include('266.7 %');
    expect(words({ widthMm: 100, heightMm: 75 })).to.include('15 mm too small');
  });

  it('cannot be made of a sketch nobody measured', () => {
    expect(() => sheetsOf(mapWith(300, 240), { kind: 'order-slip' })).to.throw(
      SheetError,
      /not been measured/,
    );
  });
});

describe('the setting-out sheet', () => {
  const measures = Array.from({ length: 90 }, (_, i) => ({
    name: `landmark ${i + 1}`,
    of: 'landmark' as const,
    x: 3 * i,
    y: 2 * i,
    fromSideMm: 3 * i,
    fromLevelMm: 2 * i,
  }));
  const settingOut = { datum: 'top-left', side: 'left', level: 'top', measures, really: null } as const;

  it('goes on over as many pages as its measures take, each measure once', () => {
    const set = sheetsOf(mapWith(300, 240), { kind: 'setting-out' }, {}, { settingOut });
    expect(set.count).to.be.greaterThan(1);
    expect(set.labels[0]).to.equal('setting out 1');
    const words = pagesOf(set).flatMap(({ items }) => wordsIn(items));
    for (const { name } of measures)
      expect(words.filter((line) => line.includes(` ${name}:`))).to.have.length(1);
  });

  it('goes out as CSV to a thousandth of a millimetre', () => {
    const rows = measuresCsv(sourceOf(mapWith(300, 240), { settingOut }))
      .trimEnd()
      .split('\r\n');
    expect(rows).to.have.length(91);
    expect(rows[2]).to.equal('"landmark 2",3.000,2.000');
  });
});
