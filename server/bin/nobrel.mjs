#!/usr/bin/env node
// Builds what has changed, then hands over to the command line.
import { prepareCommandLine } from '../../scripts/prepare.mjs';

await prepareCommandLine();
const { run } = await import('../dist/cli/main.js');
process.exitCode = await run(process.argv.slice(2));
