import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { drawingScene, renderDrawing } from '@nobrel/core/testing';
import { beginWork, expect, finishedMap, goTo, kettle, saved, take, test } from './bench.js';

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

test('a photographed sketch goes to a mirrored sheet by its own lines', async ({ page, server }) => {
  await beginWork(page, server, await sketch());
  await goTo(page, 'Map');
  await expect(
    page.getByText(/^This looks like a drawing \(\d+ % sure\), so its own lines are taken/),
  ).toBeVisible({
    timeout: 45_000,
  });
  const before = await finishedMap(page);
  await expect(page.getByTitle('a drawing, as it looks')).toBeVisible();
  // Tools that only a photograph gives work to are not offered.
  await expect(page.getByRole('radio', { name: 'Values', exact: true })).toHaveCount(0);

  const panel = page.getByRole('region', { name: 'Strokes found' });
  await expect(panel).toContainText(/taken: \d+ lines, [\d.]+ m/);
  await expect(panel).toContainText(/fainter: \d+ lines?, [\d.]+ m/);
  await expect(page.locator('path.stroke-found-faint').first()).toBeVisible();

  // What lies beneath is left out, and comes back when it is asked for.
  await expect(page.getByText(/fainter lines?, [\d.]+ m, (is|are) left out/)).toBeVisible();
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

test('what the reference is can be said otherwise, and undone', async ({ page, server }) => {
  await beginWork(page, server, kettle);
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect(page.getByTitle('a photograph, as it looks')).toBeVisible();
  await take(page, 'Values');
  await page.getByRole('combobox', { name: 'The reference is' }).click();
  await page.getByTitle('a drawing', { exact: true }).click();
  await expect(page.getByRole('region', { name: 'Strokes found' })).toBeVisible({ timeout: 45_000 });
  await page.locator('body').press('Control+z');
  // The tool that was in hand is in hand again.
  await expect(page.getByRole('radio', { name: 'Values', exact: true })).toBeChecked();
});
