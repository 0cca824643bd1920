import { formatLength } from '@nobrel/core/units';
import sharp from 'sharp';
import { expect, finishedMap, goTo, kettle, saved, take, test } from '../bench.js';
import { scanCorrected } from './corrected-scan.js';

test('a printed sheet corrected with a pen is scanned, and its changes are taken into the map', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy, the sketch enlarged/ }).click();
  await goTo(page, 'Map');
  const before = await finishedMap(page);
  const { scan, struckMm } = await scanCorrected(page, seeded);
  await take(page, 'From paper');
  const panel = page.getByRole('region', { name: 'Corrections on paper' });
  await panel
    .getByLabel('Picture file')
    .setInputFiles({ name: 'sheet.jpg', mimeType: 'image/jpeg', buffer: scan });
  await expect(panel).toContainText(/Sheet [A-Z]\d, \d+\s% of its print seen/);
  const changes = panel.getByRole('checkbox');
  await expect(changes).toHaveCount(2);
  await expect(
    panel.getByRole('checkbox', { name: `Struck out, ${formatLength(struckMm, 'mm')}` }),
  ).toBeChecked();
  const added = panel.getByRole('checkbox', { name: /New line, 1[\d.]+\smm/ });
  // One is left out with the keyboard and taken in again; both are marked on both leaves.
  await expect(page.locator('[data-part="strokes-found"] path')).toHaveCount(4);
  await added.focus();
  await page.keyboard.press('Space');
  await expect(panel.getByRole('button', { name: 'Take 1 change' })).toBeEnabled();
  await page.keyboard.press('Space');
  await panel.getByRole('button', { name: 'Take 2 changes' }).click();
  await saved(page);
  await expect.poll(() => finishedMap(page)).not.toBe(before);
  await expect(page.getByText('a line left out')).toBeAttached();
  await expect(page.getByText('a line down the middle')).toBeAttached();
  // They outlast a reload, and are undone together.
  await page.reload();
  await expect(page.getByText('a line down the middle')).toBeAttached();
});

test('corrections on paper can be tried without printer and scanner', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy, the sketch enlarged/ }).click();
  await goTo(page, 'Map');
  await finishedMap(page);
  await take(page, 'From paper');
  const panel = page.getByRole('region', { name: 'Corrections on paper' });
  await panel.getByText('Try it without a scanner').click();
  await panel.getByRole('button', { name: 'Correct and scan it' }).click();
  await expect(panel).toContainText(/Sheet [A-Z]\d, \d+\s% of its print seen/);
  await expect(panel.getByRole('checkbox', { name: /^Struck out/ }).first()).toBeVisible();
  await expect(panel.getByRole('checkbox', { name: /^New line/ }).first()).toBeVisible();
  // Neither another tool nor a reload loses what was read.
  const changes = await panel.getByRole('checkbox').count();
  await take(page, 'Lines');
  await take(page, 'From paper');
  await expect(panel.getByRole('checkbox')).toHaveCount(changes);
  await page.reload();
  await expect(panel.getByRole('checkbox')).toHaveCount(changes);
  await panel.getByRole('button', { name: 'Discard' }).click();
  await expect(page).not.toHaveURL(/sheet=/);
  await expect(panel.getByText('Try it without a scanner')).toBeVisible();
});

test('a picture that shows no printed sheet is refused with what to do, and reading can be stopped', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy, the sketch enlarged/ }).click();
  await goTo(page, 'Map');
  await finishedMap(page);
  await take(page, 'From paper');
  const panel = page.getByRole('region', { name: 'Corrections on paper' });
  await panel.getByLabel('Picture file').setInputFiles(kettle);
  await panel.getByText('Reading the sheet…').getByRole('button', { name: 'Stop' }).click();
  await expect(panel.getByText('Reading the sheet…')).toHaveCount(0);
  await expect(panel.getByRole('alert')).toHaveCount(0);
  await panel.getByLabel('Picture file').setInputFiles(kettle);
  await expect(panel.getByRole('alert')).toContainText('The printed sheet was not found in this picture');
  const black = await sharp({ create: { width: 2400, height: 3200, channels: 3, background: 'black' } })
    .png()
    .toBuffer();
  await panel
    .getByLabel('Picture file')
    .setInputFiles({ name: 'black.png', mimeType: 'image/png', buffer: black });
  await expect(panel.getByRole('alert')).toContainText('Scan it, or take it from above');
  // A sheet that is gone by now is said to be.
  const gone = new URL(page.url());
  gone.searchParams.set('sheet', '0'.repeat(64));
  await page.goto(gone.href);
  await expect(panel.getByRole('alert')).toContainText('The picture could not be fetched');
  await expect(page).not.toHaveURL(/sheet=/);
});
