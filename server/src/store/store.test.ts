import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { QueryTypes, type Sequelize } from 'sequelize';
import { migrator, openDatabase } from './database.js';
import { writeWhole } from './whole-files.js';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'nobrel-store-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

async function pragma(sequelize: Sequelize, name: string): Promise<unknown> {
  const [row] = await sequelize.query<Record<string, unknown>>(`PRAGMA ${name}`, { type: QueryTypes.SELECT });
  return row?.[name];
}

describe('the database', () => {
  it('writes ahead, keeps foreign keys and flushes every save', async () => {
    const sequelize = await openDatabase(folder);
    expect(await pragma(sequelize, 'journal_mode')).to.equal('wal');
    expect(await pragma(sequelize, 'foreign_keys')).to.equal(1);
    expect(await pragma(sequelize, 'synchronous')).to.equal(2);
    await sequelize.close();
  });

  it('is brought to the newest version once, and opens again as it is', async () => {
    const first = await openDatabase(folder);
    expect((await migrator(first).executed()).length).to.be.greaterThan(0);
    await first.close();
    const second = await openDatabase(folder);
    expect(await migrator(second).pending()).to.deep.equal([]);
    await second.close();
  });

  it('refuses a row that points nowhere', async () => {
    const sequelize = await openDatabase(folder);
    const insert = sequelize.query(
      "INSERT INTO works VALUES ('w', 'no such picture', 1, '{}', '2026-10-17', '2026-10-17', NULL)",
    );
    await insert.then(
      () => expect.fail('it was taken'),
      (error: unknown) => expect(String(error)).to.include('FOREIGN KEY'),
    );
    await sequelize.close();
  });
});

describe('files', () => {
  it('are written whole and leave no drafts', async () => {
    const path = join(folder, 'map.json');
    await writeWhole(path, 'first');
    await writeWhole(path, 'second');
    expect(await readFile(path, 'utf8')).to.equal('second');
    expect(await readdir(folder)).to.deep.equal(['map.json']);
  });

  it('that cannot be written leave nothing', async () => {
    await writeWhole(join(folder, 'missing', 'map.json'), 'x').then(
      () => expect.fail('it was written'),
      () => undefined,
    );
    expect(await readdir(folder)).to.deep.equal([]);
  });
});
