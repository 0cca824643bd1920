import { Sequelize } from 'sequelize';
import sqlite3 from 'sqlite3';

/**
 * Opens a database to be read only, such as that of a backup.
 *
 * @param storage its file, which must be there
 */
export async function openRead(storage: string): Promise<Sequelize> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    dialectOptions: { mode: sqlite3.OPEN_READONLY },
    storage,
    logging: false,
  });
  await sequelize.authenticate();
  return sequelize;
}
