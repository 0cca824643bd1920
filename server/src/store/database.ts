import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { QueryTypes, Sequelize, Transaction } from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import { z } from 'zod';
import { migrations } from './migrations/index.js';
import { storageFault } from './storage-faults.js';

/** Settings that SQLite keeps per connection, given to each as it opens: Sequelize opens one a transaction. */
const connectionSettings =
  'PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; PRAGMA foreign_keys = ON; PRAGMA busy_timeout = 30000;';

class DurableDatabase extends sqlite3.Database {
  constructor(filename: string, mode: number, opened: (error: Error | null) => void) {
    super(filename, mode, (error) => {
      if (error) opened(error);
      else this.exec(connectionSettings, opened);
    });
  }
}

/** Thrown where a file cannot be opened as it is; its sentence is meant for the person. */
export class UnusableFile extends Error {}

/**
 * Opens the database in a data folder, creating it when it is not there, and brings it to the newest version.
 * Write-ahead log, foreign keys on, and every acknowledged save on the disk before it is acknowledged.
 *
 * @throws UnusableFile with the way out, where it was written by a newer program, is damaged, cut off, or cannot be written
 */
export async function openDatabase(dataFolder: string): Promise<Sequelize> {
  const storage = join(dataFolder, 'nobrel.sqlite');
  refuseCutOff(dataFolder, storage);
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: DurableDatabase },
    storage,
    logging: false,
    // A read that becomes a write in a deferred transaction is refused at once while another writes.
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  try {
    await refuseDamaged(sequelize, storage);
    await refuseNewer(sequelize, storage);
    await migrator(sequelize).up();
    return sequelize;
  } catch (error) {
    await sequelize.close().catch(() => undefined);
    if (error instanceof UnusableFile) throw error;
    const cause = storageFault(error, dataFolder);
    throw cause ? new UnusableFile(cause.message, { cause: error }) : error;
  }
}

/** A database of no length is what a broken copy or a full disk leaves; a new one in its place would hide the works. */
function refuseCutOff(dataFolder: string, storage: string): void {
  const cutOff = existsSync(storage) && statSync(storage).size === 0;
  const pictures = join(dataFolder, 'pictures');
  if (cutOff && existsSync(pictures) && readdirSync(pictures).some((name) => /^[0-9a-f]{2}$/.test(name)))
    throw new UnusableFile(
      `The database ${storage} is empty, though there are pictures beside it: it was cut off. Bring the works back with “nobrel restore” from the newest backup, or delete the empty file to start again with the pictures kept.`,
    );
}

/** A quick check of every page of the database, so that damage is met at the start and not in the middle of work. */
async function refuseDamaged(sequelize: Sequelize, storage: string): Promise<void> {
  const rows = await sequelize.query('PRAGMA quick_check(1)', { type: QueryTypes.SELECT });
  const [found] = z.array(z.object({ quick_check: z.string() })).parse(rows);
  if (found && found.quick_check !== 'ok')
    throw new UnusableFile(
      `The database ${storage} is damaged (${found.quick_check.replace(/[\s*]+/g, ' ').trim()}). Bring the works back with “nobrel restore” from the newest backup.`,
    );
}

/** What a newer program wrote may mean what is not known here; writing it would lose that. */
async function refuseNewer(sequelize: Sequelize, storage: string): Promise<void> {
  const known = new Set(migrations.map(({ name }) => name));
  const executed = await new SequelizeStorage({ sequelize }).executed();
  const unknown = executed.filter((name) => !known.has(name)).sort();
  if (unknown.length > 0)
    throw new UnusableFile(
      `The works in ${storage} were last opened by a newer version of Nobrel (it knows “${unknown.at(-1)}”). Bring this program up to date; nothing was changed.`,
    );
}

/** Steps the database from any older version to the newest. */
export function migrator(sequelize: Sequelize) {
  return new Umzug({
    migrations: [...migrations],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
}
