/** The tests that take minutes: the map held against every scene whose truth is known. */
import { buildAll, install, run } from './prepare.mjs';

install();
buildAll();
run(process.execPath, [
  'node_modules/mocha/bin/mocha.js',
  '--no-config',
  '--timeout',
  '600000',
  'bench/dist/accuracy.long.js',
]);
