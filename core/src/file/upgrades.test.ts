import { expect } from 'chai';
import fc from 'fast-check';
import { mapSettingsSchema } from '../map/index.js';
import { defaultSheetDecisions } from '../sheets/index.js';
import { saveRequestSchema } from './save-request.js';
import { newerDecisions, storedDecisionsSchema, storedSheetsSchema, upgradedMap } from './upgrades.js';
import { unknownFields, unknownNotes, unknownPaths, withUnknown } from './unknown-fields.js';
import { newDecisions, stationsDecided, writtenVersion } from './work.js';

/** Decisions of the first version, with limits under the names they had then. */
function firstDecisions(): Record<string, unknown> {
  const { schema: _, map, sheets, ...others } = newDecisions('Pears');
  const { minWidthMm: __, minWeight: ___, ...settings } = map;
  return {
    ...others,
    map: { ...settings, leastWidthMm: 3, leastWeight: 0.25 },
    sheets: {
      ...sheets,
      pricking: { leastMm: 2, mostMm: 7, chordMm: 0.2 },
      film: { stageMm: 200, mostLineMm: 4 },
    },
  };
}

describe('fields that are not known', () => {
  const own = newDecisions('Kettle');
  const strange = {
    ...own,
    tides: { high: 3 },
    file: { ...own.file, loan: 'until spring' },
    transfer: { ...own.transfer, run: { ...own.transfer.run, mood: 'good' } },
  };
  const read = storedDecisionsSchema.parse(strange);
  const unknown = unknownFields(strange, read);

  it('are found however deep, named, and put back as they were', () => {
    expect(unknownPaths(unknown, read)).to.deep.equal(['transfer.run.mood', 'file.loan', 'tides']);
    expect(withUnknown(read, unknown)).to.deep.equal(strange);
    expect(unknownFields(read, read)).to.deep.equal({});
    expect(unknownNotes(unknownPaths(unknown, read))[0]?.says).to.include(
      'transfer.run.mood, file.loan, tides',
    );
    expect(unknownNotes([])).to.deep.equal([]);
  });

  it('bring nothing back that was decided against', () => {
    const done = { ...own, transfer: { ...own.transfer, done: { tape: '2026-10-17T15:00:00.000Z' } } };
    const undone = withUnknown(own, unknownFields(done, storedDecisionsSchema.parse(done)));
    expect(undone).to.deep.equal(own);
  });

  it('of another version are no such fields: that is brought up to date instead', () => {
    const older = firstDecisions();
    expect(unknownFields(older, storedDecisionsSchema.parse(older))).to.deep.equal({});
  });

  it('come back whatever they are, and never take the place of what is known', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.oneof(fc.string(), fc.constant('__proto__')), fc.jsonValue()),
        (fields) => {
          const kept = { ...fields, ...own, file: { ...fields, ...own.file } };
          const parsed = storedDecisionsSchema.parse(kept);
          const back = withUnknown(parsed, unknownFields(kept, parsed));
          expect(storedDecisionsSchema.parse(back)).to.deep.equal(parsed);
          for (const [field, value] of Object.entries(kept))
            if (!Object.hasOwn(own, field)) expect(back[field]).to.deep.equal(value);
        },
      ),
    );
  });
});

describe('decisions that were kept', () => {
  it('of an older version are brought up to date, every value under its new name', () => {
    const decisions = storedDecisionsSchema.parse(firstDecisions());
    expect(decisions.schema).to.equal(writtenVersion);
    expect(decisions.map).to.include({ minWidthMm: 3, minWeight: 0.25 });
    expect(decisions.sheets.pricking).to.deep.equal({ minMm: 2, maxMm: 7, chordMm: 0.2 });
    expect(decisions.sheets.film).to.deep.equal({ stageMm: 200, maxLineMm: 4 });
  });

  it('of an older version begin as usual where a station was not known yet', () => {
    const { sheets: _, transfer: __, ...older } = firstDecisions();
    expect(storedDecisionsSchema.parse(older).sheets).to.deep.equal(defaultSheetDecisions);
  });

  it('of this version come back as they are, and must be whole', () => {
    const own = newDecisions('Kettle');
    expect(storedDecisionsSchema.parse(JSON.parse(JSON.stringify(own)))).to.deep.equal(own);
    for (const station of stationsDecided) {
      const { [station]: _, ...rest } = own;
      const read = saveRequestSchema.safeParse({ revision: 1, decisions: rest });
      expect(read.error?.issues[0].path, station).to.deep.equal(['decisions', station]);
    }
  });

  it('of a newer version are refused in a sentence, whatever else they hold', () => {
    const read = storedDecisionsSchema.safeParse({ schema: writtenVersion + 1, title: 'Kettle', tides: [] });
    expect(read.error?.issues.map(({ message }) => message)).to.deep.equal([newerDecisions]);
  });

  it('are refused where they are none', () => {
    for (const none of [null, 3, 'text', [], { schema: 'two' }, { schema: 0 }])
      expect(storedDecisionsSchema.safeParse(none).success).to.equal(false);
  });

  it('apart from their work, which say no version, are taken through every upgrade', () => {
    const { sheets, map } = firstDecisions();
    expect(storedSheetsSchema.parse(sheets).pricking.minMm).to.equal(2);
    expect(storedSheetsSchema.parse(defaultSheetDecisions)).to.deep.equal(defaultSheetDecisions);
    const settings = upgradedMap({
      format: 'nobrel-map',
      version: 1,
      units: 'mm',
      surface: { width: 10, height: 10 },
      frame: { x: 0, y: 0, width: 10, height: 10 },
      values: [],
      shapes: [],
      lines: [],
      settings: { ...(map as object), picture: 'kettle' },
    }).settings;
    expect(mapSettingsSchema.parse(settings)).to.include({ minWidthMm: 3, minWeight: 0.25 });
    expect(settings['picture']).to.equal('kettle');
  });
});
