import { expect } from 'chai';
import fc from 'fast-check';
import { defaultTransferDecisions } from '../transfer/index.js';
import {
  cardFactsOf,
  duplicated,
  duplicateRequestSchema,
  everyWork,
  findWorks,
  groupBySeries,
  lessonNotes,
  lessonsFor,
  lessonTraitsOf,
  lookAgainNotes,
  newDecisions,
  recordOf,
  stationIds,
  wantedWorksSchema,
  workDecisionsSchema,
  workOrders,
  type Card,
  type DamagedCard,
  type Learned,
  type Work,
  type WorkDecisions,
} from './index.js';

const decisions = (title: string, file: Partial<WorkDecisions['file']> = {}): WorkDecisions => {
  const plain = newDecisions(title);
  return { ...plain, file: { ...plain.file, ...file } };
};
const card = (id: string, of: WorkDecisions, more: Partial<Card> = {}): Card => ({
  ...cardFactsOf(of),
  id,
  changedAt: '2026-10-17T15:00:00.000Z',
  picture: '0'.repeat(64),
  map: null,
  standing: 'begun',
  ...more,
});
const damaged: DamagedCard = {
  id: 'bad',
  changedAt: '2026-01-01T00:00:00.000Z',
  title: 'Slip',
  damaged: 'It broke.',
};
const ids = (works: readonly { id: string }[]) => works.map(({ id }) => id);

describe('finding works', () => {
  const works = [
    card('kettle', decisions('Kettle', { tracingKept: 'Plan chest, second drawer', tags: ['bench'] })),
    card('dinghy', decisions('Dinghy, évening', { nextTime: 'Leave the ripples out', drawer: 'finished' }), {
      changedAt: '2026-11-01T10:00:00.000Z',
      widthMm: 800,
      surface: 'stretched-canvas',
    }),
    card('slip', decisions('The slip', { series: 'Shore' }), { method: 'projector', readyBy: '2026-12-01' }),
    damaged,
  ];
  const found = (wanted: Partial<typeof everyWork>) => ids(findWorks(works, { ...everyWork, ...wanted }));

  it('finds every word anywhere in a work, whatever its case and accents', () => {
    expect(found({ words: 'second CHEST' })).to.deep.equal(['kettle']);
    expect(found({ words: 'evening ripples' })).to.deep.equal(['dinghy']);
    expect(found({ words: 'canvas' })).to.deep.equal(['dinghy']);
    expect(found({ words: 'kettle ripples' })).to.deep.equal([]);
  });

  it('narrows by drawer, surface, method, tag, size and date; what is damaged is not overlooked', () => {
    expect(found({ drawer: 'finished' })).to.deep.equal(['dinghy', 'bad']);
    expect(found({ surface: 'stretched-canvas' })).to.deep.equal(['dinghy', 'bad']);
    expect(found({ method: 'projector' })).to.deep.equal(['slip', 'bad']);
    expect(found({ tag: 'bench' })).to.deep.equal(['kettle', 'bad']);
    expect(found({ minMm: 500 })).to.deep.equal(['dinghy', 'bad']);
    expect(found({ from: '2026-10-18' })).to.deep.equal(['dinghy', 'bad']);
    expect(found({ stage: 'mapped', words: 'slip' })).to.deep.equal(['bad']);
  });

  it('puts them in order, what has none last', () => {
    expect(found({ order: 'changed' })[0]).to.equal('dinghy');
    expect(found({ order: 'ready' })[0]).to.equal('slip');
    expect(found({ order: 'size' })[0]).to.equal('dinghy');
    expect(found({ order: 'title' })).to.deep.equal(['dinghy', 'kettle', 'bad', 'slip']);
    for (const order of workOrders) expect(found({ order })).to.have.members(ids(works));
  });

  it('groups by series, those of none last', () => {
    const groups = groupBySeries(findWorks(works, everyWork));
    expect(groups.map(({ series }) => series)).to.deep.equal(['Shore', '']);
    expect(groups.flatMap((group) => group.works)).to.have.length(works.length);
  });

  it('takes whatever stands in an address for something', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...Object.keys(everyWork)), fc.string({ maxLength: 30 })),
        (asked) => {
          expect(wantedWorksSchema.safeParse(asked).success).to.equal(true);
        },
      ),
    );
  });
});

describe('lessons', () => {
  const learned = (id: string, of: WorkDecisions, nextTime: string): Learned => ({
    id,
    title: of.title,
    changedAt: '2026-10-17T15:00:00.000Z',
    nextTime,
    traits: lessonTraitsOf(of),
  });
  const slip = decisions('The slip', { series: 'Shore' });
  const other = { ...decisions('Wall'), fit: { ...slip.fit, kind: 'wall' as const } };

  it('come back where surface, method, school or series are the same, those of most use first', () => {
    const lessons = lessonsFor(lessonTraitsOf(slip), [
      learned('a', other, '4B is too dark'),
      learned('b', decisions('Slip again', { series: 'Shore' }), 'Leave the ripples out\n\nTape first'),
    ]);
    expect(lessons.map(({ says }) => says)).to.deep.equal([
      'Leave the ripples out',
      'Tape first',
      '4B is too dark',
    ]);
    expect(lessons[2].shares).to.deep.equal(['method', 'school']);
    expect(lessonNotes(lessons, ['surface']).map(({ says }) => says)).to.deep.equal([
      'You wrote at “Slip again”: Leave the ripples out',
      'You wrote at “Slip again”: Tape first',
    ]);
  });

  it('are said once, and not where nothing is the same', () => {
    const nothing = { series: null, surface: 'panel', method: 'prick-and-pounce', school: null };
    expect(lessonsFor(nothing, [learned('a', slip, 'Tape first')])).to.deep.equal([]);
    const twice = [learned('a', slip, 'Tape first'), learned('b', slip, 'tape first')];
    expect(lessonsFor(lessonTraitsOf(slip), twice)).to.have.length(1);
  });
});

describe('a work made from another one', () => {
  const from: WorkDecisions = {
    ...decisions('Kettle', { series: 'Bench', tags: ['tin'], nextTime: 'Softer', drawer: 'finished' }),
    transfer: {
      ...defaultTransferDecisions,
      sittings: [{ startedAt: '2026-10-17T15:00:00.000Z', minutes: 30, traced: null }],
      done: { tape: '2026-10-17T15:00:00.000Z' },
    },
    setAside: { 'map-long': 'I have time' },
  };

  it('keeps what is decided and leaves what was done', () => {
    const made = duplicated(from, 'w1', { as: 'size', title: 'Kettle, large', widthMm: 600, heightMm: 480 });
    expect(workDecisionsSchema.parse(made)).to.deep.equal(made);
    expect(made.fit).to.include({ widthMm: 600, heightMm: 480, kind: from.fit.kind });
    expect(made.transfer).to.deep.include({ sittings: [], done: {} });
    expect(made.file).to.deep.include({ series: 'Bench', tags: ['tin'], nextTime: '', drawer: 'in-hand' });
    expect(made.file.madeFrom).to.deep.equal({ id: 'w1', title: 'Kettle', as: 'size' });
    expect(made.map).to.deep.equal(from.map);
  });

  it('says at each station what is to be looked at again', () => {
    const made = duplicated(from, 'w1', { as: 'method', title: 'Kettle', method: 'light-box' });
    expect(made.transfer.method).to.equal('light-box');
    const says = stationIds.flatMap((station) => lookAgainNotes(made, station).map(({ id }) => id));
    expect(says).to.deep.equal(['look-again-method-sheets', 'look-again-method-transfer']);
    expect(lookAgainNotes(from, 'fit')).to.deep.equal([]);
  });

  it('is refused without a title, or at a size that cannot be', () => {
    expect(duplicateRequestSchema.safeParse({ as: 'colours', title: ' ' }).success).to.equal(false);
    const size = { as: 'size', title: 'Kettle', widthMm: -1, heightMm: 480 };
    expect(duplicateRequestSchema.safeParse(size).success).to.equal(false);
    expect(duplicateRequestSchema.safeParse({ as: 'size', title: 'Kettle' }).success).to.equal(false);
  });
});

describe('the record', () => {
  const work: Work = {
    id: 'w1',
    revision: 1,
    createdAt: '2026-10-17T15:00:00.000Z',
    changedAt: '2026-10-17T15:00:00.000Z',
    decisions: decisions('Kettle', { nextTime: 'Softer\nSlower', heldBy: 'the framer' }),
    pictures: [{ hash: '0'.repeat(64), name: 'kettle.jpg', width: 400, height: 300, bytes: 10 }],
    map: null,
    printings: [],
  };
  const saying = (about: string, of = work, more = {}) =>
    recordOf(of, { unit: 'mm', ...more }).find((line) => line.about === about)?.says;

  it('says what is there and what is not', () => {
    expect(saying('Map')?.at(-1)).to.equal('none yet');
    expect(saying('Sheets')).to.deep.equal(['none printed']);
    expect(saying('Next time')).to.deep.equal(['Softer', 'Slower']);
    expect(saying('Kept')?.at(-1)).to.equal('Picture: not noted, with the framer');
  });

  it('lists every version, every printing with its calibration, and every sitting with its lines', () => {
    const at = '2026-10-18T09:00:00.000Z';
    const version = (number: number, name: string | null) => ({
      version: number,
      name,
      lines: 120,
      lifts: 120,
      metres: 4.2,
      minutes: 14,
      madeAt: at,
    });
    const { sheets, transfer } = work.decisions;
    const told: Work = {
      ...work,
      map: version(2, null),
      printings: [
        { id: 'p', printedAt: at, mapVersion: 1, pages: 3, decisions: { ...sheets, calibration: 'c1' } },
        { id: 'q', printedAt: at, mapVersion: 2, pages: 1, decisions: sheets },
      ],
      decisions: {
        ...work.decisions,
        transfer: {
          ...transfer,
          sittings: [
            { startedAt: at, minutes: 20, traced: 40 },
            { startedAt: '2026-10-19T09:00:00.000Z', minutes: 30, traced: 120 },
          ],
        },
      },
    };
    const more = {
      versions: [version(1, 'First try'), version(2, null)],
      calibrations: new Map([['c1', 'Studio printer']]),
      estimate: { minutes: 48, low: 40, high: 60 },
    };
    expect(saying('Map', told, more)?.slice(-2)[0]).to.match(
      /^Version 1, “First try”, 18 October 2026: 120 lines, 4.2 m/,
    );
    expect(saying('Sheets', told, more)?.[0]).to.include('corrected for “Studio printer”');
    expect(saying('Sheets', told, more)?.[1]).to.include('without a calibration');
    expect(saying('Sittings', told, more)?.[1]).to.match(/30 min, 80 lines$/);
    expect(saying('Sittings', told, more)?.at(-1)).to.equal('Together 50 min; estimated at 48 min in all');
  });
});
