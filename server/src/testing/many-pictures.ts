import { createHash } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { CreationAttributes } from 'sequelize';
import { openDatabase } from '../store/database.js';
import { bindModels, type PictureRow } from '../store/models.js';
import { write } from '../store/write.js';

/**
 * Puts files into a data folder as pictures on record, so that there is much to copy and to look at. They are no
 * pictures anybody could open.
 *
 * @param fill the bytes of one, by its number
 * @returns their hashes
 */
export async function putPictures(
  dataFolder: string,
  count: number,
  fill: (k: number) => Buffer = (k) => Buffer.from(`picture ${k}`),
): Promise<string[]> {
  const sequelize = await openDatabase(dataFolder);
  const rows = bindModels(sequelize);
  const records: CreationAttributes<PictureRow>[] = [];
  for (let k = 0; k < count; k++) {
    const data = fill(k);
    const hash = createHash('sha256').update(data).digest('hex');
    const folder = join(dataFolder, 'pictures', hash.slice(0, 2), hash);
    await mkdir(folder, { recursive: true });
    await writeFile(join(folder, 'original.jpeg'), data);
    records.push({ hash, name: `${k}.jpg`, format: 'jpeg', width: 100, height: 100, bytes: data.length });
  }
  await write(sequelize, (transaction) => rows.Picture.bulkCreate(records, { transaction }));
  await sequelize.close();
  return records.map(({ hash }) => hash);
}
