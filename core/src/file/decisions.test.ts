import { expect } from 'chai';
import { fitDecisionsSchema } from '../fit/index.js';
import { mapSettingsSchema } from '../map/index.js';
import { referenceDecisionsSchema } from '../reference/index.js';
import { sheetDecisionsSchema } from '../sheets/index.js';
import { transferDecisionsSchema } from '../transfer/index.js';
import {
  choicesOf,
  choiceWords,
  decisionsIn,
  decisionTable,
  isNumber,
  limitsOf,
  rangeWords,
  wordsOf,
} from '../decisions/index.js';

const tables = {
  reference: referenceDecisionsSchema,
  fit: fitDecisionsSchema,
  map: mapSettingsSchema,
  sheets: sheetDecisionsSchema,
  transfer: transferDecisionsSchema,
};

describe('decisions', () => {
  it('begin within their own limits, and take their limits but nothing beyond', () => {
    for (const table of Object.values(tables))
      for (const { decision, path } of decisionsIn(table)) {
        expect(decision.safeParse(undefined).success, path.join('.')).to.equal(true);
        if (!isNumber(decision)) continue;
        const { min, max } = limitsOf(decision);
        expect(Number.isFinite(min) && Number.isFinite(max) && min < max, path.join('.')).to.equal(true);
        for (const inside of [min, max]) expect(decision.safeParse(inside).success).to.equal(true);
        for (const outside of [min - 1, max + 1, NaN, '3'])
          expect(decision.safeParse(outside).success).to.equal(false);
      }
  });

  it('have a label, words for every choice, and an option of their own', () => {
    for (const [station, table] of Object.entries(tables)) {
      const flags = decisionsIn(table).flatMap(({ words: { flag } }) => (flag ? [flag] : []));
      expect(new Set(flags).size, station).to.equal(flags.length);
      for (const { decision, path, words } of decisionsIn(table)) {
        expect(words.label, path.join('.')).to.match(/^\S/);
        expect(words.help, path.join('.')).to.match(/^[a-z].*[^.]$/);
        if (isNumber(decision)) expect(words.unit, path.join('.')).to.be.a('string');
      }
    }
  });

  it('are read off one description: limits, choices, words, group by group', () => {
    const { overlapMm, join, pricking } = sheetDecisionsSchema.shape;
    expect(limitsOf(overlapMm)).to.deep.equal({ min: 0, max: 100, whole: false });
    expect(choicesOf(join).map(({ label }) => label)).to.deep.equal(['overlapped', 'trimmed and overlapped']);
    expect(choiceWords(join, 'trimmed')).to.equal('trimmed and overlapped');
    expect(decisionsIn(pricking).map(({ path }) => path.join('.'))).to.deep.equal([
      'minMm',
      'maxMm',
      'chordMm',
    ]);
    expect(rangeWords(mapSettingsSchema.shape.values)).to.equal('whole, 2 to 9');
    expect(rangeWords(mapSettingsSchema.shape.minutes)).to.include('all the time it takes');
    expect(() => wordsOf(sheetDecisionsSchema)).to.throw('no decision');
  });

  it('of one station that must agree are refused together', () => {
    const both = sheetDecisionsSchema.safeParse({ pricking: { minMm: 6, maxMm: 5 } });
    expect(both.error?.issues[0].message).to.include('--hole-least');
  });

  it('make a table of the docs, a row each', () => {
    const rows = decisionTable(sheetDecisionsSchema).split('\n');
    expect(rows.length).to.equal(2 + decisionsIn(sheetDecisionsSchema).length);
    expect(rows.find((row) => row.includes('--overlap')))
      .to.include('0 to 100')
      .and.to.include('| 10 |');
  });
});
