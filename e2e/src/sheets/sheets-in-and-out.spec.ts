import { writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from 'pdf-lib';
import { expect, goTo, take, test } from '../bench.js';
import { bytesOf, choose, openSheets } from './sheets-bench.js';

test('holes go out as CSV and DXF, a page as PNG', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await choose(page, 'pricking');
  await expect(page.getByText(/\d+ holes, about/)).toBeVisible();
  const holes = Number(
    /(\d+) holes/.exec((await page.getByText(/\d+ holes, about/).textContent()) ?? '')?.[1],
  );
  const save = async (label: string) => {
    // The list of the save before is on its way out: a click on it would do nothing.
    await expect(page.getByRole('menuitem', { name: label })).toBeHidden();
    await page.getByRole('button', { name: 'Other formats' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: label }).click(),
    ]);
    return bytesOf(download);
  };
  const csv = (await save('The holes as CSV')).toString('utf8').trimEnd().split('\r\n');
  expect(csv).toHaveLength(holes + 1);
  const dxf = (await save('The holes as DXF points')).toString('utf8');
  expect(dxf.match(/\r\nPOINT\r\n/g)).toHaveLength(holes);
  const map = (await save('The map as JSON')).toString('utf8');
  expect(map).toContain('"format": "nobrel-map"');
  const svg = (await save('This page as SVG')).toString('utf8');
  expect(svg).toContain('width="210mm" height="297mm"');
  for (const ppi of [150, 600]) {
    const png = await save(`${ppi} pixels an inch`);
    // Width and height stand in a PNG’s header.
    expect(png.readUInt32BE(16)).toBe(Math.round((210 / 25.4) * ppi));
    expect(png.readUInt32BE(20)).toBe(Math.round((297 / 25.4) * ppi));
  }
});

test('a drawing made elsewhere becomes the map, and the one before stays a version', async ({
  page,
  seeded,
}) => {
  await openSheets(page, seeded);
  await take(page, 'Bring in');
  const folder = tmpdir();
  const broken = join(folder, 'broken.svg');
  await writeFile(broken, '<svg width="10mm" height="10mm"><text>no lines</text></svg>');
  await page.getByLabel('Drawing made elsewhere').setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText('no line in this drawing');
  const drawing = join(folder, 'boat.svg');
  await writeFile(
    drawing,
    '<svg xmlns="http://www.w3.org/2000/svg" width="150mm" height="100mm" viewBox="0 0 150 100"><text>x</text><path d="M10 80C40 95 110 95 140 80"/><path d="M70 80V10L110 70Z"/></svg>',
  );
  await page.getByLabel('Drawing made elsewhere').setInputFiles(drawing);
  await expect(page.getByText(/2 lines on 150\s×\s100\smm.*text was passed over/)).toBeVisible();
  await expect(page.getByText('It fits on one sheet of')).toBeVisible();
  await expect(page.getByText('The map was made before')).toBeHidden();
  await goTo(page, 'Map');
  await page.getByText('Versions', { exact: true }).click();
  await expect(page.getByText('Before boat.svg')).toBeVisible();
});

/** Waves all over a wall of 3 × 4 m, so that no sheet is empty. */
function wall(): string {
  const waves = Array.from({ length: 40 }, (_, i) => {
    const y = 50 + 100 * i;
    return `<path d="M20 ${y}${'q75 60 150 0t150 0'.repeat(9)}"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="3000mm" height="4000mm" viewBox="0 0 3000 4000">${waves.join('')}</svg>`;
}

test('a wall of sheets is stopped while it is painted, and comes out whole when it is not', async ({
  page,
  seeded,
}) => {
  await openSheets(page, seeded);
  await take(page, 'Bring in');
  const drawing = join(tmpdir(), 'wall.svg');
  await writeFile(drawing, wall());
  await page.getByLabel('Drawing made elsewhere').setInputFiles(drawing);
  await expect(page.getByText(/40 lines on 3000\s×\s4000\smm/)).toBeVisible();
  const sheets = page.getByText(/^\d{3} sheets, \d+ across and \d+ down/);
  await expect(sheets).toBeVisible();
  const count = Number(/\d+/.exec((await sheets.textContent()) ?? '')?.[0]);
  expect(count).toBeGreaterThan(200);
  const painted = page.getByRole('status').filter({ hasText: /of \d+ pages/ });
  let downloads = 0;
  page.on('download', () => downloads++);
  await page.getByRole('button', { name: 'Save the PDF' }).click();
  await painted.getByRole('button', { name: 'Stop' }).click();
  await expect(painted).toBeHidden();
  expect(downloads).toBe(0);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the PDF' }).click(),
  ]);
  const pdf = await PDFDocument.load(await bytesOf(download));
  expect(pdf.getPageCount()).toBe(count + 1);
  // The page stays usable: the last sheet and the diagram are a key away.
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText(`2 of ${count + 1}`)).toBeVisible();
});
