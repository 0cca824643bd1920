/**
 * How soon the map follows in the page: from a key on the detail or on a limit to the picture and to the finished map,
 * and how long a picture that was just dropped takes, beside what the browser takes to decode it.
 *
 *     node e2e/dist/src/measure-map.js [picture …]
 */
import { readFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, selectors, type Locator, type Page } from '@playwright/test';
import { serve } from '@nobrel/server';
import { goTo, kettle, take } from './bench.js';

const times = 8;

/** From a key to the first change of what is drawn, and to the map's figures, ms; and the longest task meanwhile. */
type Followed = { drawn: number; finished: number; longest: number };

/** Notes when what is drawn changes, when the map's figures stand again, and long tasks; until it is asked. */
function watch(page: Page): Promise<Followed> {
  return page.evaluate(
    () =>
      new Promise<Followed>((resolve) => {
        const seen: Followed = { drawn: NaN, finished: NaN, longest: 0 };
        let begun = NaN;
        window.addEventListener('keydown', () => (begun = performance.now()), { once: true, capture: true });
        new PerformanceObserver((list) => {
          for (const { duration } of list.getEntries()) seen.longest = Math.max(seen.longest, duration);
        }).observe({ type: 'longtask' });
        let under = false;
        const figures = () =>
          [...document.querySelectorAll('[data-part="map-state"]')].some((state) =>
            /\d+ lines?,/.test(state.textContent),
          );
        const drawing = (target: Node) =>
          target instanceof Element && target.closest('[data-part="map-drawing"]') !== null;
        const changes = new MutationObserver((records) => {
          const now = performance.now() - begun;
          if (Number.isNaN(seen.drawn) && records.some(({ target }) => drawing(target))) seen.drawn = now;
          if (!figures()) under = true;
          else if (under) {
            seen.finished = now;
            changes.disconnect();
            resolve(seen);
          }
        });
        changes.observe(document.body, {
          subtree: true,
          childList: true,
          characterData: true,
          attributeFilter: ['d'],
        });
      }),
  );
}

/** What stands a while is made ready for the next key. */
const stand = (page: Page) => page.waitForTimeout(2500);

/** Goes on in one direction, to what was not seen before. */
async function follow(page: Page, slider: Locator, key: 'ArrowLeft' | 'ArrowRight'): Promise<Followed[]> {
  const followed: Followed[] = [];
  for (let k = 0; k < times; k++) {
    const watching = watch(page);
    await slider.press(key);
    followed.push(await watching);
    await stand(page);
  }
  return followed;
}

/** Goes on by a step and takes it back. */
async function followUndo(page: Page, slider: Locator): Promise<Followed[]> {
  const followed: Followed[] = [];
  for (let k = 0; k < times; k++) {
    const gone = watch(page);
    await slider.press('ArrowRight');
    await gone;
    await stand(page);
    const watching = watch(page);
    await page.keyboard.press('ControlOrMeta+z');
    followed.push(await watching);
    await stand(page);
  }
  return followed;
}

function say(what: string, followed: readonly Followed[]): void {
  const median = (of: (one: Followed) => number) =>
    followed
      .map(of)
      .sort((a, b) => a - b)
      [followed.length >> 1]?.toFixed(0);
  console.log(
    `  ${what}: drawn after ${median(({ drawn }) => drawn)} ms, finished after ` +
      `${median(({ finished }) => finished)} ms, longest task ${median(({ longest }) => longest)} ms (median of ${times})`,
  );
}

/** How long the browser takes to decode a picture and read its pixels, ms. */
const decode = (page: Page, picture: string) =>
  page.evaluate(async (base64) => {
    const blob = new Blob([Uint8Array.from(atob(base64), (byte) => byte.charCodeAt(0))]);
    const begun = performance.now();
    const bitmap = await createImageBitmap(blob);
    const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d');
    context?.drawImage(bitmap, 0, 0);
    context?.getImageData(0, 0, bitmap.width, bitmap.height);
    return performance.now() - begun;
  }, picture);

async function measure(page: Page, address: string, picture: string): Promise<void> {
  await page.goto(address);
  const chooser = page.getByLabel('Picture file');
  await chooser.waitFor({ state: 'attached' });
  const decoded = await decode(page, (await readFile(picture)).toString('base64'));
  await chooser.setInputFiles(picture);
  await page.waitForURL(/\/reference$/);
  const begun = performance.now();
  await goTo(page, 'Map');
  await page.locator('[data-part="map-drawing"] path').first().waitFor();
  const looked = performance.now() - begun;
  const figures = page.getByRole('status').filter({ hasText: /\d+ lines?, .* m, about/ });
  await figures.waitFor({ timeout: 120_000 });
  const finished = performance.now() - begun;
  console.log(`${picture.split('/').at(-1)}: ${await figures.textContent()}`);
  console.log(
    `  gone to at once: drawn after ${looked.toFixed(0)} ms, finished after ${finished.toFixed(0)} ms, ` +
      `${(looked / decoded).toFixed(1)} and ${(finished / decoded).toFixed(1)} times as long as the browser takes to decode it`,
  );
  await page.waitForTimeout(4000);
  say(
    'a key on the detail',
    await follow(page, page.getByRole('slider', { name: 'How much detail is drawn' }), 'ArrowLeft'),
  );
  await take(page, 'Values');
  const limit = page.getByRole('slider', { name: 'Where value 2 begins' });
  await limit.waitFor();
  say('a key on a limit', await follow(page, limit, 'ArrowRight'));
  say('undo, after a limit', await followUndo(page, limit));
}

// As the tests' configuration says.
selectors.setTestIdAttribute('data-part');
const browser = await chromium.launch({
  executablePath: process.env['NOBREL_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const pictures = process.argv.length > 2 ? process.argv.slice(2) : [kettle];
for (const picture of pictures) {
  const dataFolder = await mkdtemp(join(tmpdir(), 'nobrel-map-'));
  const running = await serve({
    host: '127.0.0.1',
    port: 0,
    dataFolder,
    logLevel: 'error',
    names: ['127.0.0.1'],
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.addInitScript(() =>
    localStorage.setItem('nobrel-view', JSON.stringify({ unit: 'mm', room: 'studio', toured: true })),
  );
  await measure(page, running.address, picture);
  await context.close();
  await running.stop();
  await rm(dataFolder, { recursive: true, force: true });
}
await browser.close();
