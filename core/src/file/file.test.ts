import { expect } from 'chai';
import { defaultMapSettings, MapMaker } from '../map/index.js';
import { allRound } from '../fit/index.js';
import { unsquared } from '../reference/index.js';
import { readDrawing } from '../documents/index.js';
import { broughtFrom, broughtMap, isMapCurrent, mapOrigin, mapRequestOf } from './map-current.js';
import { pictureOnMap, sheetSourceOf } from './sheet-source.js';
import { progressOf, standingOf, standings } from './progress.js';
import { mainPictureOf, newDecisions, workDecisionsSchema, type Work } from './work.js';

const work = (change: Partial<Work> = {}): Work => ({
  id: 'w1',
  revision: 1,
  createdAt: '2026-10-17T15:00:00.000Z',
  changedAt: '2026-10-17T15:00:00.000Z',
  decisions: newDecisions('Kettle'),
  pictures: [{ hash: '0'.repeat(64), name: 'kettle.jpg', width: 40, height: 30, bytes: 10 }],
  map: null,
  printings: [],
  ...change,
});
const summary = {
  version: 1,
  name: null,
  lines: 3,
  lifts: 3,
  metres: 1,
  minutes: 2,
  madeAt: '2026-10-17T15:00:00.000Z',
};
const printing = {
  id: 'p',
  printedAt: summary.madeAt,
  mapVersion: 1,
  decisions: newDecisions('x').sheets,
  pages: 3,
};

describe('where a work stands', () => {
  it('is read off what has been done', () => {
    expect(standings[standingOf(progressOf(work()))].station).to.equal('fit');
    expect(standings[standingOf(progressOf(work({ map: summary })))].station).to.equal('sheets');
    expect(standings[standingOf(progressOf(work({ map: summary, printings: [printing] })))].stage).to.equal(
      'Printed',
    );
    const decisions = newDecisions('Kettle');
    const begun = { ...decisions, transfer: { ...decisions.transfer, done: { place: summary.madeAt } } };
    expect(standings[standingOf(progressOf(work({ map: summary, decisions: begun })))].stage).to.equal(
      'Being transferred',
    );
    const done = { ...begun, file: { ...begun.file, transferredAt: summary.madeAt } };
    expect(standings[standingOf(progressOf(work({ map: summary, decisions: done })))].next).to.match(
      /where the tracing is kept/,
    );
    const filed = { ...done, file: { ...done.file, tracingKept: 'plan chest' } };
    expect(standings[standingOf(progressOf(work({ map: summary, decisions: filed })))].next).to.match(
      /nothing left/,
    );
  });
});

describe('decisions', () => {
  it('begin valid and refuse an empty title', () => {
    expect(workDecisionsSchema.parse(newDecisions('Pears'))).to.deep.equal(newDecisions('Pears'));
    expect(workDecisionsSchema.safeParse({ ...newDecisions('x'), title: '  ' }).success).to.equal(false);
  });
});

describe('whether a map is current', () => {
  const begun = work();
  const request = mapRequestOf(begun)!;
  const map = new MapMaker().make({
    ...request,
    pictureKey: 'k',
    picture: { width: 40, height: 30, channels: 3, data: new Uint8Array(40 * 30 * 3) },
  });
  const changed = (change: Partial<Work['decisions']>) => ({
    ...begun,
    decisions: { ...begun.decisions, ...change },
  });

  it('holds while nothing it was made from changes', () => {
    expect(isMapCurrent(map, begun)).to.equal(true);
    expect(isMapCurrent(map, changed({ title: 'Another title' }))).to.equal(true);
    expect(isMapCurrent(JSON.parse(JSON.stringify(map)) as typeof map, begun)).to.equal(true);
  });

  it('ends with a change of size, crop or settings', () => {
    const { fit } = begun.decisions;
    expect(isMapCurrent(map, changed({ fit: { ...fit, widthMm: 301 } }))).to.equal(false);
    expect(isMapCurrent(map, changed({ fit: { ...fit, placement: 'by-hand', cropX: 0.2 } }))).to.equal(false);
    expect(isMapCurrent(map, changed({ map: { ...defaultMapSettings, values: 3 } }))).to.equal(false);
    expect(isMapCurrent(map, changed({ fit: { ...fit, marginsMm: allRound(4000) } }))).to.equal(false);
  });

  it('holds for a map made before a setting there is now, while that is as it begins', () => {
    const { softUnder: _, ...before } = map.settings;
    const older = { ...map, settings: before };
    expect(isMapCurrent(older, begun)).to.equal(true);
    expect(isMapCurrent(older, changed({ map: { ...defaultMapSettings, softUnder: 0.5 } }))).to.equal(false);
    expect(isMapCurrent({ ...map, settings: { ...before, values: 'many' } }, begun)).to.equal(false);
  });

  it('ends when the picture is put right otherwise or another one is worked from', () => {
    const { reference } = begun.decisions;
    const [picture] = begun.pictures;
    const turned = { [picture.hash]: { ...unsquared, quarterTurns: 2 } };
    expect(isMapCurrent(map, changed({ reference: { ...reference, squaring: turned } }))).to.equal(false);
    const kept = { ...map, settings: { ...map.settings, ...mapOrigin(request) } };
    expect(isMapCurrent(kept, begun)).to.equal(true);
    const other = { ...picture, hash: '1'.repeat(64) };
    const swapped = changed({ reference: { ...reference, main: other.hash } });
    expect(isMapCurrent(kept, { ...swapped, pictures: [picture, other] })).to.equal(false);
  });
});

describe('the picture a work is made from', () => {
  const [picture] = work().pictures;
  const other = { ...picture, hash: '2'.repeat(64), width: 100, height: 60 };

  it('is the one chosen, prepared in its own way', () => {
    const decisions = newDecisions('Kettle');
    const squaring = { [other.hash]: { ...unsquared, quarterTurns: 1 } };
    decisions.reference = { ...decisions.reference, main: other.hash, squaring };
    const main = mainPictureOf({ decisions, pictures: [picture, other] });
    expect(main.picture).to.equal(other);
    expect(main.preparation).to.include({ width: 60, height: 100, untouched: false });
  });

  it('is the first when the chosen one is not there', () => {
    const decisions = newDecisions('Kettle');
    decisions.reference = { ...decisions.reference, main: '3'.repeat(64) };
    expect(mainPictureOf({ decisions, pictures: [picture, other] }).picture).to.equal(picture);
  });
});

describe('a drawing made elsewhere as the map of a work', () => {
  const { map } = readDrawing(
    '<svg width="150mm" height="100mm" viewBox="0 0 150 100"><path d="M10 10L90 70"/></svg>',
  );
  const brought = broughtMap(work(), map, 'boat.svg')!;

  it('stands until a decision before it is changed, and says where it came from', () => {
    expect(broughtFrom(brought)).to.equal('boat.svg');
    expect(isMapCurrent(brought, work())).to.equal(true);
    const decisions = newDecisions('Kettle');
    const changed = work({ decisions: { ...decisions, map: { ...decisions.map, values: 6 } } });
    expect(isMapCurrent(brought, changed)).to.equal(false);
  });

  it('counts places of the picture on its own surface', () => {
    expect(pictureOnMap(work(), brought)).to.deep.equal({ x: 0, y: 0, width: 150, height: 100 });
  });

  it('is printed on a surface of its own, without the reference', () => {
    const source = sheetSourceOf(work(), brought, { date: '2026-11-25', unit: 'mm', version: 2 });
    expect(source.drawing).to.deep.equal({ x: 0, y: 0, width: 150, height: 100 });
    expect(source.crop).to.equal(null);
  });
});

describe('what sheets are made from', () => {
  it('is read off the work: close-ups of open pins, measures, steps with their cautions', () => {
    const decisions = newDecisions('Kettle');
    const pin = (id: string, settled: boolean) => ({
      id,
      at: [0.5, 0.5] as [number, number],
      text: `pin ${id}`,
      settled,
    });
    const own = work({
      decisions: {
        ...decisions,
        corrections: { list: [], pins: [pin('1', false), pin('2', true)] },
        sheets: {
          ...decisions.sheets,
          backing: {
            ...decisions.sheets.backing,
            sticks: [{ name: 'ochre', colour: '#b08a4a', at: [[0.25, 0.5]] }],
          },
        },
      },
    });
    const request = mapRequestOf(own)!;
    const map = {
      ...readDrawing('<svg width="10mm" height="10mm"><path d="M0 0L9 9"/></svg>').map,
      ...request.placement,
      settings: { ...request.settings, ...mapOrigin(request) },
    };
    const source = sheetSourceOf(own, map, { date: '2026-11-25', unit: 'mm', version: 2 });
    expect(source.closeUps.map(({ text }) => text)).to.deep.equal(['pin 1']);
    expect(source.pictureAt).to.deep.equal(request.wholeAt);
    expect(source.decided.find(([name]) => name === 'Rubbed with')?.[1]).to.equal('ochre, by region');
    const { x, y, width, height } = request.placement.frame;
    expect(source.closeUps[0].x).to.be.closeTo(x + width / 2, width / 2);
    expect(source.closeUps[0].y).to.be.closeTo(y + height / 2, height / 2);
    expect(source.crop).to.deep.equal(request.window);
    expect(source.settingOut.measures.length).to.be.at.least(8);
    expect(source.steps.join(' ')).to.include('Do not blow the dust away');
    expect(source.decided.map(([name]) => name)).to.include.members(['Surface', 'Map', 'Carried across by']);
  });
});
