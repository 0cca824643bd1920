import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import type { Sequelize } from 'sequelize';
import type { z } from 'zod';
import { readMapDocument, type MapDocument } from '@nobrel/core/documents';
import { storedDecisionsSchema, storedSheetsSchema } from '@nobrel/core/file';
import { effortOf } from '@nobrel/core/map';
import { Fault } from '../faults.js';
import type { PictureStore } from '../reference/picture-store.js';
import { decisionsText } from '../store/kept-decisions.js';
import type { Models } from '../store/models.js';
import { write } from '../store/write.js';
import type { ProgressOptions } from './backup.js';
import { manifestSchema, projectSchema, type Project } from './bundle-schema.js';
import { refused, unpack } from './unpack.js';

export type ImportParts = { sequelize: Sequelize; rows: Models; pictures: PictureStore };

/** Reads a file of the bundle by its schema. */
async function read<T>(folder: string, name: string, schema: z.ZodType<T>): Promise<T> {
  let value: unknown;
  try {
    value = JSON.parse(await readFile(join(folder, name), 'utf8'));
  } catch {
    throw refused(`its ${name} is missing or cannot be read`);
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw refused(
    `its ${name} is not as it should be (${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''})`,
  );
}

/** Every file must be what the manifest says, and none more or less. */
async function checkHashes(folder: string, hashes: ReadonlyMap<string, string>): Promise<void> {
  const { files } = await read(folder, 'manifest.json', manifestSchema);
  for (const [name, hash] of Object.entries(files))
    if (hashes.get(name) !== hash) throw refused(`“${name}” is not what it was when the bundle was made`);
  for (const name of hashes.keys())
    if (name !== 'manifest.json' && files[name] === undefined) throw refused(`“${name}” is not listed in it`);
}

async function readMaps(folder: string, { maps }: Project): Promise<MapDocument[]> {
  const documents: MapDocument[] = [];
  for (const { file } of maps) {
    try {
      documents.push(readMapDocument(await readFile(join(folder, file), 'utf8')));
    } catch (error) {
      throw refused(`its ${file} cannot be read (${error instanceof Error ? error.message : 'damaged'})`);
    }
  }
  return documents;
}

/**
 * Brings a work in from a bundle, whole or not at all, as a work of its own: nothing that is there is written over.
 *
 * @returns the new work's id
 * @throws Fault with what is wrong; nothing is then left behind
 */
export async function importBundle(
  parts: ImportParts,
  path: string,
  { onProgress, signal }: ProgressOptions = {},
): Promise<string> {
  const folder = join(parts.pictures.incoming, randomUUID());
  await mkdir(folder, { recursive: true });
  const fresh: string[] = [];
  try {
    // Reading its pictures is what takes long.
    const unpacked = await unpack(path, folder, signal);
    await checkHashes(folder, unpacked);
    const project = await read(folder, 'project.json', projectSchema);
    const decisions = storedDecisionsSchema.safeParse(project.decisions);
    if (!decisions.success)
      throw refused(`its decisions cannot be read (${decisions.error.issues[0]?.message ?? 'damaged'})`);
    const documents = await readMaps(folder, project);
    let done = 0;
    for (const { hash, name, file } of project.pictures) {
      signal?.throwIfAborted();
      onProgress?.(done++, project.pictures.length);
      if (!(await parts.pictures.find(hash))) fresh.push(hash);
      const taken = await parts.pictures.takeIn(join(folder, file), name);
      if (taken.hash !== hash) {
        fresh.push(taken.hash);
        throw refused(`“${file}” is another picture than its record says`);
      }
    }
    const text = decisionsText(decisions.data, project.decisions, decisions.data);
    signal?.throwIfAborted();
    return await record(parts, project, text, documents);
  } catch (error) {
    for (const hash of fresh) await parts.pictures.forget(hash);
    // A picture that cannot be read says so itself; what was wrong with the bundle is then that.
    throw error instanceof Fault && error.field === 'picture' ? refused(error.message) : error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Writes the records of a work under an id of its own. */
function record(
  { sequelize, rows }: ImportParts,
  project: Project,
  decisions: string,
  documents: readonly MapDocument[],
): Promise<string> {
  const id = nanoid(12);
  return write(sequelize, async (transaction) => {
    const [first, ...others] = project.pictures;
    if (!first) throw refused('it has no picture');
    await rows.Work.create(
      {
        id,
        pictureHash: first.hash,
        revision: 1,
        decisions,
        createdAt: new Date(project.createdAt),
        changedAt: new Date(project.changedAt),
      },
      { transaction },
    );
    await rows.WorkPicture.bulkCreate(
      others.map(({ hash }, i) => ({ workId: id, pictureHash: hash, addedAt: new Date(Date.now() + i) })),
      { transaction },
    );
    await rows.MapVersion.bulkCreate(
      project.maps.map(({ version, name, madeAt }, i) => {
        const document = documents[i];
        if (!document) throw refused('a map is missing');
        return {
          workId: id,
          version,
          name,
          madeAt: new Date(madeAt),
          document: JSON.stringify(document),
          ...effortOf(document),
        };
      }),
      { transaction },
    );
    await rows.Printing.bulkCreate(
      project.printings.map(({ mapVersion, pages, printedAt, decisions: sheets }) => {
        const read = storedSheetsSchema.safeParse(sheets);
        if (!read.success) throw refused('the record of a printing cannot be read');
        return {
          id: nanoid(12),
          workId: id,
          mapVersion,
          pages,
          printedAt: new Date(printedAt),
          decisions: JSON.stringify(read.data),
        };
      }),
      { transaction },
    );
    return id;
  });
}
