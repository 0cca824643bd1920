import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import sharp from 'sharp';
import { referencePath, seed } from '@nobrel/demo';
import { serve, type Running } from '@nobrel/server';

type Fixtures = {
  /** A server of its own over an empty file. */
  server: Running;
  /** The same with the demo works in it. */
  seeded: Running;
  /** With the demo works, and reached from other devices too. */
  shared: Running;
};

type WorkerFixtures = {
  /** A folder with the demo works, made once and copied for every test. */
  demoFolder: string;
};

const newFolder = () => mkdtemp(join(tmpdir(), 'nobrel-e2e-'));
const serveFolder = (dataFolder: string, host = '127.0.0.1') =>
  serve({ host, port: 0, dataFolder, logLevel: 'error', names: ['127.0.0.1'] });

async function withServer(use: (running: Running) => Promise<void>, demoFolder?: string, host?: string) {
  const dataFolder = await newFolder();
  if (demoFolder !== undefined) await cp(demoFolder, dataFolder, { recursive: true });
  const running = await serveFolder(dataFolder, host);
  await use(running);
  await running.stop();
  await rm(dataFolder, { recursive: true, force: true });
}

/** The tour is shown once, over what lies below it; only its own test wants to see it. */
export const seenTour = () => {
  const key = 'nobrel-view';
  if (localStorage.getItem(key) === null)
    localStorage.setItem(key, JSON.stringify({ unit: 'mm', room: 'studio', toured: true }));
};

/** Tests against the real application: every one with its own server and data. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  demoFolder: [
    async ({ browserName: _ }, use) => {
      const folder = await newFolder();
      const running = await serveFolder(folder);
      await seed(running.file);
      await running.stop();
      await use(folder);
      await rm(folder, { recursive: true, force: true });
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  page: async ({ page }, use) => {
    await page.addInitScript(seenTour);
    await use(page);
  },
  server: async ({ browserName: _ }, use) => withServer(use),
  seeded: async ({ demoFolder }, use) => withServer(use, demoFolder),
  shared: async ({ demoFolder }, use) => withServer(use, demoFolder, '0.0.0.0'),
});

export { expect };

export const kettle = referencePath('kettle-lantern-and-pears');

let small: Promise<Buffer> | null = null;
/**
 * The kettle with a quarter of its pixels: a work that is begun with it shows all that one from the whole picture does, and
 * its map is made in a quarter of the time.
 */
async function smallKettle() {
  small ??= sharp(kettle).resize(1280).jpeg({ quality: 92 }).toBuffer();
  return { name: basename(kettle), mimeType: 'image/jpeg', buffer: await small };
}

/** Brings a picture in by the chooser and waits for its bench. */
export async function beginWork(page: Page, server: Running, picture?: string): Promise<void> {
  await page.goto(server.address);
  await page.getByLabel('Picture file').setInputFiles(picture ?? (await smallKettle()));
  await page.waitForURL(/\/reference$/);
}

/** Goes to a station by the strip. */
export async function goTo(page: Page, station: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Order of work' }).getByRole('link', { name: station }).click();
  // A station's page is loaded when it is first gone to.
  await page.waitForURL(new RegExp(`/${station.toLowerCase()}(\\?.*)?$`));
}

/** Waits for a finished map and returns what it asks of the hand. */
export async function finishedMap(page: Page): Promise<string> {
  const state = page.getByRole('status').filter({ hasText: /\d+ lines?, .* m, about/ });
  await expect(state).toBeVisible();
  return (await state.textContent()) ?? '';
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
}

/** Takes a tool of the station in hand, and waits until it is: clicks and keys go to the tool in hand only. */
export async function take(page: Page, tool: string): Promise<void> {
  await page.getByTestId('tool-row').getByText(tool, { exact: true }).click();
  await expect(page.getByRole('radio', { name: tool, exact: true })).toBeChecked();
}

/** A leaf, or the panel in its place, by what stands over it. */
export const leaf = (page: Page, name: string): Locator => page.getByRole('region', { name, exact: true });

/**
 * Chooses from a list. One that closed as the page was drawn anew is opened again, and a click on an option that was
 * on its way in is made again.
 *
 * @param chosen what the list says afterwards, where that is something else
 */
export async function chooseFrom(list: Locator, option: string, chosen = option): Promise<void> {
  await expect(async () => {
    if ((await list.getAttribute('aria-expanded')) !== 'true') await list.press('Enter', { timeout: 2000 });
    await list
      .page()
      .getByTitle(option, { exact: true })
      .filter({ visible: true })
      .last()
      .click({ timeout: 2000 });
    await expect(list).toHaveAttribute('aria-expanded', 'false', { timeout: 1000 });
    await expect(list.locator('..')).toContainText(chosen, { timeout: 1000 });
  }).toPass();
}

/** Chooses how the drawing is carried across, and waits until the work has it. */
export async function carryBy(page: Page, method: string): Promise<void> {
  await chooseFrom(page.getByLabel('Method', { exact: true }), method);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
}
