import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations/index.js';

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

/**
 * Opens the database in a data folder, creating both when they are not there, and brings it to the newest
 * version. Write-ahead log, foreign keys on, and every acknowledged save on the disk before it is
 * acknowledged.
 */
export async function openDatabase(dataFolder: string): Promise<Sequelize> {
  mkdirSync(dataFolder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: DurableDatabase },
    storage: join(dataFolder, 'nobrel.sqlite'),
    logging: false,
    // A read that becomes a write in a deferred transaction is refused at once while another writes.
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  await migrator(sequelize).up();
  return sequelize;
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
