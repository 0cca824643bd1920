/**
 * How soon the wall follows: from a nudge to the handle that moved, in a window of the same browser and in one of
 * another; and how long what is shown of a map of thousands of lines takes to be drawn.
 *
 *     node e2e/dist/src/measure-wall.js
 */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { isTraced, type MapLine } from '@nobrel/core/documents';
import { seed } from '@nobrel/demo';
import { serve } from '@nobrel/server';

const times = 30;

/** Collects moments, ms on the clock that all pages of the machine share, under a name on the page. */
const collect = (page: Page, what: 'clicked' | 'moved') =>
  page.evaluate((kind) => {
    const seen: number[] = [];
    Object.assign(window, { seen });
    const now = () => performance.timeOrigin + performance.now();
    if (kind === 'clicked') window.addEventListener('click', () => seen.push(now()), true);
    else
      new MutationObserver(() => requestAnimationFrame(() => seen.push(now()))).observe(document.body, {
        subtree: true,
        attributeFilter: ['transform'],
      });
  }, what);

const collected = (page: Page): Promise<number[]> =>
  page.evaluate(() => {
    const seen: unknown = Reflect.get(window, 'seen');
    return Array.isArray(seen) ? seen.filter((moment) => typeof moment === 'number') : [];
  });

function say(what: string, ms: readonly number[]): void {
  const sorted = [...ms].sort((a, b) => a - b);
  const at = (share: number) => (sorted[Math.floor(share * (sorted.length - 1))] ?? NaN).toFixed(0);
  console.log(`${what}: median ${at(0.5)} ms, nine in ten within ${at(0.9)} ms (${ms.length}).`);
}

/** From a key on the projector's window to the frame that shows the handle where it is moved to. */
async function measureKeys(projector: Page): Promise<void> {
  await projector.keyboard.press('p');
  await projector.getByRole('button', { name: /^Handle 1,/ }).waitFor();
  const ms: number[] = [];
  for (let k = 0; k < times; k++) {
    ms.push(await untilPainted(projector, k % 2 ? 'ArrowLeft' : 'ArrowRight', 'transform'));
    // As quickly as a finger presses a key again.
    await projector.waitForTimeout(200);
  }
  await projector.keyboard.press('p');
  say('From a nudge to the picture, one machine', ms);
}

/** From a press on the page that steers to the handle drawn elsewhere. */
async function measureNudges(steers: Page, projector: Page): Promise<void> {
  await steers.getByText('four corners', { exact: true }).click();
  await projector.getByRole('button', { name: /^Handle 1,/ }).waitFor();
  await projector.waitForTimeout(500);
  await collect(steers, 'clicked');
  await collect(projector, 'moved');
  const ms: number[] = [];
  for (let k = 0; k < times; k++) {
    const before = (await collected(projector)).length;
    await steers.getByRole('button', { name: k % 2 ? 'Left' : 'Right', exact: true }).click();
    await projector.waitForFunction((count) => {
      const seen: unknown = Reflect.get(window, 'seen');
      return Array.isArray(seen) && seen.length > count;
    }, before);
    const clicked = (await collected(steers)).at(-1) ?? NaN;
    const moved = (await collected(projector))[before] ?? NaN;
    ms.push(moved - clicked);
  }
  await steers.getByText('no handles', { exact: true }).click();
  say('From a nudge to the picture, another device', ms);
}

/** From a key on the projector's window to the frame with what it changes being handed over for painting, ms. */
const untilPainted = (projector: Page, key: string, attribute: 'transform' | 'style') =>
  projector.evaluate(
    ([pressed, changes]) =>
      new Promise<number>((resolve) => {
        const from = performance.now();
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => resolve(performance.now() - from);
            channel.port2.postMessage(null);
          });
        });
        observer.observe(document.body, { subtree: true, attributeFilter: [changes] });
        window.dispatchEvent(new KeyboardEvent('keydown', { key: pressed }));
      }),
    [key, attribute] as const,
  );

/** From a key on the projector's window to the frame that shows all lines again. */
async function measureShown(projector: Page): Promise<number[]> {
  const ms: number[] = [];
  for (let k = 0; k < 2 * times; k++) {
    ms.push(await untilPainted(projector, 'b', 'style'));
    await projector.waitForTimeout(100);
  }
  return ms.filter((_, k) => k % 2 === 1);
}

/** So many lines are on the map that is shown. */
const lines = 3000;

/** Copies the lines of the map, each a little aside, until there are enough. */
async function fillMap(id: string): Promise<void> {
  const { document } = await running.file.maps.get(id);
  const traced = document.lines.filter(isTraced);
  const copies = Array.from({ length: lines }, (_, k): MapLine => {
    const line = traced[k % traced.length];
    if (!line) throw new Error('The map has no line.');
    const aside = 0.3 * Math.floor(k / traced.length);
    return {
      ...line,
      id: `copy-${k}`,
      points: line.points.map(([x, y]): [number, number] => [x + aside, y]),
      left: null,
      right: null,
    };
  });
  await running.file.maps.keep(id, { ...document, lines: copies, shapes: [] });
}

const dataFolder = await mkdtemp(join(tmpdir(), 'nobrel-wall-'));
const running = await serve({ host: '127.0.0.1', port: 0, dataFolder, logLevel: 'error' });
await seed(running.file);
const { works } = await running.file.flatFile.list();
const work = works.find(({ title }) => title.startsWith('The slip, for the shed wall'));
if (!work) throw new Error('The demo has no work on a wall.');
await fillMap(work.id);
const browser = await chromium.launch({
  executablePath: process.env['NOBREL_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const open = async (context: BrowserContext, path: string) => {
  const page = await context.newPage();
  await page.goto(`${running.address}works/${work.id}/${path}`);
  return page;
};
const size = { width: 1920, height: 1080 };
const here = await browser.newContext({ viewport: size });
const elsewhere = await browser.newContext({ viewport: { width: 1024, height: 1366 } });
const projector = await open(here, 'projector');
await projector.getByRole('img', { name: 'On the wall' }).waitFor({ timeout: 60_000 });
await measureKeys(projector);
const steers = await open(elsewhere, 'steer');
await steers.getByRole('heading', { name: /lines\./ }).waitFor({ timeout: 60_000 });
await measureNudges(steers, projector);
await steers.close();
const linesNow = () =>
  projector.evaluate(() =>
    [...document.querySelectorAll('[data-part="wall-line"]')].reduce(
      (sum, path) => sum + (path.getAttribute('d')?.match(/M/g)?.length ?? 0),
      0,
    ),
  );
const count = await linesNow();
const all = await measureShown(projector);
say(`${count} lines drawn after blank`, all);
await browser.close();
await running.stop();
await rm(dataFolder, { recursive: true, force: true });
