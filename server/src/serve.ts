import type { AddressInfo } from 'node:net';
import { readFileSync } from 'node:fs';
import { createServer, STATUS_CODES, type Server } from 'node:http';
import { createServer as createSealedServer } from 'node:https';
import type { Duplex } from 'node:stream';
import type { Express } from 'express';
import pino, { type Logger } from 'pino';
import type { ApiError } from '@nobrel/core/file';
import type { Beyond } from './access/access.js';
import { Devices } from './access/devices.js';
import { isLoopbackHost, knownNames, networkAddresses } from './access/names.js';
import { createApp } from './app.js';
import { openFile, type OpenFile } from './open-file.js';
import { webFolder, type Certificate, type Settings } from './settings.js';

/** How long a stop waits for requests under way, milliseconds. */
const patienceMs = 3000;
/** The first moments belong to whoever opened the program. */
const firstLookMs = 60_000;

/** A running server. */
export type Running = {
  address: string;
  file: OpenFile;
  /** How other devices get in, or null where only this computer does. */
  beyond: Beyond | null;
  /** Ends what is under way and closes the file; asked twice, it is done once. */
  stop: () => Promise<void>;
};

/**
 * Opens the data folder and serves it.
 *
 * @throws Error with one sentence when the port is taken, or the folder is already open elsewhere
 */
export async function serve(settings: Settings): Promise<Running> {
  const { host, dataFolder, names = [], certificate = null } = settings;
  const file = await openFile(dataFolder);
  const logger = pino({ level: settings.logLevel }, pino.destination(2));
  const addresses: string[] = [];
  try {
    const sealed = certificate !== null;
    const beyond = isLoopbackHost(host)
      ? null
      : { devices: await Devices.open(dataFolder), addresses, sealed };
    const app = createApp({ ...file, logger, webFolder, dataFolder, names: knownNames(host, names), beyond });
    const server = certificate ? createSealed(certificate, app) : createServer(app);
    server.on('clientError', answerUnreadable);
    await listen(server, settings);
    const { port } = server.address() as AddressInfo;
    const at = (name: string) => `${sealed ? 'https' : 'http'}://${name}:${port}/`;
    addresses.push(...[...names, ...networkAddresses()].map(at));
    const address = at(isLoopbackHost(host) ? host : 'localhost');
    file.lock.servedAt(address);
    // Reading every record takes a second for a thousand works: it is done before anybody asks for their list.
    const read = file.flatFile
      .list()
      .catch((error: unknown) => logger.error({ err: error }, 'reading the list failed'));
    file.onClose(async () => void (await read));
    lookAfterDaily(file, logger);
    let stopped: Promise<void> | null = null;
    return { address, file, beyond, stop: () => (stopped ??= stopServing(server, file)) };
  } catch (error) {
    await file.close();
    throw error;
  }
}

/** Makes the daily backup and empties the bin, soon after the start and then every hour when it is due. */
function lookAfterDaily({ keeper, onClose }: OpenFile, logger: Logger): void {
  const look = () => {
    keeper
      .lookAfter()
      .catch((error: unknown) => logger.error({ err: error }, 'looking after the works failed'));
  };
  const first = setTimeout(look, firstLookMs).unref();
  const hourly = setInterval(look, 3600_000).unref();
  onClose(() => {
    clearTimeout(first);
    clearInterval(hourly);
    return Promise.resolve();
  });
}

/** A server that speaks HTTPS with the certificate that was named in the settings. */
function createSealed({ certificate, key }: Certificate, app: Express): Server {
  try {
    return createSealedServer({ cert: readFileSync(certificate), key: readFileSync(key) }, app);
  } catch (error) {
    throw new Error(
      `${certificate} and ${key} are no certificate and its key: NOBREL_CERT and NOBREL_KEY name their files, in PEM.`,
      { cause: error },
    );
  }
}

async function stopServing(server: Server, file: OpenFile): Promise<void> {
  // What is being saved is finished first; a request that hangs is cut off.
  const cutOff = setTimeout(() => server.closeAllConnections(), patienceMs);
  await new Promise<void>((resolve) => {
    server.close(() => resolve());
    server.closeIdleConnections();
  });
  clearTimeout(cutOff);
  await file.close();
}

/** Says in the usual shape what is wrong with a request that could not even be read. */
function answerUnreadable(error: NodeJS.ErrnoException, socket: Duplex): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const status = error.code === 'HPE_HEADER_OVERFLOW' ? 431 : 400;
  const body: ApiError = {
    error:
      status === 431
        ? { code: 'too-large', message: 'The head of the request is too long.' }
        : { code: 'bad-input', message: 'The request could not be read.' },
  };
  const text = JSON.stringify(body);
  socket.end(
    `HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\nConnection: close\r\nContent-Type: application/json\r\n` +
      `Content-Length: ${Buffer.byteLength(text)}\r\n\r\n${text}`,
  );
}

function listen(server: Server, { host, port }: Settings): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${port} is in use. Stop what runs there, or choose another with NOBREL_PORT.`)
          : error,
      );
    });
    server.listen(port, host, resolve);
  });
}

/** Serves until Ctrl-C, and prints the address. */
export async function serveUntilStopped(settings: Settings, welcome: string): Promise<void> {
  const running = await serve(settings);
  const stop = () => {
    running.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  console.log(`${welcome}\n\n  ${running.address}\n`);
  const { beyond } = running;
  if (beyond) {
    console.log(`From a tablet or another computer: ${beyond.addresses.join(' or ')}`);
    console.log(`Access code: ${beyond.devices.code}`);
    if (!beyond.sealed)
      console.log(
        'Others on this network could read along. Use it on your own, or give a certificate with NOBREL_CERT and NOBREL_KEY.',
      );
    console.log('');
  }
  console.log('Ctrl-C stops it.');
}
