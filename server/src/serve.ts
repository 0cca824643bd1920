import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import pino from 'pino';
import { createApp } from './app.js';
import { openFile, type OpenFile } from './open-file.js';
import { webFolder, type Settings } from './settings.js';

/** How long a stop waits for requests under way, milliseconds. */
const patienceMs = 3000;

/** A running server. */
export type Running = { address: string; file: OpenFile; stop: () => Promise<void> };

/**
 * Opens the data folder and serves it.
 *
 * @throws Error with one sentence when the port is taken
 */
export async function serve(settings: Settings): Promise<Running> {
  const file = await openFile(settings.dataFolder);
  const logger = pino({ level: settings.logLevel }, pino.destination(2));
  const server = createServer(createApp({ ...file, logger, webFolder }));
  try {
    await listen(server, settings);
  } catch (error) {
    await file.close();
    throw error;
  }
  const { port } = server.address() as AddressInfo;
  const stop = async () => {
    // What is being saved is finished first; a request that hangs is cut off.
    const cutOff = setTimeout(() => server.closeAllConnections(), patienceMs);
    await new Promise<void>((resolve) => {
      server.close(() => resolve());
      server.closeIdleConnections();
    });
    clearTimeout(cutOff);
    await file.close();
  };
  return { address: `http://${settings.host}:${port}/`, file, stop };
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
  console.log(`${welcome}\n\n  ${running.address}\n\nCtrl-C stops it.`);
}
