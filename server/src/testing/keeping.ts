import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { afterEach, beforeEach } from 'mocha';
import { QueryTypes } from 'sequelize';
import { ZipFile } from 'yazl';
import { workSchema, type Work } from '@nobrel/core/file';
import { unpack } from '../file/unpack.js';
import { openDatabase } from '../store/database.js';
import { mapFor } from './answers.js';
import { startServer, type TestServer } from './server.js';

type Files = Record<string, string | Buffer>;

/** A server, and an empty folder beside it, for tests of what is kept and taken out. */
export class Keeping {
  private started: { server: TestServer; scratch: string } | null = null;

  /** Starts and ends one for every test of the suite this is called in. */
  static forEachTest(): Keeping {
    const kept = new Keeping();
    beforeEach(async () => {
      const scratch = await mkdtemp(join(tmpdir(), 'nobrel-keep-'));
      kept.started = { scratch, server: await startServer() };
    });
    afterEach(async () => {
      await kept.server.stop();
      await rm(kept.at(''), { recursive: true, force: true });
    });
    return kept;
  }

  get server(): TestServer {
    return this.now.server;
  }

  /** A path in the empty folder. */
  at(name: string): string {
    return join(this.now.scratch, name);
  }

  /** A work with a map and a printing, as it stands. */
  async wholeWork(): Promise<Work> {
    const { work } = await this.server.newWork();
    await this.server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    await this.server.send('POST', `api/works/${work.id}/map/versions`, { name: 'first look' });
    await this.server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets);
    return workSchema.parse(await (await this.server.call(`api/works/${work.id}`)).json());
  }

  async bundleOf({ id }: Work): Promise<Buffer> {
    const answer = await this.server.call(`api/works/${id}/bundle`);
    expect(answer.headers.get('content-disposition')).to.include('Disc.nobrel.zip');
    return Buffer.from(await answer.arrayBuffer());
  }

  /** The files of a bundle, to be changed before they are packed again. */
  async unpacked(bundle: Buffer): Promise<Files> {
    const out = this.at('out');
    writeFileSync(this.at('in.zip'), bundle);
    rmSync(out, { recursive: true, force: true });
    await unpack(this.at('in.zip'), out);
    const files: Files = {};
    for (const entry of readdirSync(out, { recursive: true, withFileTypes: true })) {
      if (!entry.isFile()) continue;
      const path = join(entry.parentPath, entry.name);
      files[path.slice(out.length + 1)] = readFileSync(path);
    }
    return files;
  }

  /** Breaks off the record of a work, as a bad disk would. */
  async damage(id: string): Promise<void> {
    const sequelize = await openDatabase(this.server.dataFolder);
    await sequelize.query(
      'UPDATE works SET decisions = substr(decisions, 1, 40), revision = revision + 1 WHERE id = ?',
      { replacements: [id], type: QueryTypes.UPDATE },
    );
    await sequelize.close();
  }

  private get now() {
    if (!this.started) throw new Error('It stands only while a test runs.');
    return this.started;
  }
}

/** Sends a bundle to be brought in. */
export function bringIn(to: TestServer, bytes: Uint8Array, query = '', init: RequestInit = {}) {
  const body = new FormData();
  body.append('bundle', new Blob([new Uint8Array(bytes)]), 'work.nobrel.zip');
  return to.call(`api/bundles${query}`, { ...init, method: 'POST', body });
}

/** The files of pictures a server has on its disk; listed anew where one goes while they are listed. */
export async function picturesOnDisk(of: TestServer): Promise<string[]> {
  for (let tries = 0; ; tries++)
    try {
      return (await readdir(join(of.dataFolder, 'pictures'), { recursive: true })).sort();
    } catch (error) {
      const isGone = error instanceof Error && 'code' in error && error.code === 'ENOENT';
      if (!isGone || tries === 100) throw error;
    }
}

/** Packs files as they are, whatever their names. */
export async function zipOf(files: Readonly<Files>): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [name, data] of Object.entries(files)) zip.addBuffer(Buffer.from(data), name);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(Buffer.from(chunk));
  return Buffer.concat(chunks);
}

export const sha256 = (data: string | Buffer) => createHash('sha256').update(data).digest('hex');

/** Packs changed files with a manifest that is true of them. */
export function packed(files: Readonly<Files>): Promise<Buffer> {
  const { 'manifest.json': _, ...rest } = files;
  const hashes = Object.entries(rest).map(([name, data]) => [name, sha256(data)]);
  const manifest = {
    format: 'nobrel-manifest',
    version: 1,
    madeAt: new Date().toISOString(),
    files: Object.fromEntries(hashes) as unknown,
  };
  return zipOf({ ...rest, 'manifest.json': JSON.stringify(manifest) });
}
