import { expect } from 'chai';
import fc from 'fast-check';
import { defaultSheetDecisions } from '../../sheets/index.js';
import { supplyKindIds, type TransferDecisions } from '../../transfer/index.js';
import { newDecisions, type Printing } from '../work.js';
import {
  gatherNeeds,
  needsOf,
  newSupplySchema,
  shoppingList,
  stockOf,
  supplyAmount,
  supplyKinds,
  supplySchema,
  usesOf,
  wornSheetNotes,
  type Supply,
  type SupplyUse,
  type UsedBy,
} from './index.js';

const supply = (more: Partial<Supply>): Supply =>
  supplySchema.parse({
    id: 's',
    kind: 'tape',
    name: 'Tape',
    counted: 10,
    low: 5,
    countedAt: '2026-05-01T09:00:00.000Z',
    revision: 1,
    ...more,
  });
const use = (more: Partial<SupplyUse>): SupplyUse => ({
  at: '2026-05-02T09:00:00.000Z',
  kind: 'tape',
  amount: 1,
  ...more,
});

describe('what is left of supplies', () => {
  it('is what was counted less what was used since; what was used before is counted already', () => {
    const [tape] = stockOf(
      [supply({})],
      [use({ amount: 3 }), use({ at: '2026-04-01T09:00:00.000Z', amount: 9 })],
    );
    expect(tape).to.include({ used: 3, left: 7, beyond: 0 });
  });

  it('is never negative: the next supply is used then, and what none has is said', () => {
    const two = [supply({ id: 'a', counted: 2 }), supply({ id: 'b', counted: 3 })];
    expect(stockOf(two, [use({ amount: 4 })]).map(({ left }) => left)).to.deep.equal([0, 1]);
    const over = stockOf(two, [use({ amount: 7 })]);
    expect(over.map(({ left, beyond }) => [left, beyond])).to.deep.equal([
      [0, 0],
      [0, 2],
    ]);
  });

  it('is cut: pieces from what is large enough, whichever way round, and none from what is too small', () => {
    const papers = [
      supply({ id: 'small', kind: 'paper', counted: 5, widthMm: 200, heightMm: 200 }),
      supply({ id: 'large', kind: 'paper', counted: 2, widthMm: 760, heightMm: 560 }),
    ];
    const piece = use({ kind: 'paper', size: { widthMm: 240, heightMm: 300 } });
    // Three by one lie on it this way, two by two the other.
    expect(stockOf(papers, [piece, piece]).map(({ left }) => left)).to.deep.equal([5, 1.5]);
    const named = stockOf(papers, [
      { ...piece, supply: 'small' },
      { ...piece, amount: 9 },
    ]);
    expect(named.map(({ left }) => left)).to.deep.equal([4, 0]);
    expect(named[1]?.beyond).to.be.closeTo(0.25, 1e-9);
    expect(stockOf([papers[0]], [piece]).map(({ left }) => left)).to.deep.equal([5]);
  });

  it('is used by what fits: paper of its format, a surface of its kind', () => {
    const papers = [
      supply({ id: 'a3', kind: 'print-paper', paper: 'a3' }),
      supply({ id: 'a4', kind: 'print-paper', paper: 'a4' }),
    ];
    const left = stockOf(papers, [use({ kind: 'print-paper', paper: 'a4', amount: 4 })]);
    expect(left.map(({ used }) => used)).to.deep.equal([0, 4]);
  });

  it('adds up whatever is used of whatever is there', () => {
    const kinds = fc.constantFrom(...supplyKindIds);
    const amounts = fc.double({ min: 0, max: 500, noNaN: true });
    const supplies = fc.array(fc.record({ kind: kinds, counted: amounts }), { maxLength: 6 });
    const uses = fc.array(fc.record({ kind: kinds, amount: amounts }), { maxLength: 20 });
    fc.assert(
      fc.property(supplies, uses, (kept, used) => {
        const stock = stockOf(
          kept.map((each, k) => supply({ ...each, id: String(k) })),
          used.map(use),
        );
        for (const kind of supplyKindIds) {
          const of = stock.filter((each) => each.kind === kind);
          if (of.length === 0) continue;
          const taken = of.reduce((sum, { used: share, beyond }) => sum + share + beyond, 0);
          const wanted = used.reduce((sum, each) => sum + (each.kind === kind ? each.amount : 0), 0);
          expect(taken).to.be.closeTo(wanted, 1e-6);
          for (const { left } of of) expect(left).to.be.at.least(0);
        }
      }),
    );
  });
});

describe('what a work uses up', () => {
  const plain = newDecisions('Kettle');
  const at = (day: number) => new Date(Date.UTC(2026, 4, day, 9)).toISOString();
  const lines = Array.from({ length: 10 }, (_, k) => ({
    id: `l${k}`,
    x: 0,
    y: 0,
    lengthMm: 400,
    seconds: null,
    goesOn: false,
  }));
  const printing: Printing = {
    id: 'p',
    printedAt: at(1),
    mapVersion: 1,
    pages: 3,
    decisions: { ...defaultSheetDecisions, paper: 'a4' },
  };
  const work = (transfer: Partial<TransferDecisions>, more: Partial<UsedBy> = {}): UsedBy => ({
    decisions: { ...plain, transfer: { ...plain.transfer, ...transfer } },
    map: { metres: 4 },
    printings: [printing],
    ...more,
  });
  const sittings = [
    { startedAt: at(2), minutes: 20, traced: 4 },
    { startedAt: at(3), minutes: 20, traced: 10 },
  ];
  const traced = work({ sittings, run: { ...plain.transfer.run, traced: lines } });

  it('is paper as it was printed on, and the sheet by the metre of every sitting', () => {
    const uses = usesOf(traced);
    expect(uses.find(({ kind }) => kind === 'print-paper')).to.include({ amount: 3, paper: 'a4', at: at(1) });
    const sheets = uses.filter(({ kind }) => kind === 'transfer-sheet');
    expect(sheets.map(({ at: when }) => when)).to.deep.equal([at(2), at(3)]);
    expect(sheets[0]?.amount).to.be.closeTo(1.6, 1e-9);
    expect(sheets[1]?.amount).to.be.closeTo(2.4, 1e-9);
    expect(uses.find(({ kind }) => kind === 'paper')).to.include({
      amount: 1,
      surface: 'cold-pressed',
      at: at(2),
    });
  });

  it('is taken from what the work names, and as large as its surface', () => {
    const named = { paper: 'roll', 'transfer-sheet': 'white' };
    const uses = usesOf({
      ...traced,
      decisions: { ...traced.decisions, file: { ...plain.file, takes: named } },
    });
    expect(uses.find(({ kind }) => kind === 'paper')).to.deep.include({
      supply: 'roll',
      size: { widthMm: plain.fit.widthMm, heightMm: plain.fit.heightMm },
    });
    expect(uses.filter(({ supply: id }) => id === 'white')).to.have.length(2);
    const film = needsOf(work({ method: 'film-over-original' })).find(({ kind }) => kind === 'film');
    expect(film).to.deep.equal({
      kind: 'film',
      amount: 1,
      size: { widthMm: plain.fit.widthMm, heightMm: plain.fit.heightMm },
    });
  });

  it('comes with the transfer where lines were not counted, and not before', () => {
    expect(usesOf(work({})).map(({ kind }) => kind)).to.deep.equal(['print-paper']);
    const done = work({});
    const transferred = {
      ...done,
      decisions: { ...done.decisions, file: { ...plain.file, transferredAt: at(5) } },
    };
    expect(usesOf(transferred).find(({ kind }) => kind === 'transfer-sheet')).to.include({
      amount: 4,
      at: at(5),
    });
  });

  it('leaves a need of the rest, until it is transferred or put away', () => {
    const first = sittings.slice(0, 1);
    const needs = needsOf(
      work({ sittings: first, run: { ...plain.transfer.run, traced: lines.slice(0, 4) } }),
    );
    expect(needs.find(({ kind }) => kind === 'transfer-sheet')?.amount).to.be.closeTo(2.4, 1e-9);
    expect(needs.some(({ kind }) => kind === 'paper')).to.equal(false);
    expect(needsOf(work({})).find(({ kind }) => kind === 'paper')).to.include({
      amount: 1,
      surface: 'cold-pressed',
    });
    const resting = work({});
    const put = {
      ...resting,
      decisions: { ...resting.decisions, file: { ...plain.file, drawer: 'resting' as const } },
    };
    expect(needsOf(put)).to.deep.equal([]);
  });
});

describe('the shopping list', () => {
  const needs = gatherNeeds([
    { title: 'Kettle', needs: [{ kind: 'transfer-sheet', amount: 20 }] },
    {
      title: 'Slip',
      needs: [
        { kind: 'transfer-sheet', amount: 15 },
        { kind: 'paper', surface: 'rough', amount: 1 },
      ],
    },
  ]);

  it('has what works need beyond what is there, what runs low and what is past its date', () => {
    const stock = stockOf(
      [
        supply({ id: 't', kind: 'transfer-sheet', name: 'Grey sheet', counted: 25 }),
        supply({ id: 'p', name: 'Low-tack tape', counted: 1 }),
        supply({ id: 'f', kind: 'fixative', name: 'Fixative', counted: 1, low: 1, bestBefore: '2026-01-31' }),
      ],
      [],
    );
    expect(shoppingList(stock, needs, '2026-11-28', 'mm')).to.deep.equal([
      {
        kind: 'transfer-sheet',
        says: 'Transfer sheets: 10 m of line',
        why: '“Kettle”, “Slip” need 35 m of line; 25 m of line there',
      },
      {
        kind: 'paper',
        says: 'Rough watercolour paper: 1 piece',
        why: '“Slip” needs 1 piece; 0 pieces there',
      },
      { kind: 'tape', says: 'Low-tack tape', why: '1 m left' },
      { kind: 'fixative', says: 'Fixative', why: 'past its date, 31 January 2026' },
    ]);
  });

  it('counts no piece twice: large ones are dealt out before small ones, and what is named goes to who named it', () => {
    const stock = stockOf(
      [
        supply({ id: 'l', kind: 'paper', name: 'Large', counted: 1, low: 0, widthMm: 760, heightMm: 560 }),
        supply({ id: 's', kind: 'paper', name: 'Small', counted: 1, low: 0, widthMm: 320, heightMm: 260 }),
      ],
      [],
    );
    const wants = (widthMm: number, heightMm: number, more = {}) => ({
      kind: 'paper' as const,
      amount: 1,
      size: { widthMm, heightMm },
      ...more,
    });
    const says = (...wanted: ReturnType<typeof wants>[]) =>
      shoppingList(
        stock,
        gatherNeeds(wanted.map((need, k) => ({ title: `W${k}`, needs: [need] }))),
        '2026-11-28',
        'mm',
      ).map((each) => each.says);
    expect(says(wants(300, 240), wants(700, 500))).to.deep.equal([]);
    expect(says(wants(300, 240), wants(310, 250), wants(700, 500))).to.deep.equal([
      'Papers, boards and canvases of 300 × 240 mm: 1 piece',
    ]);
    expect(says(wants(100, 100, { supply: 's' }), wants(300, 240), wants(700, 500))).to.have.length(1);
  });

  it('says when the sheets will be worn before the drawing is done, where there is a count of them', () => {
    const stock = stockOf([supply({ kind: 'transfer-sheet', counted: 5 })], []);
    expect(wornSheetNotes(stock, 'transfer-sheet', 8, {})[0]?.says).to.include('another 5.0 m of line');
    expect(wornSheetNotes(stock, 'transfer-sheet', 4, {})).to.deep.equal([]);
    expect(wornSheetNotes(stock, 'light-box', 8, {})).to.deep.equal([]);
    const other = stockOf([supply({ id: 'w', kind: 'transfer-sheet', name: 'White', counted: 1 })], []);
    const inHand = wornSheetNotes([...stock, ...other], 'transfer-sheet', 4, { 'transfer-sheet': 'w' });
    expect(inHand[0]?.says).to.include('“White” marks another 1.0 m of line');
    expect(wornSheetNotes([], 'transfer-sheet', 8, {})).to.deep.equal([]);
  });

  it('refuses a negative stock in a sentence, and words one and many', () => {
    const read = newSupplySchema.safeParse({ kind: 'tape', name: 'Tape', counted: -1, low: 0 });
    expect(read.error?.issues[0]?.message).to.equal(
      'A stock cannot be negative. Count what is there, and type that.',
    );
    expect(supplyAmount('film', 1)).to.equal('1 sheet');
    expect(supplyAmount('film', 2.25)).to.equal('2.3 sheets');
    expect(Object.keys(supplyKinds)).to.have.members([...supplyKindIds]);
  });
});
