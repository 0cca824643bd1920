import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { copyFile, mkdir, readdir, rename, rm, rmdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Op, type Sequelize } from 'sequelize';
import { svgSidesPx } from '@nobrel/core/reference';
import type { StoredPicture } from '@nobrel/core/file';
import type { Models } from '../store/models.js';
import { flush } from '../store/whole-files.js';
import { write } from '../store/write.js';
import { Fault } from '../faults.js';
import type { Looked } from './decode.js';
import { isolatePictures } from './isolated-pictures.js';

/** What is kept of each picture beside the file as it came. */
export const renditions = ['master', 'view', 'grey', 'small'] as const;
export type Rendition = (typeof renditions)[number];

/**
 * Pictures as files named by what is in them: a folder a picture, called by the SHA-256 of the file as it
 * came, holding that file and its renditions. A folder appears whole or not at all.
 */
export class PictureStore {
  private readonly folder: string;
  private readonly apart = isolatePictures();
  /** Pictures being made whole: several views of one may ask at once. */
  private readonly mending = new Map<string, Promise<boolean>>();

  constructor(
    dataFolder: string,
    private readonly sequelize: Sequelize,
    private readonly rows: Models,
  ) {
    this.folder = join(dataFolder, 'pictures');
  }

  /** Where uploads wait while they are looked at. */
  get incoming(): string {
    return join(this.folder, 'incoming');
  }

  async open(): Promise<void> {
    await rm(this.incoming, { recursive: true, force: true });
    await mkdir(this.incoming, { recursive: true });
  }

  /** A picture on record, or null. */
  find(hash: string): Promise<StoredPicture | null> {
    return this.rows.Picture.findByPk(hash);
  }

  /** Where a rendition lies, if it is there. */
  private path(hash: string, rendition: Rendition): string {
    return join(this.folderOf(hash), `${rendition}.jpg`);
  }

  /**
   * A rendition's file, made again where it was lost.
   *
   * @throws Fault 404 where that cannot be done
   */
  async renditionPath(hash: string, rendition: Rendition): Promise<string> {
    const path = this.path(hash, rendition);
    if (!existsSync(path) && !(await this.mend(hash)))
      throw new Fault(404, 'no-picture', 'This picture is not in the file. Bring the same file in again.');
    return path;
  }

  /**
   * Takes a picture in: checks it, makes its renditions and records it. The same file twice is one picture; where
   * some of what is kept of it was lost, it is there again afterwards.
   *
   * @param source path of the file; it is left where it is
   * @param longSidePx the size an SVG is drawn at; what is kept is then that drawing
   * @throws Fault that names the file when it cannot be read, is too large or too small, or takes too much to read
   */
  async takeIn(source: string, name: string, longSidePx: number = svgSidesPx.usual): Promise<StoredPicture> {
    const { path, ...looked } = await this.apart.run('look', [source, name, longSidePx, this.incoming]);
    try {
      const hash = await hashOf(path);
      const { size } = await stat(path);
      if (!this.isWhole(hash, looked.format)) await this.keep(path, hash, looked, name);
      const picture = {
        hash,
        name: shortened(name),
        width: looked.width,
        height: looked.height,
        bytes: size,
      };
      await write(this.sequelize, (transaction) =>
        this.rows.Picture.findOrCreate({
          where: { hash },
          defaults: { ...picture, format: looked.format },
          transaction,
        }),
      );
      return picture;
    } finally {
      if (path !== source) await rm(path, { force: true });
    }
  }

  /**
   * Makes renditions of a picture again from the file as it came, where they were lost.
   *
   * @returns whether it could be done; otherwise the same file has to be brought in again
   */
  mend(hash: string): Promise<boolean> {
    const under = this.mending.get(hash) ?? this.mendNow(hash).finally(() => this.mending.delete(hash));
    this.mending.set(hash, under);
    return under;
  }

  private async mendNow(hash: string): Promise<boolean> {
    const row = await this.rows.Picture.findByPk(hash);
    const original = row && this.originalPath(hash, row.format);
    if (!original || !existsSync(original) || (await hashOf(original)) !== hash) return false;
    await this.keep(original, hash, row, row.name);
    return true;
  }

  /** Whether all is there that is kept of a picture. */
  isWhole(hash: string, format: string): boolean {
    const files = renditions.map((rendition) => this.path(hash, rendition));
    return [...files, this.originalPath(hash, format)].every((file) => existsSync(file));
  }

  /** Makes what is kept of a picture and puts it in its place: whole, or not at all. */
  private async keep(source: string, hash: string, looked: Looked, name: string): Promise<void> {
    const target = this.folderOf(hash);
    const draft = join(this.incoming, randomUUID());
    await mkdir(draft);
    try {
      const { width, height, format } = looked;
      await this.apart.run('makeRenditions', [source, draft, { width, height, format }, name]);
      await copyFile(source, join(draft, `original.${looked.format}`));
      for (const file of await readdir(draft)) await flush(join(draft, file));
      await flush(draft);
      await mkdir(dirname(target), { recursive: true });
      // What is there by now is not whole, or another upload of the same file came first: either way this is as good.
      if (existsSync(target)) await rename(target, `${draft}.old`);
      await rename(draft, target);
      await flush(dirname(target));
    } catch (error) {
      if (!this.isWhole(hash, looked.format)) throw error;
    } finally {
      await rm(draft, { recursive: true, force: true });
      await rm(`${draft}.old`, { recursive: true, force: true });
    }
  }

  /** Every picture that has a folder, whether it is on record or not. */
  async onDisk(): Promise<string[]> {
    const found: string[] = [];
    for (const part of await readdir(this.folder))
      if (/^[0-9a-f]{2}$/.test(part)) found.push(...(await readdir(join(this.folder, part))));
    return found;
  }

  /** Removes pictures that no work is made from, nor one in the bin, and that came in before a time. */
  async sweep(before: Date): Promise<void> {
    const old = await this.rows.Picture.findAll({
      where: { createdAt: { [Op.lt]: before } },
      attributes: ['hash'],
    });
    const began = await this.rows.Work.findAll({ attributes: ['pictureHash'] });
    const added = await this.rows.WorkPicture.findAll({ attributes: ['pictureHash'] });
    const used = new Set([...began, ...added].map(({ pictureHash }) => pictureHash));
    for (const { hash } of old) if (!used.has(hash)) await this.forget(hash);
  }

  /** The file as it came. */
  originalPath(hash: string, format: string): string {
    return join(this.folderOf(hash), `original.${format}`);
  }

  /** Removes a picture for good; one that a work is made from stays. */
  async forget(hash: string): Promise<void> {
    const gone = await write(this.sequelize, async (transaction) => {
      const [began, added] = await Promise.all([
        this.rows.Work.count({ where: { pictureHash: hash }, transaction }),
        this.rows.WorkPicture.count({ where: { pictureHash: hash }, transaction }),
      ]);
      if (began + added > 0) return false;
      await this.rows.Picture.destroy({ where: { hash }, transaction });
      return true;
    });
    if (!gone) return;
    await rm(this.folderOf(hash), { recursive: true, force: true });
    // Others may share the folder above.
    await rmdir(dirname(this.folderOf(hash))).catch(() => undefined);
  }

  private folderOf(hash: string): string {
    return join(this.folder, hash.slice(0, 2), hash);
  }

  /** Ends the processes that read pictures. */
  close(): Promise<void> {
    return this.apart.close();
  }
}

/** Names a person could not read anyway keep their ends. */
function shortened(name: string): string {
  return name.length <= maxNameLength ? name : `${name.slice(0, maxNameLength - 21)}…${name.slice(-20)}`;
}
const maxNameLength = 200;

/** SHA-256 of a file. */
export async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
