import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { Sequelize } from 'sequelize';
import sqlite3 from 'sqlite3';
import { newDecisions } from '@nobrel/core/file';
import { defaultMapSettings } from '@nobrel/core/map';
import { defaultSheetDecisions } from '@nobrel/core/sheets';
import { defaultTransferDecisions } from '@nobrel/core/transfer';
import { migrator } from '../database.js';
import { openFile } from '../../open-file.js';

const hash = 'a'.repeat(64);

/** What printing knew at first. */
const firstSheets = { kind: 'mirrored', paper: 'a3', overlapMm: 12, marginMm: 6 };

/** Printing of before paper was called portrait or landscape. */
const fifthSheets = { ...defaultSheetDecisions, orientation: undefined, lies: 'lying' };

/** Decisions as the first version kept them. */
const firstDecisions = (fit: object) => ({
  title: 'Pears',
  reference: { owner: 'the painter', permission: 'own', permissionNote: '' },
  fit: {
    kind: 'stretched-canvas',
    widthMm: 400,
    heightMm: 300,
    marginMm: 12,
    way: 'crop',
    cropX: 0.5,
    cropY: 0.5,
    ...fit,
  },
  // What a map knew at first.
  map: {
    mode: 'values',
    values: 3,
    minShapeMm2: 12,
    path: 'curved',
    toleranceMm: 0.25,
    pencilMm: 0.5,
    quietMm: 1,
    minutes: null,
  },
  sheets: firstSheets,
  transfer: defaultTransferDecisions,
  file: { transferredAt: null, tracingKept: '', nextTime: '' },
  setAside: { 'fit-ratio': 'on purpose' },
});

describe('a file of the first version', () => {
  let folder: string;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'nobrel-first-'));
    const sequelize = new Sequelize({
      dialect: 'sqlite',
      dialectModule: sqlite3,
      storage: join(folder, 'nobrel.sqlite'),
      logging: false,
    });
    await migrator(sequelize).up({ to: '001-first-tables' });
    const run = (sql: string, replacements: unknown[]) => sequelize.query(sql, { replacements });
    await run('INSERT INTO pictures VALUES (?, ?, ?, 800, 600, 1000, ?)', [
      hash,
      'p.jpg',
      'jpeg',
      '2026-10-17',
    ]);
    for (const [id, fit] of [
      ['plain', {}],
      ['moved', { cropX: 0.2, kind: 'rough' }],
    ] as const) {
      await run('INSERT INTO works VALUES (?, ?, 3, ?, ?, ?)', [
        id,
        hash,
        JSON.stringify(firstDecisions(fit)),
        '2026-10-17 15:00:00.000 +00:00',
        '2026-10-17 15:00:00.000 +00:00',
      ]);
    }
    await run('INSERT INTO printings VALUES (?, ?, 1, ?, 3, ?)', [
      'p1',
      'plain',
      JSON.stringify(firstSheets),
      '2026-10-17 15:00:00.000 +00:00',
    ]);
    await run(
      'INSERT INTO map_versions (work_id, version, document, lines, metres, minutes, made_at) VALUES (?, 1, ?, 42, 3, 9, ?)',
      ['plain', '{}', '2026-10-17 15:00:00.000 +00:00'],
    );
    await sequelize.close();
  });
  after(() => rm(folder, { recursive: true, force: true }));

  it('opens with every decision kept and the new ones as usual', async () => {
    const file = await openFile(folder);
    const work = await file.works.get('plain');
    expect(work.revision).to.equal(3);
    expect(work.pictures.map((picture) => picture.hash)).to.deep.equal([hash]);
    expect(work.decisions.setAside).to.deep.equal({ 'fit-ratio': 'on purpose' });
    expect(work.decisions.fit).to.deep.include({
      kind: 'stretched-canvas',
      marginsMm: { top: 12, right: 12, bottom: 12, left: 12 },
      barDepthMm: 20,
      wrapMm: 40,
      placement: 'centred',
    });
    expect(work.decisions.corrections).to.deep.equal({ list: [], pins: [] });
    // A map of before there were contours stays one of values as they are seen.
    expect(work.decisions.map).to.deep.equal({ ...defaultMapSettings, mode: 'values', values: 3 });
    const sheets = { ...defaultSheetDecisions, ...firstSheets };
    expect(work.decisions.sheets).to.deep.equal(sheets);
    expect(work.printings.map(({ decisions }) => decisions)).to.deep.equal([sheets]);
    expect(await file.calibrations.list()).to.deep.equal([]);
    expect(work.decisions.reference).to.include({ owner: 'the painter', main: null });
    await file.close();
  });

  it('takes the point to be set down once a line where it was not counted', async () => {
    const file = await openFile(folder);
    const { map } = await file.works.get('plain');
    expect([map?.lines, map?.lifts]).to.deep.equal([42, 42]);
    await file.close();
  });

  it('keeps a crop that was moved, as placed by hand', async () => {
    const file = await openFile(folder);
    const { fit } = (await file.works.get('moved')).decisions;
    expect([fit.placement, fit.cropX, fit.gramsPerM2]).to.deep.equal(['by-hand', 0.2, 300]);
    await file.close();
  });

  it('keeps the way the paper was turned', async () => {
    const later = await mkdtemp(join(tmpdir(), 'nobrel-fifth-'));
    const sequelize = new Sequelize({
      dialect: 'sqlite',
      dialectModule: sqlite3,
      storage: join(later, 'nobrel.sqlite'),
      logging: false,
    });
    await migrator(sequelize).up({ to: '005-backing-sticks' });
    await sequelize.query('INSERT INTO pictures VALUES (?, ?, ?, 800, 600, 1000, ?)', {
      replacements: [hash, 'p.jpg', 'jpeg', '2026-10-17'],
    });
    await sequelize.query('INSERT INTO works VALUES (?, ?, 1, ?, ?, ?)', {
      replacements: [
        'turned',
        hash,
        JSON.stringify({ ...newDecisions('Turned'), sheets: fifthSheets }),
        '2026-11-17 15:00:00.000 +00:00',
        '2026-11-17 15:00:00.000 +00:00',
      ],
    });
    await sequelize.close();
    const file = await openFile(later);
    expect((await file.works.get('turned')).decisions.sheets.orientation).to.equal('landscape');
    await file.close();
    await rm(later, { recursive: true, force: true });
  });
});
