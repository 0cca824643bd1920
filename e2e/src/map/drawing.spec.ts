import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { mapDocumentSchema } from '@nobrel/core/documents';
import { drawingScene, renderDrawing } from '@nobrel/core/testing';
import type { Running } from '@nobrel/server';
import { beginWork, chooseFrom, expect, finishedMap, goTo, saved, take, test } from '../bench.js';

/** A pencil sketch with construction lines beneath, photographed by hand. */
async function sketch(): Promise<string> {
  const { picture } = renderDrawing(drawingScene(3, true), {
    tool: 'pencil',
    paper: 92,
    contrast: 45,
    light: 'side',
    taken: 'photographed',
    pxPerMm: 4,
    seed: 5,
  });
  const { width, height, data } = picture;
  const path = join(await mkdtemp(join(tmpdir(), 'nobrel-')), 'sketch.jpg');
  await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toFile(path);
  return path;
}

/** Brings the sketch in, and waits for its map. */
async function mapSketch(page: Page, server: Running): Promise<void> {
  await beginWork(page, server, await sketch());
  await goTo(page, 'Map');
  await finishedMap(page);
}

test('a photographed sketch goes to a mirrored sheet by its own lines', async ({ page, server }) => {
  await beginWork(page, server, await sketch());
  await goTo(page, 'Map');
  await expect(
    page.getByText(/^This looks like a drawing \(\d+\s% sure\), so its own lines are taken/),
  ).toBeVisible();
  const before = await finishedMap(page);
  await expect(page.getByTitle('a drawing, as it looks')).toBeVisible();
  // Tools that only a photograph gives work to are not offered.
  await expect(page.getByRole('radio', { name: 'Values', exact: true })).toHaveCount(0);

  const panel = page.getByRole('region', { name: 'Strokes found' });
  await expect(panel).toContainText(/taken: \d+ lines, [\d.]+ m/);
  await expect(panel).toContainText(/fainter: \d+ lines?, [\d.]+ m/);
  await expect(page.locator('path[data-kind="faint"]').first()).toBeVisible();

  // What lies beneath is left out, and comes back when it is asked for.
  await expect(page.getByText(/fainter lines?, [\d.]+\sm, (is|are) left out/)).toBeVisible();
  await page.getByRole('button', { name: 'Draw them' }).click();
  await expect.poll(() => finishedMap(page)).not.toBe(before);
  await page.locator('body').press('Control+z');
  await expect.poll(() => finishedMap(page)).toBe(before);

  // The limit is moved by keys, seen at once and kept.
  const limit = panel.getByRole('slider');
  await limit.focus();
  await limit.press('Home');
  await expect(panel).toContainText(/fainter: \d lines?, 0\.00 m/);
  await saved(page);
  await expect.poll(() => finishedMap(page)).not.toBe(before);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Take lines darker than' })).toHaveValue('1 %');

  await goTo(page, 'Sheets');
  await page.getByLabel('What is printed').press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/REVERSE SIDE, mirrored/)).toBeVisible();
});

test('a sketch is cleaned up, each way shown before it is taken, and printed as dark as it was drawn', async ({
  page,
  server,
}) => {
  await mapSketch(page, server);
  await take(page, 'Clean up');
  const panel = page.getByRole('region', { name: 'Clean up' });
  const straights = panel.getByRole('listitem').filter({ hasText: 'Make nearly straight lines straight' });
  await expect(straights).toContainText(/would move \d+ lines? by [\d.]+\smm, at most [\d.]+\smm/);
  // What it would do is marked on both leaves.
  await straights.hover();
  await expect(page.locator('[data-part="strokes-found"] path')).toHaveCount(4);
  await straights.getByRole('switch').focus();
  await page.keyboard.press('Space');
  await expect(straights).toContainText(/: moves \d+ lines? by/);
  const said = page.getByText(/\d+ lines? (was|were) made straight: moved by/);
  await expect(said).toBeVisible();
  // Its limit is typed, kept over a reload, and undone.
  await straights.getByRole('textbox').fill('0.3 mm');
  await page.keyboard.press('Enter');
  await saved(page);
  await finishedMap(page);
  await page.reload();
  await expect(straights.getByRole('textbox')).toHaveValue('0.3 mm');
  await expect(said).toBeVisible();
  await page.getByRole('button', { name: 'Leave them as drawn' }).click();
  await expect(said).toHaveCount(0);
  await expect(straights.getByRole('switch')).not.toBeChecked();
  await page.locator('body').press('Control+z');
  await expect(straights.getByRole('switch')).toBeChecked();
  await saved(page);
  await finishedMap(page);

  await goTo(page, 'Sheets');
  const inks = () =>
    page
      .getByRole('region', { name: 'Sheet' })
      .locator('path')
      .evaluateAll((paths) => new Set(paths.map((path) => path.getAttribute('stroke'))).size);
  await expect.poll(inks).toBeGreaterThan(0);
  const alike = await inks();
  await page.getByRole('button', { name: 'More' }).click();
  await chooseFrom(page.getByRole('combobox', { name: 'Lines are printed' }), 'as dark as they were drawn');
  await expect.poll(inks).toBeGreaterThan(alike + 3);
});

test('edges of a drawing are soft where its lines grow faint, on the leaf and on the sheet', async ({
  page,
  server,
}) => {
  await mapSketch(page, server);
  const dashed = page.locator('[data-part="map-drawing"] path[stroke-dasharray]');
  await expect(page.locator('[data-part="map-drawing"] path')).not.toHaveCount(0);
  await expect(dashed).toHaveCount(0);
  await page.getByRole('button', { name: 'More' }).click();
  const limit = page.getByRole('textbox', { name: 'Edges are soft where lines are fainter than' });
  await limit.fill('80');
  await limit.press('Enter');
  await expect(dashed).not.toHaveCount(0);
  await saved(page);
  await finishedMap(page);
  await goTo(page, 'Sheets');
  await expect(
    page.getByRole('region', { name: 'Sheet' }).locator('path[stroke-dasharray]').first(),
  ).toBeVisible();
  await goTo(page, 'Map');
  await page.locator('body').press('Control+z');
  await expect(dashed).toHaveCount(0);
});

test('the tone of a drawing is kept as shapes, with their values', async ({ page, server }) => {
  const { data, info } = await sharp(await sketch())
    .raw()
    .toBuffer({ resolveWithObject: true });
  // A wash over the middle of the sheet.
  for (let y = 300; y < 600; y++)
    for (let x = 350; x < 800; x++)
      for (let k = 0; k < 3; k++)
        data[(y * info.width + x) * 3 + k] = 0.62 * (data[(y * info.width + x) * 3 + k] ?? 0);
  const washed = join(await mkdtemp(join(tmpdir(), 'nobrel-')), 'washed.jpg');
  await sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .jpeg()
    .toFile(washed);
  await beginWork(page, server, washed);
  await goTo(page, 'Map');
  await finishedMap(page);
  const kind = page.getByRole('combobox', { name: 'The reference is' });
  if ((await page.getByTitle('a drawing, as it looks').count()) === 0) await chooseFrom(kind, 'a drawing');
  await page.getByRole('button', { name: 'Keep it as shapes' }).click();
  await take(page, 'Values');
  await expect(page.getByRole('slider').first()).toBeVisible();
  await chooseFrom(page.getByRole('combobox', { name: 'Number of values' }), '2');
  await saved(page);
  await finishedMap(page);
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const keptMap = async () =>
    mapDocumentSchema.parse(
      await (await page.request.get(`${server.address}api/works/${id}/map.json`)).json(),
    );
  // The map is kept a moment after it is shown.
  await expect.poll(async () => (await keptMap()).values.length).toBe(2);
  const map = await keptMap();
  const dark = map.shapes.filter(({ level }) => level === 0).map(({ area }) => area);
  // 450 by 300 pixels at four a mm, on a sheet that fills the picture.
  expect(Math.max(...dark)).toBeGreaterThan(6000);
  expect(map.lines.some(({ of }) => of === 'stroke')).toBe(true);
});

test('what the reference is can be said otherwise, and undone', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect(page.getByTitle('a photograph, as it looks')).toBeVisible();
  await take(page, 'Values');
  await chooseFrom(page.getByRole('combobox', { name: 'The reference is' }), 'a drawing');
  await expect(page.getByRole('region', { name: 'Strokes found' })).toBeVisible();
  await page.locator('body').press('Control+z');
  // The tool that was in hand is in hand again.
  await expect(page.getByRole('radio', { name: 'Values', exact: true })).toBeChecked();
});
