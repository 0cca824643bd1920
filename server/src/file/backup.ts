import { constants, existsSync } from 'node:fs';
import { copyFile, link, mkdir, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import { z } from 'zod';
import type { BackedUp, Backup } from '@nobrel/core/file';
import { pictureHashSchema } from '@nobrel/core/reference';
import { Fault } from '../faults.js';
import { hashOf, type PictureStore } from '../reference/picture-store.js';
import { flush, writeWhole } from '../store/whole-files.js';
import { titleIn } from '../store/title-in.js';
import { openRead } from './open-read.js';

/** What a backup says of itself, beside its database. */
const manifestSchema = z.object({
  format: z.literal('nobrel-backup'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** SHA-256 of the database. */
  database: z.string(),
  works: z.int().min(0),
  pictures: z.array(z.object({ hash: pictureHashSchema, format: z.string().regex(/^[a-z]{3,5}$/) })),
});
type BackupManifest = z.infer<typeof manifestSchema>;

/** What a backup is called until it is whole. */
const making = 'making-';

/** Backups kept of those made by themselves. */
const maxKept = 14;

const nameOf = (date: Date) => date.toISOString().replace(/[:.]/g, '-');
const validName = /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-\d{3}Z$/;

/** Where a picture lies in a folder of backups: once, however many backups hold it. */
export const pictureIn = (folder: string, hash: string, format: string) =>
  join(folder, 'pictures', hash.slice(0, 2), `${hash}.${format}`);

export type ProgressOptions = {
  /** Hears how many pictures have been kept, of how many. */
  onProgress?: (done: number, of: number) => void;
  signal?: AbortSignal;
};

/**
 * Makes a backup while work goes on: the database as it stands at one moment, and every picture that is not in the
 * folder yet. It appears whole or not at all.
 *
 * @param folder of backups; it may lie on another disk
 * @param near whether the pictures may share their place with the originals, as within the data folder
 */
export async function makeBackup(
  { sequelize, pictures }: { sequelize: Sequelize; pictures: PictureStore },
  folder: string,
  near: boolean,
  { onProgress, signal }: ProgressOptions = {},
): Promise<Backup> {
  const now = new Date();
  const draft = join(folder, `${making}${randomUUID()}`);
  await mkdir(draft, { recursive: true });
  try {
    const database = join(draft, 'nobrel.sqlite');
    // A whole copy of one moment, however much is written meanwhile.
    await sequelize.query('VACUUM INTO ?', { replacements: [database] });
    await flush(database);
    const { works, pictures: held } = await whatIsIn(database);
    let done = 0;
    for (const { hash, format } of held) {
      signal?.throwIfAborted();
      await keepPicture(pictures.originalPath(hash, format), pictureIn(folder, hash, format), near);
      onProgress?.(++done, held.length);
    }
    const manifest: BackupManifest = {
      format: 'nobrel-backup',
      version: 1,
      madeAt: now.toISOString(),
      database: await hashOf(database),
      works,
      pictures: held,
    };
    await writeWhole(join(draft, 'backup.json'), JSON.stringify(manifest));
    await rename(draft, join(folder, nameOf(now)));
    await flush(folder);
    return { name: nameOf(now), madeAt: now.toISOString(), works };
  } finally {
    await rm(draft, { recursive: true, force: true });
  }
}

/** Keeps a picture once. One that is lost stays lost: the rest is not held up by it, and verifying says so. */
async function keepPicture(from: string, to: string, near: boolean): Promise<void> {
  if (existsSync(to) || !existsSync(from)) return;
  await mkdir(dirname(to), { recursive: true });
  const part = `${to}.${randomUUID()}.part`;
  try {
    if (near) await link(from, part).catch(() => copyFile(from, part));
    else await copyFile(from, part, constants.COPYFILE_FICLONE);
    await flush(part);
    await rename(part, to);
    await flush(dirname(to));
  } finally {
    await rm(part, { force: true });
  }
}

const rowsSchema = z.array(z.object({ hash: z.string(), format: z.string() }));
const countSchema = z.array(z.object({ works: z.int() })).min(1);

/** How many works a database holds, and the pictures on record in it. */
async function whatIsIn(
  database: string,
): Promise<{ works: number; pictures: { hash: string; format: string }[] }> {
  const read = await openRead(database);
  try {
    const select = { type: QueryTypes.SELECT } as const;
    const pictures = rowsSchema.parse(await read.query('SELECT hash, format FROM pictures', select));
    const counted = countSchema.parse(await read.query('SELECT COUNT(*) AS works FROM works', select));
    return { works: counted[0]?.works ?? 0, pictures };
  } finally {
    await read.close();
  }
}

/** The backups in a folder, the newest first; what is no whole backup is not among them. */
export async function listBackups(folder: string): Promise<Backup[]> {
  const names = existsSync(folder) ? await readdir(folder) : [];
  const found = await Promise.all(
    names
      .filter((name) => validName.test(name))
      .map(async (name) => {
        const manifest = await manifestOf(join(folder, name)).catch(() => null);
        return manifest ? [{ name, madeAt: manifest.madeAt, works: manifest.works }] : [];
      }),
  );
  return found.flat().sort((a, b) => b.name.localeCompare(a.name));
}

async function manifestOf(path: string): Promise<BackupManifest> {
  return manifestSchema.parse(JSON.parse(await readFile(join(path, 'backup.json'), 'utf8')));
}

/** A whole backup by its name, the newest where none is named. */
export async function findBackup(
  folder: string,
  name?: string,
): Promise<{ path: string; manifest: BackupManifest }> {
  const all = await listBackups(folder);
  const found = name === undefined ? all[0] : all.find((backup) => backup.name === name);
  if (!found)
    throw new Fault(
      404,
      'no-backup',
      name === undefined ? `There is no backup in ${folder}.` : `There is no backup “${name}” in ${folder}.`,
    );
  const path = join(folder, found.name);
  return { path, manifest: await manifestOf(path) };
}

/**
 * Restores a backup into a new folder, every file checked against its SHA-256: whole, or not at all. What is shown of
 * a picture is made again when it is first asked for.
 *
 * @throws Fault where the folder is not empty, or the backup is damaged
 */
export async function restoreBackup(
  folder: string,
  into: string,
  name?: string,
  { onProgress, signal }: ProgressOptions = {},
): Promise<Backup> {
  if (existsSync(into) && (await readdir(into)).length > 0)
    throw new Fault(
      422,
      'not-empty',
      `${into} is not empty. Restore into a new folder, and look at it first.`,
    );
  const { path, manifest } = await findBackup(folder, name);
  const draft = `${into}.restoring-${randomUUID()}`;
  try {
    await mkdir(join(draft, 'pictures'), { recursive: true });
    const database = join(draft, 'nobrel.sqlite');
    await copyFile(join(path, 'nobrel.sqlite'), database);
    if ((await hashOf(database)) !== manifest.database)
      throw new Fault(
        422,
        'damaged-backup',
        `The database of the backup ${path} is damaged. Take another backup.`,
      );
    let done = 0;
    for (const { hash, format } of manifest.pictures) {
      signal?.throwIfAborted();
      const from = pictureIn(folder, hash, format);
      const to = join(draft, 'pictures', hash.slice(0, 2), hash, `original.${format}`);
      onProgress?.(++done, manifest.pictures.length);
      if (!existsSync(from)) continue;
      await mkdir(dirname(to), { recursive: true });
      await copyFile(from, to, constants.COPYFILE_FICLONE);
      if ((await hashOf(to)) !== hash)
        throw new Fault(
          422,
          'damaged-backup',
          `The picture ${from} of the backup is damaged. Take another backup.`,
        );
      await flush(to);
    }
    await flush(database);
    await rm(into, { recursive: true, force: true });
    await rename(draft, into);
    await flush(dirname(into));
    return { name: basename(path), madeAt: manifest.madeAt, works: manifest.works };
  } finally {
    await rm(draft, { recursive: true, force: true });
  }
}

/** Removes the oldest backups beyond a number, pictures no backup holds any more, and what was left of broken off ones. */
export async function sweepBackups(folder: string, keep = maxKept): Promise<void> {
  const all = await listBackups(folder);
  for (const { name } of all.slice(keep)) await rm(join(folder, name), { recursive: true, force: true });
  for (const name of existsSync(folder) ? await readdir(folder) : [])
    if (name.startsWith(making)) await rm(join(folder, name), { recursive: true, force: true });
  const held = new Set<string>();
  for (const { name } of all.slice(0, keep))
    for (const { hash } of (await manifestOf(join(folder, name))).pictures) held.add(hash);
  const pictures = join(folder, 'pictures');
  for (const part of existsSync(pictures) ? await readdir(pictures) : [])
    for (const file of await readdir(join(pictures, part)))
      if (!held.has(file.slice(0, 64)) || file.endsWith('.part'))
        await rm(join(pictures, part, file), { force: true });
}

/** Whether anything was written since a time; the log beside the database counts too. */
export async function changedSince(dataFolder: string, at: Date): Promise<boolean> {
  for (const name of ['nobrel.sqlite', 'nobrel.sqlite-wal']) {
    const path = join(dataFolder, name);
    if (existsSync(path) && (await stat(path)).mtimeMs > at.getTime()) return true;
  }
  return false;
}

const kept = z.array(z.object({ id: z.string(), decisions: z.string(), changedAt: z.string() }));

/**
 * The works a backup holds, the last changed first.
 *
 * @throws Fault 404 where there is no such backup
 */
export async function worksInBackup(folder: string, name?: string): Promise<BackedUp[]> {
  const { path } = await findBackup(folder, name);
  const read = await openRead(join(path, 'nobrel.sqlite'));
  try {
    const rows = await read.query(
      'SELECT id, decisions, changed_at AS changedAt FROM works ORDER BY changed_at DESC',
      { type: QueryTypes.SELECT },
    );
    return kept.parse(rows).map(({ id, decisions, changedAt }) => ({
      id,
      title: titleIn(decisions),
      changedAt: new Date(changedAt).toISOString(),
    }));
  } finally {
    await read.close();
  }
}
