import { mkdtemp, rm } from 'node:fs/promises';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from '@nobrel/server';
import { beginWork, expect, goTo, test } from '../bench.js';

test('works are backed up, looked at, and brought back one by one from a backup', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByText('Safe keeping').click();
  await page.getByRole('button', { name: 'Back up now' }).click();
  const backups = page.getByRole('region', { name: 'Backups' });
  await expect(backups.getByText(/: \d works/)).toBeVisible();
  await backups.getByRole('button', { name: 'Look into it' }).click();
  await backups
    .getByRole('listitem')
    .filter({ hasText: /^Kettle/ })
    .getByRole('button')
    .click();
  await expect(backups.getByText(/“Kettle, lantern and pears” is back/)).toBeVisible();
  await expect(page.getByRole('link', { name: /Kettle/ })).toHaveCount(2);
  await backups.getByRole('button', { name: 'Restore all of it into a new folder' }).click();
  const restored = backups.getByText(/works restored into .*-restored-.*; nothing here was changed/);
  await expect(restored).toBeVisible();
  await rm(await restored.getByTestId('folder').innerText(), { recursive: true });
  await page.getByRole('button', { name: 'Look now' }).click();
  await expect(page.getByText(/looked at: all is as it was\./)).toBeVisible();
});

test('a work leaves whole as a bundle and comes in elsewhere as it was', async ({ page, seeded, server }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await goTo(page, 'File');
  const leaving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download everything' }).click();
  const bundle = await leaving;
  expect(bundle.suggestedFilename()).toBe('Kettle, lantern and pears.nobrel.zip');
  await page.goto(server.address);
  await page.getByText('Safe keeping').click();
  const path = await bundle.path();
  await page.getByLabel('Bundle file').setInputFiles(path);
  await expect(page.getByText('“Kettle, lantern and pears” came in.')).toBeVisible();
  await page.getByRole('link', { name: /Kettle/ }).click();
  await goTo(page, 'Map');
  await expect(page.getByRole('status').filter({ hasText: /\d+ lines/ })).toBeVisible();
  await page.goto(server.address);
  await page.getByText('Safe keeping').click();
  await page.getByLabel('Bundle file').setInputFiles({
    name: 'strange.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('no bundle'),
  });
  await expect(page.getByText(/This bundle cannot be brought in: .* None of it was kept\./)).toBeVisible();
});

test('a deleted work waits in the bin', async ({ page, server }) => {
  await beginWork(page, server);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Delete this work' }).click();
  await page.getByRole('button', { name: 'Delete it', exact: true }).click();
  await page.getByText('The bin: 1 work').click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('link', { name: /Kettle/ })).toBeVisible();
});

test('another device shows the code before it sees anything, and can be disconnected', async ({
  browser,
  page,
}) => {
  const near = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find(({ internal, family }) => !internal && family === 'IPv4');
  test.skip(near === undefined, 'This computer is on no network, so that no device can reach it.');
  const dataFolder = await mkdtemp(join(tmpdir(), 'nobrel-devices-'));
  const running = await serve({ host: '0.0.0.0', port: 0, dataFolder, logLevel: 'silent' });
  try {
    const { port } = new URL(running.address);
    const code = running.beyond?.devices.code ?? '';
    await page.goto(running.address);
    await page.getByText('Other devices').click();
    await expect(page.getByText(code)).toBeVisible();
    await expect(page.getByRole('img', { name: /for a camera/ })).toBeVisible();

    const tablet = await browser.newPage();
    await tablet.goto(`http://${near?.address}:${port}/`);
    await tablet.getByLabel('Access code').fill('WRONG');
    await tablet.getByRole('button', { name: 'Let this device in' }).click();
    await expect(tablet.getByText('This is not the code.')).toBeVisible();
    await tablet.getByLabel('Access code').fill(code.toLowerCase());
    await tablet.getByLabel('Name of this device').fill('The easel');
    await tablet.getByRole('button', { name: 'Let this device in' }).click();
    await expect(tablet.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();

    await page.reload();
    await page.getByText('Other devices').click();
    await page.getByText('The easel, let in').getByRole('button', { name: 'Disconnect' }).click();
    await expect(page.getByText('The easel, let in')).toHaveCount(0);
    await tablet.reload();
    await expect(tablet.getByLabel('Access code')).toBeVisible();
    await tablet.close();
  } finally {
    await running.stop();
    await rm(dataFolder, { recursive: true, force: true });
  }
});
