/**
 * Gets a checkout ready to run with nothing but Node and npm: installs what is missing and builds what has
 * changed. Uses only Node's own modules, since nothing else may be there yet.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const stamps = join(root, '.build');

/** Runs a program from the root of the checkout and ends this one when it fails. */
export function run(command, args, { quiet = false } = {}) {
  // What a build prints must not mix with what a command line writes to standard output.
  const result = spawnSync(command, args, { cwd: root, stdio: ['ignore', quiet ? 2 : 'inherit', 'inherit'] });
  if (result.error) {
    console.error(`${command} could not be started: ${result.error.message}`);
    process.exit(1);
  }
  if (result.signal) process.exit(130);
  if (result.status !== 0) process.exit(result.status ?? 1);
}

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
const digest = (text) => createHash('sha256').update(text).digest('hex');

function readStamp(name) {
  const path = join(stamps, name);
  return existsSync(path) ? readFileSync(path, 'utf8') : '';
}

function writeStamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

/**
 * Whether node_modules holds what the lock file asks for: npm leaves its own record of what it installed
 * there, as the last thing it does. Packages for other systems are optional and may be missing.
 */
function isInstalled() {
  const record = join(root, 'node_modules', '.package-lock.json');
  if (!existsSync(record)) return false;
  const there = JSON.parse(readFileSync(record, 'utf8')).packages;
  const wanted = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')).packages;
  return Object.entries(wanted).every(
    ([place, { version, optional, devOptional, link }]) =>
      !place.includes('node_modules/') ||
      link ||
      optional ||
      devOptional ||
      there[place]?.version === version,
  );
}

/** Installs the packages of the lock file unless they are there. */
export function install() {
  if (isInstalled()) return;
  console.error('Installing packages; the first time this compiles SQLite and takes some minutes.');
  run(npm, ['ci', '--no-audit', '--no-fund'], { quiet: true });
}

/** A digest of the names, sizes and times of all files that a build reads. */
function fingerprint(places) {
  const lines = [];
  const visit = (path) => {
    const info = statSync(path, { throwIfNoEntry: false });
    if (!info) return;
    if (info.isDirectory()) {
      for (const name of readdirSync(path).sort()) {
        if (!/^(node_modules|dist|dist-ts)$|\.(tsbuildinfo|d\.css\.ts)$/.test(name)) visit(join(path, name));
      }
    } else {
      lines.push(`${path} ${info.size} ${info.mtimeMs}`);
    }
  };
  for (const place of places) visit(join(root, place));
  return digest(lines.join('\n'));
}

/** Runs a build unless its sources are as they were after the last one and its result is there. */
function buildOnce(name, sources, result, build) {
  const wanted = fingerprint([...sources, 'package-lock.json', 'tsconfig.base.json']);
  if (readStamp(name) === wanted && existsSync(join(root, result))) return;
  build();
  writeStamp(name, wanted);
}

const tsc = (project) =>
  run(process.execPath, ['node_modules/typescript/bin/tsc', '-b', project], { quiet: true });

/** Writes beside every module of styles which classes it has, so that a misspelt one is found when compiling. */
const nameStyles = () =>
  run(
    process.execPath,
    [
      'node_modules/typed-css-modules/lib/cli.js',
      '--pattern',
      'web/src/**/*.module.css',
      '--camelCase',
      '--namedExports',
      '--allowArbitraryExtensions',
      '--silent',
      '.',
    ],
    { quiet: true },
  );

/** Compiles everything, tests included, and bundles the web application. */
export function buildAll() {
  const all = ['core', 'server', 'web', 'demo', 'e2e', 'bench', 'tsconfig.json'];
  buildOnce('compiled', all, 'server/dist/main.js', () => {
    console.error('Compiling.');
    nameStyles();
    tsc('.');
  });
  buildOnce('bundled', ['core', 'web'], 'web/dist/index.html', () => {
    console.error('Bundling the web application.');
    run(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'web', '--logLevel', 'warn'], {
      quiet: true,
    });
  });
}

/** Compiles what the command line needs. */
export function prepareCommandLine() {
  install();
  buildOnce('command-line', ['core', 'server'], 'server/dist/cli/main.js', () => tsc('server'));
}

const chromiumPath = process.env.NOBREL_CHROMIUM ?? '/usr/bin/chromium';

/** Makes sure there is a Chromium for the interface tests, or says in one sentence what to install. */
export function ensureChromium() {
  if (existsSync(chromiumPath)) return chromiumPath;
  const root = typeof process.getuid === 'function' && process.getuid() === 0;
  const apt = spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).status === 0;
  if (root && apt) {
    console.error(
      'The interface tests need Chromium, which is not at ' +
        `${chromiumPath}: installing the package chromium with apt-get. ` +
        'To use another one, stop this and set NOBREL_CHROMIUM to where it is.',
    );
    spawnSync('apt-get', ['update'], { stdio: ['ignore', 'ignore', 'inherit'] });
    spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    if (existsSync(chromiumPath)) return chromiumPath;
  }
  console.error(
    'The interface tests need Chromium: install the package chromium (apt-get install chromium), or set NOBREL_CHROMIUM to where one is.',
  );
  return process.exit(1);
}
