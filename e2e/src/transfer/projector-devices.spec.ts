import type { Page } from '@playwright/test';
import { expect, saved, test } from '../bench.js';
import { linesOnWall, openAll, openProjecting } from './projecting.js';
import { wallOf } from './thrown.js';

test('the projector’s window opens on the second screen where one is known, and fills it', async ({
  page,
  seeded,
}) => {
  // A browser with a second screen that may be told of: what it says, and where the window is asked to lie.
  await page.addInitScript(() => {
    const screen = (isPrimary: boolean, left: number) => ({
      ...{ left, top: 0, availWidth: 1920, availHeight: 1080 },
      isPrimary,
    });
    const details = { screens: [screen(true, 0), screen(false, 1920)] };
    Object.assign(window, { getScreenDetails: () => Promise.resolve(details) });
    const open = window.open.bind(window);
    window.open = (address, name, features) => {
      document.documentElement.dataset['asked'] = features;
      return open(address, name, features);
    };
  });
  await openProjecting(page, seeded.address);
  const opened = page.waitForEvent('popup');
  await page.getByRole('button', { name: 'Open the projector’s window' }).click();
  const projector = await opened;
  await expect(page.getByText('It lies on the second screen. Press F there to fill it.')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.dataset['asked'])).toBe(
    'popup,left=1920,top=0,width=1920,height=1080',
  );
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeVisible();
  await projector.bringToFront();
  await projector.keyboard.press('f');
  await expect.poll(() => projector.evaluate(() => document.fullscreenElement !== null)).toBe(true);
  // Opened again it is the same window, not a second one.
  await page.bringToFront();
  await page.getByRole('button', { name: 'Open the projector’s window' }).click();
  expect(page.context().pages()).toHaveLength(2);
});

test('two devices lead different stretches and agree on what is traced', async ({ page, seeded }) => {
  test.slow();
  const { works } = await seeded.file.flatFile.list();
  const id = works.find(({ title }) => title === 'Dinghy on the hard')?.id ?? '';
  const { revision, decisions } = await seeded.file.works.get(id);
  const transfer = { ...decisions.transfer, stretchMinutes: 5 };
  await seeded.file.works.save(id, { revision, decisions: { ...decisions, transfer } });
  const { projector, tablet } = await openAll(page, seeded.address);
  const phone = await (await page.context().browser()!.newContext()).newPage();
  await phone.goto(tablet.url());
  const next = (device: Page) => device.getByRole('region', { name: 'Next line' });
  await expect(next(phone).getByRole('heading', { name: /lines\./ })).toBeVisible();
  const press = (device: Page, name: string) =>
    next(device).getByRole('button', { name, exact: true }).click();
  await press(tablet, 'Begin');
  await press(tablet, 'Done');
  await saved(tablet);
  // Each shows a stretch of its own in turn: what was asked for last is on the wall, and stays there.
  await tablet.getByText('this stretch', { exact: true }).click();
  await expect.poll(async () => (await wallOf(tablet, id)).among.length).toBeGreaterThan(0);
  const first = (await wallOf(tablet, id)).among;
  await expect(next(phone).getByRole('button', { name: 'Next stretch' })).toBeEnabled();
  await press(phone, 'Next stretch');
  await expect.poll(async () => (await wallOf(tablet, id)).among[0]).not.toBe(first[0]);
  const second = (await wallOf(tablet, id)).among;
  expect(second.filter((line) => first.includes(line))).toEqual([]);
  const tracedBefore = parseInt(await next(tablet).getByRole('heading').innerText());
  // Both at once: as a rule neither has heard of the other's line yet, and both trace the same.
  await Promise.all([press(tablet, 'Done'), press(phone, 'Done')]);
  await Promise.all([saved(tablet), saved(phone)]);
  const says = async (device: Page) => (await next(device).getByRole('heading').innerText()).split('.')[0];
  const traced = async (device: Page) => parseInt((await says(device)) ?? '');
  for (const device of [tablet, phone]) await expect.poll(() => traced(device)).toBeGreaterThan(tracedBefore);
  await expect(async () => expect(await says(phone)).toBe(await says(tablet))).toPass();
  expect((await wallOf(tablet, id)).among).toEqual(second);
  expect(await linesOnWall(projector)).toBeLessThan(second.length + 1);
  for (const device of [page, tablet, phone])
    await expect(device.getByText('This work was changed in another window')).toHaveCount(0);
  await phone.context().close();
  await tablet.context().close();
});

test('a screen stays awake while it leads, and may sleep while the tracing is paused', async ({
  page,
  seeded,
}) => {
  await page.addInitScript(() => {
    const hold = (by: number) => {
      const { dataset } = document.documentElement;
      dataset['held'] = String(Number(dataset['held'] ?? 0) + by);
    };
    const request = () => {
      hold(1);
      return Promise.resolve({ release: () => Promise.resolve(hold(-1)) });
    };
    Object.defineProperty(navigator, 'wakeLock', { value: { request } });
  });
  const { works } = await seeded.file.flatFile.list();
  const id = works.find(({ title }) => title === 'Dinghy on the hard')?.id ?? '';
  const held = () => page.evaluate(() => document.documentElement.dataset['held'] ?? '0');
  await page.goto(`${seeded.address}works/${id}/run`);
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  expect(await held()).toBe('0');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect.poll(held).toBe('1');
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect.poll(held).toBe('0');
  // Beside the projector it is awake as long as the page is open.
  await page.goto(`${seeded.address}works/${id}/steer`);
  await expect(page.getByRole('heading', { name: /lines\./ })).toBeVisible();
  await expect.poll(held).toBe('1');
});
