import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { writeMapDocument } from '@nobrel/core/documents';
import { mapWith } from '@nobrel/core/testing';
import { encoded } from './pictures.js';

/** Where the command line begins. */
export const nobrelPath = fileURLToPath(new URL('../../bin/nobrel.mjs', import.meta.url));

export type Outcome = { status: number | null; out: string; err: string };

/** The command line in a folder of its own, with a picture and a map in it. */
export type CommandLine = {
  folder: string;
  picture: string;
  map: string;
  /** Runs it as a person would. */
  nobrel: (...args: string[]) => Promise<Outcome>;
  /** Runs it, and presses Ctrl-C as soon as something is so. */
  interrupted: (when: () => boolean, ...args: string[]) => Promise<Outcome>;
  /** A path in the folder. */
  at: (name: string) => string;
  remove: () => Promise<void>;
};

export async function commandLine(): Promise<CommandLine> {
  const folder = await mkdtemp(join(tmpdir(), 'nobrel-cli-'));
  const at = (name: string) => join(folder, name);
  const picture = at('disc.jpg');
  const map = at('lines.map.json');
  await writeFile(picture, await encoded());
  await writeFile(map, writeMapDocument(mapWith(300, 240)));
  const start = (args: readonly string[], onStart: (child: ChildProcess) => void = () => undefined) =>
    new Promise<Outcome>((resolve) => {
      const child = spawn(process.execPath, [nobrelPath, ...args], { cwd: folder });
      onStart(child);
      let out = '';
      let err = '';
      child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
      child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
      child.once('close', (status) => resolve({ status, out, err }));
    });
  const nobrel = (...args: string[]) => start(args);
  const interrupted = (when: () => boolean, ...args: string[]) =>
    start(args, (child) => {
      const looking = setInterval(() => {
        if (when()) child.kill('SIGINT');
        if (when() || child.exitCode !== null) clearInterval(looking);
      }, 5);
    });
  return {
    folder,
    picture,
    map,
    nobrel,
    interrupted,
    at,
    remove: () => rm(folder, { recursive: true, force: true }),
  };
}
