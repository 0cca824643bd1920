import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Sequelize } from 'sequelize';
import {
  binDays,
  type BackedUp,
  type Backup,
  type Backups,
  type HowFar,
  type Restored,
  type Verified,
} from '@nobrel/core/file';
import { Fault } from '../faults.js';
import type { PictureStore } from '../reference/picture-store.js';
import { bindModels, type Models } from '../store/models.js';
import type { WorkStore } from '../store/works.js';
import {
  changedSince,
  findBackup,
  listBackups,
  makeBackup,
  pictureIn,
  restoreBackup,
  sweepBackups,
  worksInBackup,
  type ProgressOptions,
} from './backup.js';
import { exportBundle } from './export-bundle.js';
import { importBundle } from './import-bundle.js';
import { openRead } from './open-read.js';
import { verifyFile } from './verify.js';

const dayMs = 24 * 3600 * 1000;

type KeeperParts = {
  dataFolder: string;
  sequelize: Sequelize;
  rows: Models;
  pictures: PictureStore;
  works: WorkStore;
};

/** Keeps works safe: backups, bundles, and looking whether all is there. */
export class Keeper {
  /** Where backups are made by themselves. */
  readonly folder: string;
  private underWay: HowFar | null = null;
  private stopBackup: AbortController | null = null;
  /** What writes by itself or for a request that may be gone, so that closing can wait for it. */
  private readonly tasks = new Set<Promise<unknown>>();
  private isClosed = false;

  constructor(private readonly parts: KeeperParts) {
    this.folder = join(parts.dataFolder, 'backups');
  }

  /** A work as a bundle that is read while it is made. */
  exportWork(id: string): Promise<{ title: string; zip: Readable }> {
    return exportBundle(this.parts.rows, this.parts.pictures, id);
  }

  /** Brings a work in from a bundle, whole or not at all; gives its new id. */
  importWork(path: string, options: ProgressOptions = {}): Promise<string> {
    return importBundle(this.parts, path, options);
  }

  async backups(): Promise<Backups> {
    return { folder: this.folder, backups: await listBackups(this.folder), underWay: this.underWay };
  }

  /**
   * Makes a backup beside the works, and removes the oldest ones.
   *
   * @throws Fault 409 while another one is being made, when it was stopped, and once this is closed
   */
  backUp(): Promise<Backup> {
    return this.awaited(this.makeOwnBackup());
  }

  private async makeOwnBackup(): Promise<Backup> {
    if (this.isClosed) throw stoppedFault();
    if (this.underWay) throw new Fault(409, 'under-way', 'A backup is being made already.');
    const stop = new AbortController();
    this.underWay = { done: 0, of: 0 };
    this.stopBackup = stop;
    try {
      const onProgress = (done: number, of: number) => {
        this.underWay = { done, of };
      };
      const made = await makeBackup(this.parts, this.folder, true, { onProgress, signal: stop.signal });
      await sweepBackups(this.folder);
      return made;
    } catch (error) {
      if (stop.signal.aborted) throw stoppedFault();
      throw error;
    } finally {
      this.underWay = null;
      this.stopBackup = null;
    }
  }

  stop(): void {
    this.stopBackup?.abort();
  }

  /** Ends a backup that is being made and lets no other begin; nothing is written afterwards. */
  async close(): Promise<void> {
    this.isClosed = true;
    this.stop();
    await Promise.allSettled(this.tasks);
  }

  private awaited<T>(task: Promise<T>): Promise<T> {
    this.tasks.add(task);
    const forget = () => void this.tasks.delete(task);
    task.then(forget, forget);
    return task;
  }

  /** Makes a backup elsewhere, such as on another disk. */
  backUpTo(folder: string, options: ProgressOptions = {}): Promise<Backup> {
    return makeBackup(this.parts, folder, false, options);
  }

  /** The works a backup holds, the last changed first. */
  worksIn(name: string): Promise<BackedUp[]> {
    return worksInBackup(this.folder, name);
  }

  /** Brings one work back from a backup, as a work of its own beside what is there; gives its new id. */
  async bringBack(
    name: string | undefined,
    id: string,
    { folder = this.folder, ...options }: ProgressOptions & { folder?: string } = {},
  ): Promise<string> {
    const { path } = await findBackup(folder, name);
    const read = await openRead(join(path, 'nobrel.sqlite'));
    const scratch = await mkdtemp(join(tmpdir(), 'nobrel-back-'));
    try {
      const originalPath = (hash: string, format: string) => pictureIn(folder, hash, format);
      const { zip } = await exportBundle(bindModels(read), { originalPath }, id);
      const bundle = join(scratch, 'work.nobrel.zip');
      await pipeline(zip, createWriteStream(bundle), { signal: options.signal });
      return await this.importWork(bundle, options);
    } finally {
      await read.close();
      await rm(scratch, { recursive: true, force: true });
    }
  }

  /** Restores a backup into a new folder beside the works, to be looked at before anything is done with it. */
  async restoreBeside(name: string, options: ProgressOptions = {}): Promise<Restored> {
    const folder = `${this.parts.dataFolder}-restored-${name}`;
    return { ...(await restoreBackup(this.folder, folder, name, options)), folder };
  }

  verify(options: ProgressOptions = {}): Promise<Verified> {
    return verifyFile(this.parts, options);
  }

  /** What is done once a day: a backup when something changed since the last, and the bin emptied of what is old. */
  lookAfter(now = new Date()): Promise<void> {
    return this.awaited(this.doDaily(now));
  }

  private async doDaily(now: Date): Promise<void> {
    await this.parts.works.sweep(now);
    await this.parts.pictures.sweep(new Date(now.getTime() - binDays * dayMs));
    const [newest] = await listBackups(this.folder);
    const last = new Date(newest?.madeAt ?? 0);
    const due = now.getTime() - last.getTime() >= dayMs;
    const any = (await this.parts.rows.Work.count()) > 0;
    if (!due || !any || !(await changedSince(this.parts.dataFolder, last))) return;
    // That the program is being closed is no failure.
    await this.makeOwnBackup().catch((error: unknown) => {
      if (!this.isClosed) throw error;
    });
  }
}

function stoppedFault(): Fault {
  return new Fault(409, 'stopped', 'The backup was stopped.');
}
