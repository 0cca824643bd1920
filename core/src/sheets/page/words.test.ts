import { expect } from 'chai';
import { mapWith, pagesOf, sheetsOf, wordsIn } from '../../testing/index.js';
import { sheetKindIds, type SheetKind } from '../decisions.js';
import { foot, type FootText } from './foot.js';
import type { PageItem, PageText } from './page.js';
import type { SheetSource } from '../source.js';
import { Column, fittingWords, shortenedTo, textWidthMm } from './words.js';

/** A work with much to say. */
const wordy: Partial<SheetSource> = {
  title: 'A title that is long, of a still life with a kettle, a lantern and three pears on a bench',
  sketch: { widthMm: 100, heightMm: 80 },
  crop: { x: 0, y: 0, width: 3000, height: 2400 },
  credit: `By ${'a painter of the boathouse '.repeat(20)}`,
  pins: [{ x: 50, y: 50, text: `${'the shadow of the handle '.repeat(18)}.`, settled: true }],
  closeUps: [{ x: 50, y: 50, text: `${'the shadow of the handle '.repeat(18)}.` }],
  decided: [['Surface', 'cold-pressed paper of two hundred grams, stretched wet on a board']],
  steps: Array.from(
    { length: 14 },
    (_, i) => `Step ${i + 1}: lift the sheet, and look whether it came through.`,
  ),
};
const kinds = sheetKindIds.filter((kind) => kind !== 'values' && kind !== 'numbers');

const textsIn = (items: readonly PageItem[]): PageText[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item] : []));

/** From where to where a line of text goes, mm. */
function spanOf({ x, text, sizeMm, anchor }: PageText): [number, number] {
  const width = textWidthMm(text, sizeMm);
  const start = x - { start: 0, middle: 0.5, end: 1 }[anchor] * width;
  return [start, start + width];
}

describe('words on sheets', () => {
  const papers = {
    a3: {},
    a5: {},
    a6: {},
    custom: { customMm: { widthMm: 90, heightMm: 130 } },
  } as const;
  for (const [paper, rest] of Object.entries(papers)) {
    it(`stay on the printable part of ${paper}, whatever is printed`, () => {
      for (const kind of kinds) {
        const set = sheetsOf(mapWith(300, 240), { kind, paper: paper as 'a3', ...rest }, {}, wordy);
        for (const { items, label, widthMm, heightMm } of pagesOf(set)) {
          for (const text of textsIn(items)) {
            const [from, to] = spanOf(text);
            const what = `${kind}, ${label}: ${text.text}`;
            expect(from, what).to.be.at.least(4.7);
            expect(to, what).to.be.at.most(widthMm - 4.7);
            expect(text.y - 0.75 * text.sizeMm, what).to.be.at.least(4.7);
            expect(text.y, what).to.be.at.most(heightMm - 4.7);
          }
        }
      }
    });
  }

  it('that do not fit are told of, with a way out that lets them fit', () => {
    const small = { paper: 'custom', customMm: { widthMm: 60, heightMm: 80 } } as const;
    for (const kind of ['card', 'label', 'test-strip', 'calibration'] as SheetKind[]) {
      const note = sheetsOf(mapWith(300, 240), { kind, ...small }, {}, wordy).notes.find(
        ({ id }) => id === 'sheets-cut',
      );
      expect(note?.weight, kind).to.equal('fix');
      const mended = sheetsOf(mapWith(300, 240), { kind, ...small, ...note?.ways[0]?.change }, {}, wordy);
      expect(
        mended.notes.map(({ id }) => id),
        kind,
      ).not.to.include('sheets-cut');
    }
  });

  it('of a pinned detail are cut short rather than left out', () => {
    const [page] = pagesOf(sheetsOf(mapWith(300, 240), { kind: 'close-ups' }, {}, wordy));
    const words = wordsIn(page.items).join(' ');
    expect(words).to.match(/1 the shadow of the handle .*…/);
    expect(words).to.include('from the top');
  });
});

describe('the foot of a sheet', () => {
  const text: FootText = {
    title: 'Kettle, lantern and pears',
    called: 'REVERSE SIDE, mirrored',
    label: 'B2',
    number: 5,
    of: 12,
    barOnLeft: false,
  };
  const at = (widthMm: number, rest: Partial<FootText> = {}) =>
    textsIn(foot({ widthMm, heightMm: 200 }, { ...text, ...rest }));

  it('says all of it where there is room', () => {
    expect(at(200).map((one) => one.text)).to.deep.equal([
      '100 mm both ways: check with a ruler',
      'Kettle, lantern and pears · REVERSE SIDE, mirrored',
      'B2 · 5 of 12 · print at 100 %',
    ]);
  });

  it('keeps which side and which sheet it is on the narrowest paper, and writes nothing over another', () => {
    for (const widthMm of [36, 50, 70, 95, 111, 140, 200]) {
      const [bar, left, right] = at(widthMm, { title: 'A title without end '.repeat(5) });
      expect(right?.text, `${widthMm}`).to.match(/^B2/);
      expect(left?.text, `${widthMm}`).to.match(widthMm < 50 ? /^REVERSE/ : /REVERSE SIDE/);
      expect(spanOf(left)[1]).to.be.lessThan(spanOf(right)[0]);
      expect(spanOf(bar)[1]).to.be.at.most(widthMm + 0.1);
      expect(bar?.text).to.match(/^(20|50|100)/);
    }
  });
});

describe('a column of words', () => {
  it('breaks lines at its width and stops where it is full, leaving out whole sentences only', () => {
    const column = new Column(0, 0, 60, 20);
    expect(column.write('one two three four five six seven eight nine ten eleven twelve', 3)).to.equal(true);
    for (const { text, sizeMm } of textsIn(column.items)) expect(textWidthMm(text, sizeMm)).to.be.at.most(60);
    expect(textsIn(column.items).length).to.be.greaterThan(1);
    expect(column.isFull).to.equal(false);
    const before = column.items.length;
    expect(column.write('word '.repeat(80), 3)).to.equal(false);
    expect(column.items).to.have.length(before);
    expect(column.isFull).to.equal(true);
  });

  it('takes the longest wording that fits, and cuts a line with an ellipsis', () => {
    expect(fittingWords(['a long wording', 'short'], 4, 40)).to.equal('a long wording');
    expect(fittingWords(['a long wording', 'short'], 4, 12)).to.equal('short');
    expect(fittingWords(['a long wording', 'short'], 4, 1)).to.equal('short');
    expect(shortenedTo('kettle and pears', 2, 10)).to.equal('kettle an…');
    expect(shortenedTo('kettle', 2, 10)).to.equal('kettle');
  });
});
