import { homedir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';

/** Files of a certificate and its key, for HTTPS. */
export type Certificate = { certificate: string; key: string };

/** Where the program listens and keeps its data, from the environment. */
export type Settings = {
  host: string;
  port: number;
  dataFolder: string;
  logLevel: string;
  /** Further names it is reached by, in small letters. */
  names?: readonly string[];
  /** Plain HTTP where there is none. */
  certificate?: Certificate | null;
};

export const defaultPort = 4180;

const environment = z.object({
  NOBREL_PORT: z.coerce
    .number({ error: 'NOBREL_PORT must be a port number' })
    .int()
    .min(0)
    .max(65535)
    .default(defaultPort),
  // Named but empty is not named: it must not open the program to the network.
  NOBREL_HOST: z.preprocess((host) => (host === '' ? undefined : host), z.string().default('127.0.0.1')),
  NOBREL_NAMES: z.string().default(''),
  NOBREL_CERT: z.string().optional(),
  NOBREL_KEY: z.string().optional(),
  NOBREL_DATA: z.string().optional(),
  NOBREL_LOG: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('warn'),
});

/**
 * Reads the settings.
 *
 * @param name folder of the data when NOBREL_DATA does not say otherwise
 * @throws Error with one sentence when a variable makes no sense
 */
export function readSettings(name = 'nobrel', variables: NodeJS.ProcessEnv = process.env): Settings {
  const parsed = environment.safeParse(variables);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Error(
      `${issue?.path.join('.') ?? 'A setting'} cannot be used: ${issue?.message ?? 'unreadable'}.`,
    );
  }
  const { NOBREL_PORT: port, NOBREL_HOST: host, NOBREL_DATA: data, NOBREL_LOG: logLevel } = parsed.data;
  const { NOBREL_CERT: certificate, NOBREL_KEY: key, NOBREL_NAMES: named } = parsed.data;
  if ((certificate === undefined) !== (key === undefined))
    throw new Error('NOBREL_CERT and NOBREL_KEY belong together: give the files of both, or of neither.');
  return {
    host,
    port,
    dataFolder: data ?? join(userDataFolder(variables), name),
    logLevel,
    names: named
      .toLowerCase()
      .split(/[\s,]+/)
      .filter((one) => one !== ''),
    certificate: certificate !== undefined && key !== undefined ? { certificate, key } : null,
  };
}

function userDataFolder(variables: NodeJS.ProcessEnv): string {
  if (process.platform === 'darwin') return join(homedir(), 'Library', 'Application Support');
  if (process.platform === 'win32') return variables['APPDATA'] ?? join(homedir(), 'AppData', 'Roaming');
  return variables['XDG_DATA_HOME'] ?? join(homedir(), '.local', 'share');
}

/** The built web application beside this package. */
export const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));
