import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { expect, goTo, seenTour, take, test } from '../bench.js';
import { photographOf } from './photographs.js';

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });

async function openCheck(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
}

test('a phone takes the photograph behind a code of its own: judged, sent once, and checked here', async ({
  page,
  shared,
  browser,
}) => {
  await openCheck(page, shared.address);
  await page.getByText('From a phone').click();
  await expect(
    page.getByRole('img', { name: 'The address of the phone’s page, for its camera' }),
  ).toBeVisible();
  await expect(page.getByText('Waiting for the phone.')).toBeVisible();
  const at = (await page.getByRole('link', { name: /\/phone\// }).getAttribute('href')) ?? '';
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await context.newPage();
  await phone.goto(at);
  await expect(phone.getByText('Photograph your drawing of “Kettle, lantern and pears”')).toBeVisible();
  await expect(page.getByText('The phone has opened its page.')).toBeVisible();
  const choose = (buffer: Buffer) =>
    phone
      .getByLabel('Photograph', { exact: true })
      .setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer });
  // A poor one is told before it is sent.
  await choose(await photographOf(page, shared, {}, 6, { shadow: 0.6 }));
  await expect(phone.getByText(/A shadow lies over the sheet at lower right/)).toBeVisible();
  await phone.getByRole('button', { name: 'Take another' }).click();
  await choose(await photographOf(page, shared, { moved: 2, missing: 1 }, 6));
  await expect(phone.getByText('Good: the whole sheet is in view, sharp and in even light.')).toBeVisible();
  await phone.getByRole('button', { name: 'Send it' }).click();
  await expect(phone.getByText('The photograph is sent.')).toBeVisible();
  await expect(findings(page)).toBeVisible();
  await expect(page.getByRole('link', { name: /Check round 1, \d.* off/ })).toBeVisible();
  // The code was for one, and for nothing else.
  await phone.goto(at);
  await expect(phone.getByText(/This code has expired|has been sent/)).toBeVisible();
  await context.close();
});

test('a code for a phone holds no longer than it is shown, and is not shown where no phone could come', async ({
  page,
  shared,
  seeded,
  browser,
}) => {
  await openCheck(page, shared.address);
  await page.getByText('From a phone').click();
  const at = (await page.getByRole('link', { name: /\/phone\// }).getAttribute('href')) ?? '';
  await page.getByText('From a phone').click();
  const context = await browser.newContext();
  const phone = await context.newPage();
  await expect(async () => {
    await phone.goto(at);
    await expect(phone.getByText('This code has expired.')).toBeVisible({ timeout: 1000 });
  }).toPass();
  await context.close();
  await openCheck(page, seeded.address);
  await page.getByText('From a phone').click();
  await expect(page.getByText(/Only this computer can open Nobrel now/)).toBeVisible();
});

test('this device’s camera says what to do better while it is held, and what it takes is checked', async ({
  page,
  seeded,
}) => {
  await openCheck(page, seeded.address);
  const folder = await mkdtemp(join(tmpdir(), 'nobrel-camera-'));
  const film = join(folder, 'camera.mjpeg');
  await writeFile(film, await photographOf(page, seeded, { moved: 2 }, 6));
  const own = await chromium.launch({
    executablePath: process.env['NOBREL_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  });
  const there = await (await own.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await there.addInitScript(seenTour);
  await openCheck(there, seeded.address);
  await there.getByText('With this device’s camera').click();
  await there.getByRole('button', { name: 'Open the camera' }).click();
  const camera = there.getByRole('region', { name: 'Photograph the drawing' });
  await expect(camera.getByText('Good: the whole sheet is in view, sharp and in even light.')).toBeVisible();
  await camera.getByRole('button', { name: 'Take the photograph' }).click();
  await expect(camera.getByRole('img', { name: 'The photograph that was taken' })).toBeVisible();
  await camera.getByRole('button', { name: 'Check it' }).click();
  await expect(findings(there)).toBeVisible();
  await own.close();
  await rm(folder, { recursive: true, force: true });
  // Where there is no camera, that is said with the way out.
  await take(page, 'New round');
  await page.getByText('With this device’s camera').click();
  await page.getByRole('button', { name: 'Open the camera' }).click();
  await expect(page.getByRole('alert')).toContainText(/There is no camera on this device|was not allowed/);
});
