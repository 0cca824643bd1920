import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const main = fileURLToPath(new URL('../../../server/dist/main.js', import.meta.url));

/** The program as it is started, in a process that can be killed. */
export type Program = {
  child: ChildProcess;
  address: string;
  /** Asks as the program's own pages do. */
  call: (method: string, path: string, body?: unknown) => Promise<Response>;
  upload: (path: string, field: string, bytes: Uint8Array, name: string) => Promise<Response>;
  /** Most memory it had, megabytes. */
  peakMegabytes: () => number;
  kill: () => Promise<void>;
};

async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Starts the program on a folder, and waits until it answers. */
export async function startProgram(dataFolder: string): Promise<Program> {
  const port = await freePort();
  const address = `http://127.0.0.1:${port}/`;
  const env = { ...process.env, NOBREL_DATA: dataFolder, NOBREL_PORT: String(port), NOBREL_LOG: 'fatal' };
  const child = spawn(process.execPath, [main], { env, stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const headers = { 'x-nobrel': 'bench' };
  const call = (method: string, path: string, body?: unknown) =>
    fetch(new URL(path, address), {
      method,
      headers: body === undefined ? headers : { ...headers, 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  const upload = (path: string, field: string, bytes: Uint8Array, name: string) => {
    const body = new FormData();
    body.append(field, new Blob([new Uint8Array(bytes)]), name);
    return fetch(new URL(path, address), { method: 'POST', headers, body });
  };
  const kill = () =>
    new Promise<void>((resolve) => {
      if (child.exitCode !== null || child.signalCode !== null) return resolve();
      child.once('exit', () => resolve());
      child.kill('SIGKILL');
    });
  for (let tries = 0; tries < 400; tries++) {
    if (child.exitCode !== null) throw new Error(`The program ended: ${said}`);
    const answered = await call('GET', 'api/access').then(
      (answer) => answer.ok,
      () => false,
    );
    if (answered) return { child, address, call, upload, kill, peakMegabytes: () => peakOf(child.pid ?? 0) };
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error('The program did not answer.');
}

function peakOf(pid: number): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1000;
}

/** A picture of its own for every number. */
export function pictureOf(seed: number, width = 1200, height = 900): Promise<Buffer> {
  const background = { r: (seed * 37) % 256, g: (seed * 91) % 256, b: (seed * 53) % 256 };
  return sharp({
    create: { width, height, channels: 3, background, noise: { type: 'gaussian', mean: 128, sigma: 30 } },
  })
    .jpeg()
    .toBuffer();
}

/** A share of the sorted values lies below this. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

/** Numbers from 0 to 1 that are the same every time (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
