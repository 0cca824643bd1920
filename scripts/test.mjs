/** Type check, lint, structure, weight of the first page, unit tests and interface tests; closes with one line that sums the tests. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildAll, ensureChromium, install, root } from './prepare.mjs';

install();
const chromium = ensureChromium();
// Compiling is the type check: every package is strict and tests are compiled too.
buildAll();

const bin = (name) => join(root, 'node_modules', name);
const node = (args, env = {}) =>
  spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
    .status ?? 1;

const lint = node([bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']);
const packages = ['core', 'server', 'web', 'demo', 'e2e', 'bench'].map((name) => `${name}/src`);
const circles = node([
  bin('dependency-cruiser/bin/dependency-cruise.mjs'),
  '--config',
  '.dependency-cruiser.cjs',
  '--output-type',
  'err',
  ...packages,
]);
const unused = node([bin('knip/bin/knip.js'), '--no-config-hints']);
const firstPage = node([bin('size-limit/bin.js')]);
const format = node([bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']);

/** Runs unit tests, showing their output, and counts what they say at the end. */
async function unitTests(...args) {
  const child = spawn(process.execPath, [bin('mocha/bin/mocha.js'), ...args], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let output = '';
  child.stdout.on('data', (chunk) => {
    output += chunk;
    process.stdout.write(chunk);
  });
  const status = await new Promise((resolve) => child.once('close', resolve));
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
function interfaceTests() {
  const report = join(root, '.build', 'interface.json');
  mkdirSync(join(root, '.build'), { recursive: true });
  rmSync(report, { force: true });
  const status = node([bin('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'], {
    NOBREL_CHROMIUM: chromium,
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
  });
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { stats } = JSON.parse(readFileSync(report, 'utf8'));
  const failed = stats.unexpected + stats.flaky;
  return { passed: stats.expected, failed: status !== 0 && failed === 0 ? 1 : failed };
}

const unit = await unitTests();
// Tests of the page bring a browser's objects with them, which nothing else should meet.
const page = await unitTests('--config', '.mocharc.page.json');
const interfaces = interfaceTests();
if (lint !== 0) console.log('The lint found faults.');
if (circles !== 0) console.log('Some files import what they may not, or each other in a circle.');
if (unused !== 0) console.log('Something is exported, declared or kept that nobody uses.');
if (firstPage !== 0) console.log('The first page is heavier than it may be.');
if (format !== 0) console.log('Some files are not formatted: run npm run format.');
for (const { faults } of [unit, page]) if (faults) console.log(faults);
const passed = unit.passed + page.passed + interfaces.passed;
const checks = [lint, circles, unused, firstPage, format].filter((status) => status !== 0).length;
const failed = unit.failed + page.failed + interfaces.failed + checks;
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || unit.passed === 0 || page.passed === 0 || interfaces.passed === 0 ? 1 : 0;
