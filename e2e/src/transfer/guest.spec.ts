import { networkInterfaces } from 'node:os';
import { expect, goTo, saved, test } from '../bench.js';
import { openProjecting } from './projecting.js';

/** An address of this computer that others could reach it by: who comes by it is not taken for this computer itself. */
const near = Object.values(networkInterfaces())
  .flatMap((list) => list ?? [])
  .find(({ internal, family }) => !internal && family === 'IPv4')?.address;

test('a tablet that was invited steers one work’s projector, and sees nothing else until it is disconnected', async ({
  browser,
  page,
  shared,
}) => {
  test.skip(near === undefined, 'This computer is on no network, so that no device can reach it.');
  test.slow();
  await openProjecting(page, shared.address);
  await page.getByText('Steer it from a tablet or phone').click();
  await expect(page.getByRole('img', { name: 'The address of the page, for a camera' })).toBeVisible();
  const at = page.getByRole('link', { name: /\/steer#guest=/ });
  const address = ((await at.getAttribute('href')) ?? '').replace('127.0.0.1', near ?? '');
  const opened = page.waitForEvent('popup');
  await page.getByRole('button', { name: 'Open the projector’s window' }).click();
  const projector = await opened;

  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(address);
  await expect(tablet.getByRole('heading', { name: /lines\./ })).toBeVisible();
  // The token is not left where it would be seen, and the way back into the station is not offered.
  expect(tablet.url()).not.toContain('guest');
  await expect(tablet.getByRole('link', { name: 'Back to Transfer' })).toHaveCount(0);
  await expect(tablet.getByRole('region', { name: 'Kept set-ups' })).toHaveCount(0);
  await tablet.getByRole('button', { name: 'Begin' }).click();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await saved(tablet);
  await expect(tablet.getByRole('heading', { name: /^[1-9]\d* of \d+ lines/ })).toBeVisible();
  await tablet.getByRole('button', { name: 'Blank' }).click();
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeHidden();

  for (const path of ['', '/map', '/transfer']) {
    await tablet.goto(address.replace(/\/steer.*$/, path));
    await expect(tablet.getByLabel('Access code')).toBeVisible();
  }
  await tablet.goto(new URL('/', address).href);
  await expect(tablet.getByLabel('Access code')).toBeVisible();

  await page.goto(shared.address);
  await page.getByText('Other devices').click();
  await page
    .getByText(/^Leads “Dinghy on the hard” alone/)
    .getByRole('button', { name: 'Disconnect' })
    .click();
  await expect(page.getByText(/^Leads/)).toHaveCount(0);
  await tablet.goto(address);
  await expect(tablet.getByText('This code has expired.')).toBeVisible();
  await expect(tablet.getByLabel('Access code')).toHaveValue('');
  await tablet.context().close();
});

test('where only this computer can open it, the way to invite a tablet is said', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /^Dinghy on the hard/ }).click();
  await goTo(page, 'Transfer');
  await page.getByText('Trace by a tablet beside the easel').click();
  await expect(page.getByText(/Only this computer can open Nobrel now/)).toBeVisible();
});
