/** Type check, lint, structure, weight of the first page, unit tests and interface tests; closes with one line that sums the tests. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { buildAll, ensureChromium, install, root } from './prepare.mjs';

install();
const chromium = ensureChromium();
// Compiling is the type check: every package is strict and tests are compiled too.
buildAll();

const bin = (name) => join(root, 'node_modules', name);
/** Runs a program of Node's, and gives its status and what it wrote, which is shown at once unless it is to be quiet. */
function node(args, { env = {}, quiet = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', quiet ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    });
    let output = '';
    const hear = (chunk) => {
      output += chunk;
      if (!quiet) process.stdout.write(chunk);
    };
    child.stdout.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('close', (status) => resolve({ status: status ?? 1, output }));
  });
}

const packages = ['core', 'server', 'web', 'demo', 'e2e', 'bench'].map((name) => `${name}/src`);
/** Looks at the code itself, each with what is said when it finds something. */
const looks = {
  lint: {
    args: [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0'],
    says: 'The lint found faults.',
  },
  circles: {
    args: [
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
      ...packages,
    ],
    says: 'Some files import what they may not, or each other in a circle.',
  },
  unused: {
    args: [bin('knip/bin/knip.js'), '--no-config-hints'],
    says: 'Something is exported, declared or kept that nobody uses.',
  },
  firstPage: {
    args: [bin('size-limit/bin.js')],
    says: 'The first page is heavier than it may be.',
  },
  format: {
    args: [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.'],
    says: 'Some files are not formatted: run npm run format.',
  },
};

/** Takes some looks one after the other, shows what each wrote, and gives what was found. */
async function take(...names) {
  const found = [];
  for (const name of names) {
    const { status, output } = await node(looks[name].args, { quiet: true });
    process.stdout.write(output);
    if (status !== 0) found.push(looks[name].says);
  }
  return found;
}

/** Runs unit tests, showing their output, and counts what they say at the end. */
async function unitTests(...args) {
  const { status, output } = await node([bin('mocha/bin/mocha.js'), ...args]);
  const count = (word) => Number(new RegExp(`^\\s*(\\d+) ${word}`, 'm').exec(output)?.[1] ?? 0);
  const failed = count('failing');
  // The output is long: what failed is said once more at its very end.
  const faults = failed > 0 ? output.slice(output.search(/^\s*\d+ failing/m)).slice(0, 6000) : '';
  return {
    faults,
    passed: count('passing'),
    failed: status !== 0 && failed === 0 ? 1 : failed,
  };
}

/** Runs the interface tests in Chromium and reads their report. */
async function interfaceTests() {
  const report = join(root, '.build', 'interface.json');
  mkdirSync(join(root, '.build'), { recursive: true });
  rmSync(report, { force: true });
  const { status } = await node(
    [bin('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'],
    { env: { NOBREL_CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: report } },
  );
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { stats } = JSON.parse(readFileSync(report, 'utf8'));
  const failed = stats.unexpected + stats.flaky;
  return { passed: stats.expected, failed: status !== 0 && failed === 0 ? 1 : failed };
}

// The lint takes as long as all other looks and the tests of the page together: two processors are at work all along.
// Tests of the page bring a browser's objects with them, which nothing else should meet.
const [linted, [looked, page]] = await Promise.all([
  take('lint'),
  take('circles', 'unused', 'firstPage', 'format').then(async (found) => [
    found,
    await unitTests('--config', '.mocharc.page.json'),
  ]),
]);
const found = [...linted, ...looked];
// Each file by itself, as many side by side as there are processors.
const unit = await unitTests('--parallel', '--jobs', String(Math.max(2, cpus().length)));
const interfaces = await interfaceTests();
for (const says of found) console.log(says);
for (const { faults } of [unit, page]) if (faults) console.log(faults);
const passed = unit.passed + page.passed + interfaces.passed;
const failed = unit.failed + page.failed + interfaces.failed + found.length;
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || unit.passed === 0 || page.passed === 0 || interfaces.passed === 0 ? 1 : 0;
