import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { beginWork, expect, finishedMap, goTo, test } from '../bench.js';

/** A pale cloth, a pale bowl and a pale wall: things whose values lie close together. */
async function paleThings(): Promise<string> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="700">
    <rect width="900" height="700" fill="#e4e2dc"/><rect y="430" width="900" height="270" fill="#c9c6c0"/>
    <ellipse cx="330" cy="440" rx="190" ry="110" fill="#b0aca6"/><rect x="600" y="190" width="150" height="300" fill="#d2c9b8"/>
  </svg>`;
  return pictureOf(svg, 'pale-things.png');
}

/** Two dark jars among hundreds of pebbles. */
async function pebbles(): Promise<string> {
  const pebble = (_: unknown, i: number) => {
    const fill = ['#b98a63', '#8d9aa6', '#a5736b', '#94a07c', '#c9b27a'][(i * 7 + Math.floor(i / 50)) % 5];
    const [x, y] = [9 + 18 * (i % 50), 9 + 18 * Math.floor(i / 50)];
    return `<circle cx="${x}" cy="${y}" r="7" fill="${fill}"/>`;
  };
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="720">
    <rect width="900" height="720" fill="#e6e3da"/>${Array.from({ length: 50 * 40 }, pebble).join('')}
    <rect x="120" y="150" width="260" height="420" rx="40" fill="#20262b"/>
    <rect x="520" y="120" width="240" height="460" rx="20" fill="#2b2622"/>
  </svg>`;
  return pictureOf(svg, 'pebbles.png');
}

async function pictureOf(svg: string, name: string): Promise<string> {
  const path = join(await mkdtemp(join(tmpdir(), 'nobrel-')), name);
  await sharp(Buffer.from(svg)).blur(1.2).png().toFile(path);
  return path;
}

test('a work begins with the school its picture reads best in, says why, and goes back with one click', async ({
  page,
  server,
}) => {
  await beginWork(page, server, await paleThings());
  await goTo(page, 'Map');
  await finishedMap(page);
  const note = page.getByText(/^This picture reads best as clean contour/);
  await expect(note).toBeVisible();
  await page.getByRole('listitem').filter({ has: note }).getByText('Why it matters').click();
  await expect(page.getByText(/Its values lie within \d+\sL\* of each other/)).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  // It is kept, and is no step of undo.
  await page.reload();
  await expect(note).toBeVisible();
  await page.getByRole('button', { name: 'Draw it as four values, soft edges' }).click();
  await expect(note).toHaveCount(0);
  await page.locator('body').press('Control+z');
  await expect(note).toBeVisible();
});

test('a picture full of texture begins with less detail, and gives the rest with one click', async ({
  page,
  server,
}) => {
  await beginWork(page, server, await pebbles());
  await goTo(page, 'Map');
  const note = page.getByText(
    /^Much of this picture is texture, so the map begins with less detail: \d\d\s%/,
  );
  await expect(note).toBeVisible();
  const linesDrawn = async () =>
    Number(/([\d\s]+) lines?,/.exec(await finishedMap(page))?.[1]?.replace(/\s/g, ''));
  const few = await linesDrawn();
  expect(few).toBeGreaterThan(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(note).toBeVisible();
  await page.getByRole('button', { name: /^Draw it at 50/ }).click();
  await expect(note).toHaveCount(0);
  await expect.poll(linesDrawn).toBeGreaterThan(2 * few);
  // What was decided can be undone; how it began could not.
  await page.locator('body').press('Control+z');
  await expect(note).toBeVisible();
  await expect.poll(linesDrawn).toBe(few);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a picture whose values carry it begins with the usual school, without a word', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(page.getByText(/^This picture reads best as/)).toHaveCount(0);
});

test('the first map is begun while the picture is looked at, and joined at Map whether it is done or under way', async ({
  page,
  server,
}) => {
  const made: string[] = [];
  page.on('worker', (worker) => made.push(worker.url()));
  const mapWorkers = () => made.filter((url) => url.includes('map-worker')).length;
  await beginWork(page, server);
  await expect.poll(mapWorkers).toBe(1);
  // Under way: what is shown first is its quick look, and what comes of it is kept.
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  expect(mapWorkers()).toBe(1);
});
