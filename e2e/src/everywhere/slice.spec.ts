import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import {
  beginWork,
  chooseFrom,
  expect,
  finishedMap,
  goTo,
  kettle,
  leaf,
  saved,
  take,
  test,
} from '../bench.js';

test('a picture becomes a transferred drawing, from the empty file to the filed record', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await expect(page.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();
  await beginWork(page, server);

  // Reference: colour beside grey, whose it is.
  await expect(page.getByRole('heading', { name: 'Grey by lightness' })).toBeVisible();
  await page.getByLabel('Title of the work').fill('Kettle by the window');
  await page.getByLabel('Whose picture it is').fill('the painter');
  await page.getByRole('button', { name: 'It is my own picture' }).click();
  await saved(page);

  // Fit: a size in inches, the ratio note, its way out.
  await goTo(page, 'Fit');
  const size = page.getByLabel('Size of the surface');
  await size.fill('16 x 11 3/4 in');
  await size.press('Enter');
  await expect(page.getByText(/the room for it .* Lost: top 1\.0\s%, .*; bottom 1\.0\s%/)).toBeVisible();
  await take(page, 'Ways out');
  await leaf(page, 'Ways out')
    .getByRole('listitem')
    .filter({ hasText: 'Take 12 × 16 in' })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(page.getByText('Nothing has to be cropped')).toBeAttached();
  await expect(size).toHaveValue('406.4 × 304.8 mm');

  // Map: computed in the worker, shown as closed shapes, kept.
  await goTo(page, 'Map');
  const first = await finishedMap(page);
  await expect(page.getByTestId('map-line').first()).toBeVisible();
  await page.getByLabel('Smallest shape').fill('80');
  await page.getByLabel('Smallest shape').press('Enter');
  await expect.poll(async () => finishedMap(page)).not.toBe(first);
  await chooseFrom(page.getByLabel('How the map is shown'), 'values as greys');
  const greys = await page
    .locator('[data-part="map-drawing"] path[fill^="rgb"]')
    .evaluateAll((paths) => [...new Set(paths.map((path) => path.getAttribute('fill')))]);
  expect(greys).toHaveLength(4);

  // Sheets: the PDF really is true to size, with as many pages as are shown.
  await goTo(page, 'Sheets');
  await expect(page.getByText('1 of 5', { exact: false })).toBeVisible();
  const downloading = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the PDF' }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toBe('Kettle by the window outline.pdf');
  const pdf = await PDFDocument.load(await readFile(await download.path()));
  // 406.4 × 304.8 mm takes four A4 sheets and a diagram.
  expect(pdf.getPageCount()).toBe(5);
  for (const sheet of pdf.getPages()) {
    const { width, height } = sheet.getSize();
    expect(Math.min(width, height)).toBeCloseTo((210 / 25.4) * 72, 3);
    expect(Math.max(width, height)).toBeCloseTo((297 / 25.4) * 72, 3);
  }

  // Transfer: steps for this surface, ticked; a sitting timed.
  await goTo(page, 'Transfer');
  await expect(page.getByText('Take a wax-free graphite transfer sheet.')).toBeVisible();
  await page.getByRole('checkbox', { name: /Check a 100\smm bar.*join the 4 sheets/ }).check();
  await page.getByRole('button', { name: 'Start a sitting' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: 'End the sitting' }).click();
  await expect(page.getByText(/^1 sitting, /)).toBeVisible();
  await page.getByLabel('What was used').fill('wax-free sheet, second use');

  // File: the record, and the card in the flat file.
  await goTo(page, 'File');
  await page.getByRole('button', { name: 'Mark as transferred' }).click();
  await page.getByLabel('Where the tracing is kept').fill('plan chest, top drawer');
  await expect(page.getByText('wax-free sheet, second use')).toBeVisible();
  await expect(page.getByText(/outline on A4, 5 pages, from map 1/)).toBeVisible();
  await saved(page);
  await page.getByRole('link', { name: 'Nobrel, to the flat file' }).click();
  const card = page.getByRole('link', { name: /Kettle by the window.*Transferred/ });
  await expect(card).toContainText('Filed: nothing left to do.');
  await expect(card.locator('img[data-part="card-map"]')).toBeVisible();
});

test('the mirrored outline is marked as the reverse', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Sheets');
  await page.getByLabel('What is printed').press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/REVERSE SIDE, mirrored/)).toBeVisible();
});

test('a file that is no picture is refused by name, and nothing is lost', async ({ page, server }) => {
  await page.goto(server.address);
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear diary') });
  await expect(page.getByRole('alert')).toContainText('“letter.jpg” is not a picture that can be read here');
  await expect(page.getByRole('button', { name: 'Choose a picture' })).toBeVisible();
});

/** Hands the page a picture as if it had been dropped on it or pasted. */
async function hand(page: Page, how: 'drop' | 'paste', name: string): Promise<void> {
  const contents = (await readFile(kettle)).toString('base64');
  await page.evaluate(
    ([base64, way, fileName]) => {
      const transfer = new DataTransfer();
      const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
      transfer.items.add(new File([bytes], fileName, { type: 'image/jpeg' }));
      if (way === 'drop') {
        const place = document.querySelector('[aria-label="Begin a work"] button');
        place?.dispatchEvent(
          new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true }),
        );
      } else {
        document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer }));
      }
    },
    [contents, how, name] as const,
  );
}

for (const how of ['drop', 'paste'] as const) {
  test(`a picture can be brought in by ${how}`, async ({ page, server }) => {
    await page.goto(server.address);
    await expect(page.getByRole('button', { name: 'Choose a picture' })).toBeVisible();
    await hand(page, how, `by-${how}.jpg`);
    await page.waitForURL(/\/reference$/);
    await expect(page.getByLabel('Title of the work')).toHaveValue(`By ${how}`);
  });
}
