import { cpus } from 'node:os';
import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'src',
  testMatch: '**/*.spec.ts',
  outputDir: '../.build/interface',
  // A machine that is busy with other things may stand still for a while: what is right is waited for.
  timeout: 300_000,
  // Each file has its own server; a machine with more cores runs more of them side by side.
  workers: Math.max(2, Math.floor(cpus().length / 2)),
  expect: { timeout: 120_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? '../.build/interface.json' }],
  ],
  use: {
    // What has no role or name of its own is found by the part of the drawing it is.
    testIdAttribute: 'data-part',
    viewport: { width: 1280, height: 800 },
    // A click on what is still moving into place may press one thing and let go over another.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env['NOBREL_CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
