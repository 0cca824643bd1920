import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { workSchema, pictureSchema, type StoredPicture, type Work } from '@nobrel/core/file';
import { ownHeader } from '../access/guard.js';
import { serve, type Running } from '../serve.js';
import { encoded } from './pictures.js';

/** A real server over a fresh data folder, on a port of its own. */
export type TestServer = {
  running: Running;
  dataFolder: string;
  call: (path: string, init?: RequestInit) => Promise<Response>;
  /** Sends JSON. */
  send: (method: string, path: string, body: unknown) => Promise<Response>;
  bringIn: (bytes?: Buffer, name?: string, path?: string) => Promise<Response>;
  newWork: () => Promise<{ picture: StoredPicture; work: Work }>;
  stop: () => Promise<void>;
};

export async function startServer(dataFolder?: string): Promise<TestServer> {
  const folder = dataFolder ?? (await mkdtemp(join(tmpdir(), 'nobrel-test-')));
  const running = await serve({ host: '127.0.0.1', port: 0, dataFolder: folder, logLevel: 'silent' });
  const call = (path: string, init: RequestInit = {}) => {
    const headers = new Headers(init.headers);
    headers.set(ownHeader, 'test');
    // Making a map holds up test and server alike, long enough for a connection kept open to be closed meanwhile.
    headers.set('connection', 'close');
    return fetch(new URL(path, running.address), { ...init, headers });
  };
  const send = (method: string, path: string, body: unknown) =>
    call(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  const bringIn = async (bytes?: Buffer, name = 'disc.jpg', path = 'api/pictures') => {
    const body = new FormData();
    body.append('picture', new Blob([new Uint8Array(bytes ?? (await encoded()))]), name);
    return call(path, { method: 'POST', body });
  };
  const newWork = async () => {
    const picture = pictureSchema.parse(await (await bringIn()).json());
    const work = workSchema.parse(await (await send('POST', 'api/works', { picture: picture.hash })).json());
    return { picture, work };
  };
  const stop = async () => {
    await running.stop();
    if (dataFolder === undefined) await rm(folder, { recursive: true, force: true });
  };
  return { running, dataFolder: folder, call, send, bringIn, newWork, stop };
}
