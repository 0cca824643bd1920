import type { Page } from '@playwright/test';
import { referencePath } from '@nobrel/demo';
import { expect, kettle, leaf, take, test } from '../bench.js';

/** A picture drawn in the page: half of it burnt out, half a ramp. */
async function burnt(page: Page): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(800, 600);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('Nothing can be drawn.');
    const ramp = context.createLinearGradient(0, 0, 400, 0);
    ramp.addColorStop(0, '#303030');
    ramp.addColorStop(1, '#b0b0b0');
    context.fillStyle = ramp;
    context.fillRect(0, 0, 800, 600);
    context.fillStyle = '#ffffff';
    context.fillRect(400, 0, 400, 600);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  return Buffer.from(bytes);
}

test('what is blown out is measured, noted and marked where it is', async ({ page, server }) => {
  await page.goto(server.address);
  const buffer = await burnt(page);
  await page.getByLabel('Picture file').setInputFiles({ name: 'burnt.png', mimeType: 'image/png', buffer });
  await page.waitForURL(/\/reference$/);
  const note = page.getByText(/^50\s% of it is blown out to white/);
  await expect(note).toBeVisible();
  await expect(page.getByRole('img', { name: /Lightness of the picture/ })).toBeVisible();
  await note.hover();
  await expect(page.locator('[data-part="places"][data-kind="pointed"]')).toHaveCount(2);
  const [marks, image] = await Promise.all([
    page.locator('[data-part="places"][data-kind="pointed"]').first().boundingBox(),
    leaf(page, 'Reference').locator('image').boundingBox(),
  ]);
  if (!marks || !image) throw new Error('Nothing is marked.');
  expect(marks.x - image.x).toBeCloseTo(image.width / 2, -1);
  expect(marks.width).toBeCloseTo(image.width / 2, -1);
  await page.getByText('lost', { exact: true }).click();
  await expect(page.getByText(/blown out, 50\.\d\s%; .* blocked up, 0\.0\s%/)).toBeVisible();
});

test('pictures that cannot be used are refused by name, and the good ones among them come in', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  const good = await burnt(page);
  const strip = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(2, 2000);
    canvas.getContext('2d')?.fillRect(0, 0, 1, 1);
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
  });
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/png', buffer });
  const chooser = page.getByLabel('Picture file');
  await chooser.setInputFiles([
    file('diary.png', Buffer.from('Dear diary')),
    file('half.png', good.subarray(0, good.length >> 1)),
    file('strip.png', Buffer.from(strip)),
  ]);
  await expect(page.getByText(/“diary.png” is not a picture/)).toBeVisible();
  await expect(page.getByText(/“half.png” is damaged or breaks off/)).toBeVisible();
  await expect(page.getByText(/“strip.png” is 2\s×\s2000 pixels; .* at least 16/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();
  await chooser.setInputFiles([file('diary.png', Buffer.from('Dear diary')), file('good.png', good)]);
  await page.waitForURL(/\/reference$/);
  await expect(page.getByLabel('Title of the work')).toHaveValue('Good');
});

test('several pictures at once become one work, and a formula drawing is asked for its size', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 3"><circle r="1"/></svg>');
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'stencil.svg', mimeType: 'image/svg+xml', buffer: svg });
  await page.getByLabel('Long side in pixels').fill('1200');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await page.waitForURL(/\/reference$/);
  await expect(page.getByRole('link', { name: /1\.1 megapixels/ })).toBeVisible();
  await page.goto(server.address);
  await page.getByLabel('Picture file').setInputFiles([kettle, referencePath('lantern-close')]);
  await page.waitForURL(/\/reference$/);
  await take(page, 'Details');
  await expect(page.getByText('lantern-close.jpg')).toBeVisible();
});
