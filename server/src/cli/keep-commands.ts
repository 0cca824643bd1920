import { createWriteStream, existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Command, CommanderError } from 'commander';
import { counted, formatDate } from '@nobrel/core/units';
import { Fault } from '../faults.js';
import { findBackup, restoreBackup, worksInBackup } from '../file/backup.js';
import { openFile, openToRead, type FileToRead, type OpenFile } from '../open-file.js';
import { readSettings } from '../settings.js';
import { UnusableFile } from '../store/database.js';
import { FolderInUse } from '../store/lock.js';
import { untilStopped } from './long-work.js';
import { badArgument } from './options.js';

/** The folder of the works that are meant. */
function folderOf(data: string | undefined): string {
  const folder = data === undefined ? readSettings().dataFolder : resolve(data);
  if (!existsSync(folder))
    throw badArgument(`There are no works in ${folder}. Name their folder with --data.`);
  return folder;
}

/** Opens the works to change them; the program must not have them open meanwhile. */
async function withFile<T>(data: string | undefined, act: (file: OpenFile) => Promise<T>): Promise<T> {
  let file: OpenFile;
  try {
    file = await openFile(folderOf(data));
  } catch (error) {
    if (error instanceof UnusableFile || error instanceof FolderInUse) throw badArgument(error.message);
    throw error;
  }
  try {
    return await act(file);
  } finally {
    await file.close();
  }
}

/** Opens the works to look at them or to take copies out, also while the program has them open. */
async function withFileToRead<T>(
  data: string | undefined,
  act: (file: FileToRead) => Promise<T>,
): Promise<T> {
  const folder = folderOf(data);
  let file: FileToRead;
  try {
    file = await openFile(folder);
  } catch (error) {
    if (error instanceof UnusableFile) throw badArgument(error.message);
    if (!(error instanceof FolderInUse)) throw error;
    file = await openToRead(folder);
  }
  try {
    return await act(file);
  } finally {
    await file.close();
  }
}

/** The one work that is meant by its id or its title. */
async function workNamed(file: FileToRead, name: string): Promise<string> {
  const { works } = await file.flatFile.list();
  const found = works.filter(({ id, title }) => id === name || title === name);
  if (found.length === 1 && found[0]) return found[0].id;
  const titles = works.map(({ id, title }) => `${id} “${title}”`).join(', ');
  throw badArgument(
    found.length === 0
      ? `There is no work “${name}”. There are: ${titles || 'none'}.`
      : `${found.length} works are called “${name}”. Name one by its id: ${found.map(({ id }) => id).join(', ')}.`,
  );
}

const dataOption = ['--data <folder>', 'folder of the works; the program’s own when not given'] as const;

function exportCommand(): Command {
  return new Command('export')
    .description('Take a work out as an open bundle: records, pictures, maps, and a checksum of each.')
    .argument('<work>', 'its title or id')
    .requiredOption('--out <file>', 'the bundle, *.nobrel.zip')
    .option(...dataOption)
    .action((work: string, { out, data }: { out: string; data?: string }) =>
      withFileToRead(data, async (file) => {
        const { title, zip } = await file.keeper.exportWork(await workNamed(file, work));
        const part = `${out}.part`;
        try {
          await untilStopped('file', ({ signal }) => pipeline(zip, createWriteStream(part), { signal }));
          await rename(part, out);
        } catch (error) {
          if (error instanceof CommanderError) throw error;
          throw badArgument(
            `${out} cannot be written (${error instanceof Error ? error.message : 'unknown'}).`,
          );
        } finally {
          await rm(part, { force: true });
        }
        console.log(`“${title}” is in ${out}.`);
      }),
    );
}

function importCommand(): Command {
  return new Command('import')
    .description('Bring a work in from a bundle, whole or not at all; nothing is written over.')
    .argument('<bundle>', 'a *.nobrel.zip')
    .option(...dataOption)
    .action((bundle: string, { data }: { data?: string }) => {
      if (!existsSync(bundle)) throw badArgument(`There is no file ${bundle}.`);
      return withFile(data, async (file) => {
        const id = await untilStopped('picture', (options) => file.keeper.importWork(bundle, options));
        const work = await file.works.get(id);
        console.log(`“${work.decisions.title}” came in as ${work.id}.`);
      });
    });
}

function backupCommand(): Command {
  return new Command('backup')
    .description('Back up every work; pictures that are there already are not copied again.')
    .requiredOption('--out <folder>', 'folder of backups, on another disk if there is one')
    .option(...dataOption)
    .action(({ out, data }: { out: string; data?: string }) =>
      withFileToRead(data, async (file) => {
        const { name, works } = await untilStopped('picture', (options) =>
          file.keeper.backUpTo(resolve(out), options),
        );
        console.log(`${counted(works, 'work')} backed up as ${name} in ${out}.`);
      }),
    );
}

type RestoreOptions = { backup?: string; into?: string; work?: string; data?: string };

function restoreCommand(): Command {
  return new Command('restore')
    .description('Show what a backup holds, restore it into a new folder, or bring one work of it back.')
    .argument('<folder>', 'folder of backups')
    .option('--backup <name>', 'which one; the newest when not given')
    .option('--into <folder>', 'a new folder to restore everything into')
    .option('--work <id>', 'bring this work back beside what is there')
    .option(...dataOption)
    .action(async (folder: string, { backup, into, work, data }: RestoreOptions) => {
      if (into !== undefined) {
        const { works } = await untilStopped('picture', (options) =>
          restoreBackup(folder, resolve(into), backup, options),
        );
        console.log(
          `${counted(works, 'work')} restored into ${into}. Look at them with NOBREL_DATA=${into} npm start.`,
        );
      } else if (work !== undefined) {
        await withFile(data, async (file) => {
          const id = await untilStopped('picture', (options) =>
            file.keeper.bringBack(backup, work, { folder: resolve(folder), ...options }),
          );
          console.log(`“${(await file.works.get(id)).decisions.title}” is back as ${id}.`);
        });
      } else {
        await showBackup(folder, backup);
      }
    });
}

async function showBackup(folder: string, backup: string | undefined): Promise<void> {
  const { path, manifest } = await findBackup(folder, backup);
  console.log(`${path}: ${counted(manifest.works, 'work')}, ${formatDate(manifest.madeAt)}.`);
  for (const { id, title, changedAt } of await worksInBackup(folder, basename(path)))
    console.log(`  ${id}  ${formatDate(changedAt)}  ${title}`);
  console.log('Nothing was changed. Restore it with --into a new folder, or one work with --work.');
}

function verifyCommand(): Command {
  return new Command('verify')
    .description('Look whether everything that is kept is there and as it was: database, records, pictures.')
    .option(...dataOption)
    .action(({ data }: { data?: string }) =>
      withFileToRead(data, async (file) => {
        const { works, pictures, faults } = await untilStopped('picture', (options) =>
          file.keeper.verify(options),
        );
        for (const fault of faults) console.log(fault);
        console.log(`${counted(works, 'work')} and ${counted(pictures, 'picture')} looked at.`);
        if (faults.length > 0)
          throw new Fault(
            422,
            'faults',
            `${counted(faults.length, 'thing')} not as it should be: see above.`,
          );
      }),
    );
}

/** Makes the commands that keep works safe and move them, each under its name. */
export const keepCommands = {
  export: exportCommand,
  import: importCommand,
  backup: backupCommand,
  restore: restoreCommand,
  verify: verifyCommand,
};
