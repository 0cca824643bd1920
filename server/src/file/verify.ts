import { existsSync } from 'node:fs';
import { QueryTypes, type Sequelize } from 'sequelize';
import { z } from 'zod';
import { mapDocumentSchema } from '@nobrel/core/documents';
import { storedSheetsSchema, type Verified } from '@nobrel/core/file';
import { Fault } from '../faults.js';
import { hashOf, type PictureStore } from '../reference/picture-store.js';
import type { Models } from '../store/models.js';
import { decisionsOf } from '../store/kept-decisions.js';
import type { ProgressOptions } from './backup.js';

const again = 'Bring the same file in again, or take it from a backup.';

const checks = z.array(z.record(z.string(), z.unknown()));

/** Why something cannot be read, or null where it can. */
function findFault(read: () => unknown): string | null {
  try {
    read();
    return null;
  } catch (error) {
    return error instanceof Fault ? error.message : 'it cannot be read';
  }
}

/**
 * Looks at everything that is kept: the database whole, every record, every picture against its SHA-256, and what
 * nobody refers to. Nothing is changed, but renditions that were lost are made again.
 */
export async function verifyFile(
  { sequelize, rows, pictures }: { sequelize: Sequelize; rows: Models; pictures: PictureStore },
  { onProgress, signal }: ProgressOptions = {},
): Promise<Verified> {
  const faults: string[] = [];
  const select = { type: QueryTypes.SELECT } as const;
  const integrity = checks.parse(await sequelize.query('PRAGMA integrity_check', select));
  for (const row of integrity) {
    const said = Object.values(row)[0];
    if (said !== 'ok')
      faults.push(`The database is damaged: ${String(said)}. Restore it from the newest backup.`);
  }
  for (const row of checks.parse(await sequelize.query('PRAGMA foreign_key_check', select)))
    faults.push(
      `A record of “${String(row['table'])}” points to “${String(row['parent'])}” that is not there.`,
    );

  const works = await rows.Work.findAll();
  for (const { id, decisions } of works) {
    const fault = findFault(() => decisionsOf(decisions));
    if (fault !== null) faults.push(`Work ${id}: ${fault}`);
  }
  for (const { workId, version } of await rows.MapVersion.findAll({ attributes: ['workId', 'version'] })) {
    signal?.throwIfAborted();
    const row = await rows.MapVersion.findOne({ where: { workId, version } });
    if (row && findFault(() => mapDocumentSchema.parse(JSON.parse(row.document))) !== null)
      faults.push(`Work ${workId}: version ${version} of its map cannot be read. Make the map again at Map.`);
  }
  for (const { id, workId, decisions } of await rows.Printing.findAll())
    if (findFault(() => storedSheetsSchema.parse(JSON.parse(decisions))) !== null)
      faults.push(`Work ${workId}: the record of the printing ${id} cannot be read. Print the sheets again.`);

  const all = await rows.Picture.findAll();
  let done = 0;
  for (const { hash, name, format } of all) {
    signal?.throwIfAborted();
    const original = pictures.originalPath(hash, format);
    if (!existsSync(original)) faults.push(`The picture “${name}” (${hash}) is lost. ${again}`);
    else if ((await hashOf(original)) !== hash)
      faults.push(`The picture “${name}” (${hash}) is damaged. ${again}`);
    else if (!pictures.isWhole(hash, format)) await pictures.mend(hash);
    onProgress?.(++done, all.length);
  }
  const known = new Set(all.map(({ hash }) => hash));
  for (const hash of await pictures.onDisk())
    if (!known.has(hash))
      faults.push(`The folder of the picture ${hash} belongs to no record. It can be deleted.`);
  return { works: works.length, pictures: all.length, faults };
}
