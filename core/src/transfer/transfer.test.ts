import { expect } from 'chai';
import { defaultFitDecisions, surfaceKindIds, usualOf } from '../fit/index.js';
import { defaultTransferDecisions, endSitting, minutesSpent, startSitting } from './decisions.js';
import { transferNotes } from './notes.js';
import type { SheetKind } from '../sheets/index.js';
import { transferMethodIds, type TransferMethod } from './methods/index.js';
import { cautions, phases, transferSteps } from './steps/index.js';
import { materialsFor } from './verdict.js';

const steps = (
  surface: (typeof surfaceKindIds)[number],
  method: (typeof transferMethodIds)[number],
  hand: 'left' | 'right' = 'right',
) =>
  transferSteps(
    { ...defaultFitDecisions, kind: surface, ...usualOf(surface) },
    { ...defaultTransferDecisions, method, hand },
    { count: 4, barsMm: [100] },
  );

describe('transfer steps', () => {
  it('are complete for every surface and method: in phase order, each once, each with its reason', () => {
    for (const surface of surfaceKindIds) {
      for (const method of transferMethodIds) {
        const list = steps(surface, method);
        expect(new Set(list.map((step) => step.id)).size).to.equal(list.length);
        const order = list.map((step) => phases.indexOf(step.phase));
        expect(order).to.deep.equal([...order].sort((a, b) => a - b));
        for (const step of list) expect(step.why).to.match(/\.$/);
        const ids = list.map((step) => step.id);
        expect(ids).to.include('look-last');
        // A sheet that is laid on is tried and proved before the first line.
        if (ids.includes('pressure')) {
          expect(ids.indexOf('pressure')).to.be.lessThan(ids.indexOf('corners'));
          expect(ids.indexOf('corners')).to.be.lessThan(ids.indexOf('outline'));
          expect(ids).to.include('look-early');
        }
        for (const { title, why } of list) expect(title + why).not.to.match(/[{}]/);
      }
    }
  });

  it('keep wax off watercolour paper and light lines on dark grounds', () => {
    const sheet = (surface: 'rough' | 'scratchboard') =>
      steps(surface, 'transfer-sheet').find((step) => step.id === 'sheet')!;
    expect(sheet('rough').title).to.include('wax-free');
    expect(sheet('scratchboard').title).to.include('white');
    expect(
      steps('scratchboard', 'rubbed-backing').find((step) => step.id === 'backing-rub')!.title,
    ).to.include('white chalk');
  });

  it('follow what the painter says of the surface', () => {
    const own = { ...defaultFitDecisions, kind: 'wood-panel' as const, ...usualOf('wood-panel') };
    const ids = (change: Partial<typeof own>) =>
      transferSteps({ ...own, ...change }, defaultTransferDecisions, {
        count: 1,
        barsMm: [100],
      }).map((step) => step.id);
    expect(ids({})).to.include('lighten');
    expect(ids({ traits: { erases: false } })).not.to.include('lighten');
    expect(ids({ traits: { tooth: 'rough' } })).to.include('tooth');
    const dark = transferSteps({ ...own, groundColour: '#202020' }, defaultTransferDecisions, {
      count: 1,
      barsMm: [100],
    });
    expect(dark.find((step) => step.id === 'sheet')?.title).to.include('white');
  });

  it('name the check bars the printed paper really carries', () => {
    const join = transferSteps(defaultFitDecisions, defaultTransferDecisions, {
      count: 6,
      barsMm: [20, 50],
    })[0];
    expect(join.title).to.include('20 or 50 mm bar').and.to.include('6 sheets');
  });

  it('know what lies ready for each method on each surface', () => {
    for (const kind of surfaceKindIds)
      for (const method of transferMethodIds) {
        const fit = { ...defaultFitDecisions, kind, ...usualOf(kind) };
        const own = materialsFor(fit, { ...defaultTransferDecisions, method }, { count: 1 });
        expect(own.length).to.be.at.least(3);
        expect(new Set(own).size).to.equal(own.length);
      }
  });

  it('caution about dust, and about fixative only where it is used', () => {
    expect(steps('cold-pressed', 'rubbed-backing').some((step) => step.caution?.includes('dust'))).to.equal(
      true,
    );
    expect(steps('cold-pressed', 'rubbed-backing').map((step) => step.id)).not.to.include('fix');
    const fix = steps('wood-panel', 'rubbed-backing').find((step) => step.id === 'fix')!;
    expect(fix.caution).to.match(/outdoors or with extraction.*local rules/);
  });

  it('caution where needles, lamps, beams and heights can hurt', () => {
    const said = (surface: 'cold-pressed' | 'drawing-paper' | 'wall', method: TransferMethod) =>
      steps(surface, method).map(({ caution }) => caution);
    expect(said('wall', 'prick-and-pounce')).to.include(cautions.needle).and.to.include(cautions.dust);
    expect(said('drawing-paper', 'light-box')).to.include(cautions.lampUnderGlass);
    expect(said('wall', 'projector')).to.include.members([cautions.beam, cautions.cables, cautions.height]);
    expect(said('cold-pressed', 'projector')).not.to.include(cautions.height);
    expect(said('wall', 'overhead-projector')).to.include(cautions.solvent);
    expect(cautions.cables + cautions.height).to.match(/licensed electrician.*local rules.*licensed/s);
  });

  it('follow the school of tracing and what is painted with', () => {
    const of = (change: Partial<typeof defaultTransferDecisions>) =>
      transferSteps(
        { ...defaultFitDecisions, kind: 'canvas-panel' },
        { ...defaultTransferDecisions, ...change },
        { count: 1, barsMm: [] },
      );
    const outline = (school: (typeof defaultTransferDecisions)['school']) =>
      of({ school }).find(({ id }) => id === 'outline')?.title;
    expect(outline('top-to-bottom')).to.include('from the top downwards');
    expect(outline('dark-to-light')).to.include('darks first');
    expect(of({ medium: 'opaque' }).map(({ id }) => id)).to.include('tone');
    expect(of({ medium: 'pale-washes' }).find(({ id }) => id === 'lighten')?.title).to.include('only just');
  });

  it('work away from the drawing hand', () => {
    const outline = (hand: 'left' | 'right') =>
      steps('rough', 'transfer-sheet', hand).find((step) => step.id === 'outline')!;
    expect(outline('right').title).to.include('from the left');
    expect(outline('left').title).to.include('from the right');
  });

  it('speak of joining only when there are sheets to join', () => {
    const of = (count: number) =>
      transferSteps(
        defaultFitDecisions,
        { ...defaultTransferDecisions, hand: 'left' },
        { count, barsMm: [100] },
      ).map((step) => step.id);
    expect(of(1)).not.to.include('join');
    expect(of(2)[0]).to.equal('join');
  });
});

describe('sittings', () => {
  const at = (time: string) => `2026-10-17T${time}:00.000Z`;

  it('are timed by the clock and added up', () => {
    let transfer = startSitting(defaultTransferDecisions, at('15:00'));
    transfer = startSitting(transfer, at('15:05'));
    transfer = endSitting(transfer, at('15:26'));
    transfer = endSitting(transfer, at('16:00'));
    expect(transfer.sittings).to.deep.equal([{ startedAt: at('15:00'), minutes: 26, traced: 0 }]);
    transfer = endSitting(startSitting(transfer, at('17:00')), at('17:18'));
    expect(minutesSpent(transfer)).to.equal(44);
  });

  it('do not believe a stopwatch left running, or a clock set back', () => {
    const started = startSitting(defaultTransferDecisions, at('15:00'));
    expect(endSitting(started, '2026-10-20T15:00:00.000Z').sittings[0].minutes).to.equal(600);
    expect(endSitting(started, at('14:00')).sittings[0].minutes).to.equal(0);
  });
});

describe('notes on a transfer', () => {
  const plan = (printed: readonly SheetKind[], minutes = 30) => ({
    minutes,
    metres: 5.5,
    estimate: { minutes: 95, low: 80, high: 110 },
    ownSittings: 0,
    hand: { mmPerSecond: 5, secondsPerLift: 2 },
    printed,
  });

  it('tell the time at the table beside what the map was estimated at, for the hand it was estimated for', () => {
    const begun = startSitting(defaultTransferDecisions, '2026-05-04T09:00:00.000Z');
    const ended = endSitting(begun, '2026-05-04T09:50:00.000Z');
    const time = transferNotes(ended, plan(['outline'], 72)).find(({ id }) => id === 'transfer-time');
    expect(time?.says).to.equal(
      '50 min at the table so far. By a transfer sheet it takes about 1 h 35 min in all, four times in five between 1 h 20 min and 1 h 50 min; 1 h 12 min of it is the map traced once.',
    );
    expect(time?.why).to.include('5 mm a second').and.to.include('2 s from stroke');
  });

  it('ask for no sheets where none are printed', () => {
    const notes = transferNotes({ ...defaultTransferDecisions, method: 'projector' }, plan([]));
    expect(notes.map(({ id }) => id)).not.to.include('transfer-unprinted');
  });

  it('watch a transfer whose sheets were never printed, and name those the method still wants', () => {
    const ids = (printed: readonly SheetKind[], method: TransferMethod = 'transfer-sheet') =>
      transferNotes({ ...defaultTransferDecisions, method }, plan(printed)).map(
        ({ id, weight }) => `${weight} ${id}`,
      );
    expect(ids([])).to.include('watch transfer-unprinted');
    expect(ids(['outline'])).not.to.include('watch transfer-unprinted');
    expect(ids(['outline'])).not.to.include('plain transfer-sheets');
    expect(ids(['outline'], 'rubbed-backing')).to.include('plain transfer-sheets');
    expect(ids(['outline'])).to.include('plain transfer-hand');
  });

  it('say how much line is left in a transfer sheet, and offer a fresh one where it will fade on the way', () => {
    const left = (change: Partial<typeof defaultTransferDecisions>) =>
      transferNotes({ ...defaultTransferDecisions, ...change }, plan(['outline'])).find(
        ({ id }) => id === 'transfer-sheet-left',
      );
    expect(left({ sheetUsedMetres: 20 })).to.include({ weight: 'plain' });
    expect(left({ sheetUsedMetres: 20 })?.says)
      .to.contain('40 m of line left')
      .and.to.contain('5.5 m');
    expect(left({ sheetUsedMetres: 58 })?.weight).to.equal('watch');
    expect(left({ sheetUsedMetres: 58 })?.ways[0]?.change).to.deep.equal({ sheetUsedMetres: 0 });
    expect(left({ sheetUsedMetres: 90 })?.says).to.contain('about 0 m');
    expect(left({ method: 'light-box' })).to.equal(undefined);
    const ids = transferNotes(
      { ...defaultTransferDecisions, method: 'rubbed-backing', repeated: true },
      plan(['outline']),
    ).map(({ id }) => id);
    expect(ids).to.include('transfer-rub-again');
  });

  it('tell no time at the table before there was any', () => {
    const [time] = transferNotes(defaultTransferDecisions, plan(['outline'], 72)).filter(
      ({ id }) => id === 'transfer-time',
    );
    expect(time?.says)
      .to.match(/^By a transfer sheet it takes about 1 h 35 min in all/)
      .and.not.include('so far');
  });
});
