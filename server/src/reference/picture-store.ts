import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { copyFile, mkdir, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Sequelize } from 'sequelize';
import sharp from 'sharp';
import { greyByLightness, svgSidesPx } from '@nobrel/core/reference';
import type { StoredPicture } from '@nobrel/core/file';
import type { Models } from '../store/models.js';
import { flush } from '../store/whole-files.js';
import { write } from '../store/write.js';
import { damaged, drawSvg, lookAt, upright } from './decode.js';

/** What is kept of each picture beside the file as it came. */
export const renditions = ['master', 'view', 'grey', 'small'] as const;
export type Rendition = (typeof renditions)[number];

/** The master holds every detail a map can use; more would only be slower (megapixels). */
const masterMegapixels = 24;
/** Long side of what the leaves show, and of a card in the flat file, pixels. */
const viewPx = 2000;
const smallPx = 480;

/**
 * Pictures as files named by what is in them: a folder a picture, called by the SHA-256 of the file as it
 * came, holding that file and its renditions. A folder appears whole or not at all.
 */
export class PictureStore {
  private readonly folder: string;

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

  path(hash: string, rendition: Rendition): string {
    return join(this.folder, hash.slice(0, 2), hash, `${rendition}.jpg`);
  }

  /**
   * Takes a picture in: checks it, makes its renditions and records it. The same file twice is one picture.
   *
   * @param source path of the file; it is left where it is
   * @param longSidePx the size an SVG is drawn at; what is kept is then that drawing
   * @throws Fault that names the file when it cannot be read, is too large or too small
   */
  async takeIn(source: string, name: string, longSidePx: number = svgSidesPx.usual): Promise<StoredPicture> {
    const looked = await lookAt(source, name);
    if (looked.format === 'svg') {
      const drawn = join(this.incoming, `${randomUUID()}.png`);
      await writeFile(drawn, await drawSvg(source, name, looked, longSidePx));
      return this.takeIn(drawn, name).finally(() => rm(drawn, { force: true }));
    }
    const hash = await hashOf(source);
    const { size } = await stat(source);
    const target = join(this.folder, hash.slice(0, 2), hash);
    if (!existsSync(target)) {
      const draft = join(this.incoming, randomUUID());
      await mkdir(draft);
      try {
        await this.makeRenditions(source, draft, looked, name);
        await copyFile(source, join(draft, `original.${looked.format}`));
        for (const file of await readdir(draft)) await flush(join(draft, file));
        await flush(draft);
        await mkdir(join(this.folder, hash.slice(0, 2)), { recursive: true });
        await rename(draft, target);
        await flush(join(this.folder, hash.slice(0, 2)));
      } catch (error) {
        await rm(draft, { recursive: true, force: true });
        // Another upload of the same file may have come first.
        if (!existsSync(target)) throw error;
      }
    }
    const picture = { hash, name, width: looked.width, height: looked.height, bytes: size };
    await write(this.sequelize, (transaction) =>
      this.rows.Picture.findOrCreate({
        where: { hash },
        defaults: { ...picture, format: looked.format },
        transaction,
      }),
    );
    return picture;
  }

  private async makeRenditions(
    source: string,
    folder: string,
    { width, height }: { width: number; height: number },
    name: string,
  ): Promise<void> {
    const shrink = Math.min(1, Math.sqrt((masterMegapixels * 1e6) / (width * height)));
    const master = join(folder, 'master.jpg');
    try {
      const decoded = upright(source);
      // Sizes are averaged in linear light, so that fine texture keeps its tone.
      const sized = shrink < 1 ? decoded.gamma().resize({ width: Math.round(width * shrink) }) : decoded;
      await sized.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toFile(master);
    } catch {
      throw damaged(name);
    }
    const inside = (px: number) =>
      ({ width: px, height: px, fit: 'inside', withoutEnlargement: true }) as const;
    await sharp(master).resize(inside(smallPx)).jpeg({ quality: 82 }).toFile(join(folder, 'small.jpg'));
    const view = sharp(master).resize(inside(viewPx));
    await view.clone().jpeg({ quality: 88 }).toFile(join(folder, 'view.jpg'));
    const { data, info } = await view.clone().raw().toBuffer({ resolveWithObject: true });
    const channels = info.channels === 4 ? 4 : 3;
    greyByLightness(data, channels);
    await sharp(data, { raw: { width: info.width, height: info.height, channels } })
      .jpeg({ quality: 88 })
      .toFile(join(folder, 'grey.jpg'));
  }
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
