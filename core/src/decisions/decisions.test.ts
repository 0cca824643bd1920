import { expect } from 'chai';
import fc from 'fast-check';
import { z } from 'zod';
import {
  choiceDecision,
  choicesOf,
  choiceWords,
  decisionAt,
  decisionsIn,
  decisionTable,
  initialWords,
  isChoice,
  isNumber,
  limitsOf,
  numberDecision,
  optionalNumberDecision,
  rangeWords,
  switchDecision,
  valueAt,
  withValueAt,
  wordsOf,
} from './index.js';

const table = z.strictObject({
  name: z.string().default('untitled'),
  overlapMm: numberDecision({
    min: 0,
    max: 100,
    initial: 12,
    unit: 'length',
    label: 'Overlap',
    help: 'how far sheets lie over each other',
    flag: '--overlap',
  }),
  ink: z
    .strictObject({
      copies: numberDecision({
        min: 1,
        max: 20,
        whole: true,
        initial: 1,
        unit: 'lines',
        label: 'Copies',
        help: 'how many',
      }),
      fromMm: optionalNumberDecision({
        min: 0.5,
        max: 5,
        initial: null,
        unit: 'mm',
        none: 'nowhere',
        label: 'From',
        help: 'where it begins',
      }),
    })
    .prefault({}),
  way: choiceDecision(['portrait', 'landscape'], {
    initial: 'portrait',
    label: 'Paper',
    help: 'which way the paper stands',
    choices: { portrait: 'upright', landscape: 'on its side' },
  }),
  marks: switchDecision({ initial: true, label: 'Marks', help: 'whether there are marks' }),
});

describe('a table of decisions', () => {
  it('opens its groups in order, and leaves out what has no words', () => {
    expect(decisionsIn(table).map(({ path }) => path.join('.'))).to.deep.equal([
      'overlapMm',
      'ink.copies',
      'ink.fromMm',
      'way',
      'marks',
    ]);
    expect(decisionsIn(z.string())).to.deep.equal([]);
  });

  it('finds a decision by its path, and says so where there is none', () => {
    const { path, words, decision } = decisionAt(table, 'ink.fromMm');
    expect(path).to.deep.equal(['ink', 'fromMm']);
    expect(words.none).to.equal('nowhere');
    expect(isNumber(decision)).to.equal(true);
    for (const at of ['ink', 'name', 'ink.none', 'overlapMm.more'])
      expect(() => decisionAt(table, at), at).to.throw(`There is no decision ${at}.`);
    expect(() => wordsOf(z.string())).to.throw('never given words');
  });

  it('begins as it says, and takes nothing beyond its limits', () => {
    expect(table.parse({})).to.deep.equal({
      name: 'untitled',
      overlapMm: 12,
      ink: { copies: 1, fromMm: null },
      way: 'portrait',
      marks: true,
    });
    for (const { decision, path } of decisionsIn(table)) {
      if (!isNumber(decision)) continue;
      const { min, max, whole } = limitsOf(decision);
      const takes = (value: unknown) => table.safeParse(withValueAt({}, path, value)).success;
      expect([min, max].every(takes), path.join()).to.equal(true);
      expect([min - 0.1, max + 0.1, NaN, Infinity, '3'].some(takes), path.join()).to.equal(false);
      expect(takes(min + 0.25), path.join()).to.equal(!whole);
    }
  });

  it('says what is taken and what it begins as, as the command line and the docs do', () => {
    const says = Object.fromEntries(
      decisionsIn(table).map(({ path, decision }) => [
        path.join('.'),
        [rangeWords(decision), initialWords(decision)],
      ]),
    );
    expect(says).to.deep.equal({
      overlapMm: ['0 to 100', '12'],
      'ink.copies': ['whole, 1 to 20', '1'],
      'ink.fromMm': ['0.5 to 5, or nowhere', 'nowhere'],
      way: ['portrait, landscape', 'portrait'],
      marks: ['yes or no', 'yes'],
    });
    const lines = decisionTable(table).split('\n');
    expect(lines).to.have.length(7);
    expect(lines[2]).to.equal(
      '| Overlap | how far sheets lie over each other | mm | 0 to 100 | 12 | `--overlap` |',
    );
  });

  it('has a word for every choice', () => {
    const { decision } = decisionAt(table, 'way');
    if (!isChoice(decision)) throw new Error('It is a choice.');
    expect(choicesOf(decision)).to.deep.equal([
      { value: 'portrait', label: 'upright' },
      { value: 'landscape', label: 'on its side' },
    ]);
    expect(choiceWords<string>(decision, 'landscape')).to.equal('on its side');
  });

  it('changes one value and nothing else', () => {
    const name = fc.stringMatching(/^[a-z]{1,4}$/);
    fc.assert(
      fc.property(
        fc.dictionary(name, fc.dictionary(name, fc.integer())),
        name,
        name,
        (values, group, own) => {
          const before = JSON.stringify(values);
          const changed = withValueAt(values, [group, own], 'new');
          expect(valueAt(changed, [group, own])).to.equal('new');
          expect(JSON.stringify(values)).to.equal(before);
          for (const [other, inner] of Object.entries(values))
            for (const key of Object.keys(inner))
              if (other !== group || key !== own) expect(valueAt(changed, [other, key])).to.equal(inner[key]);
        },
      ),
    );
    expect(valueAt({ a: 3 }, ['a', 'b'])).to.equal(undefined);
    expect(withValueAt({ a: 3 }, ['a', 'b'], 4)).to.deep.equal({ a: { b: 4 } });
    expect(withValueAt(null, [], 4)).to.equal(4);
  });
});
