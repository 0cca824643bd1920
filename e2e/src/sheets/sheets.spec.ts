import { PDFDocument } from 'pdf-lib';
import { sheetKindWords } from '@nobrel/core/sheets';
import { chooseFrom, expect, saved, take, test } from '../bench.js';
import { bytesOf, choose, fill, openSheets, shown } from './sheets-bench.js';

test('every kind can be chosen and is seen as it prints', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  for (const [kind, words] of [
    ['values', /L \d+/],
    ['numbers', /^1$/],
    ['grid', /grid for tracing paper/],
    ['grid-reference', /Squares of/],
    ['backing', /REVERSE SIDE: where to rub/],
    ['pricking', /pricking pattern/],
    ['film', /magnify 1\.\d+ times/],
    ['setting-out', /from the edge itself/],
    ['label', /REVERSE ↑/],
    ['calibration', /A to C/],
    ['close-ups', /times its size on the surface/],
    ['reference', /Kettle, lantern and pears · reference/],
    ['mirrored', /REVERSE SIDE, mirrored/],
  ] as const) {
    await choose(page, kind);
    await expect(shown(page).getByText(words).first(), kind).toBeVisible();
  }
  await choose(page, 'order-slip');
  await expect(page.getByText('The sketch has not been measured')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the PDF' })).toBeDisabled();
});

test('choices are kept with the work, page by page, and undone', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await choose(page, 'backing');
  // The list just chosen from stays closed when pages are turned.
  await page.keyboard.press('PageDown');
  await expect(page.getByText('2 of 3')).toBeVisible();
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await page.keyboard.press('PageUp');
  await expect(page.getByText('1 of 3')).toBeVisible();
  const rubbed = page.getByText(/cm² to rub, \d+\s% less/);
  const usual = (await rubbed.textContent()) ?? '';
  await fill(page, 'Band behind a line', '12 mm');
  await expect(rubbed).not.toHaveText(usual);
  const area = (await rubbed.textContent()) ?? '';
  await page.keyboard.press('PageDown');
  await expect(page.getByText('2 of 3')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(rubbed).toHaveText(area);
  await fill(page, 'Band behind a line', '6 mm');
  await expect(rubbed).not.toHaveText(area);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(rubbed).toHaveText(area);
});

test('a spoiled part is marked on the map, with keys too, and prints with its landmarks', async ({
  page,
  seeded,
}) => {
  await openSheets(page, seeded);
  await choose(page, 'partial');
  const part = page.getByRole('button', { name: /^The part to transfer again/ });
  await part.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: /^Corner of the part/ }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(part).toHaveAttribute('x', '70');
  await expect(part).toHaveAttribute('height', '90');
  await expect(shown(page).getByText(/^4: .* mm · .* mm/)).toBeVisible();
});

test('the transfer card is printed, saved and put on record', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await choose(page, 'card');
  await expect(shown(page).getByText(/Transfer card · map 1/)).toBeVisible();
  await expect(shown(page).getByText(/^1\. /)).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the PDF' }).click(),
  ]);
  const pdf = await PDFDocument.load(await bytesOf(download));
  expect(pdf.getPageCount()).toBe(1);
  expect((pdf.getPage(0).getWidth() / 72) * 25.4).toBeCloseTo(210, 1);
  await page.getByRole('button', { name: 'Other formats' }).click();
  await page.getByText('Print from this page').click();
  await expect(page.getByRole('button', { name: 'Print these pages' })).toBeVisible();
  const sheet = page.getByRole('img', { name: /Page 1: transfer card/ });
  // CSS counts 96 pixels an inch: the page stands there at its true size.
  expect(((await sheet.boundingBox())?.width ?? 0) / (96 / 25.4)).toBeCloseTo(210, 0);
  await page.getByRole('link', { name: 'To Sheets' }).click();
  await expect(page.getByLabel('What is printed')).toBeVisible();
});

test('a printer is calibrated with a ruler, and its sheets are then made good', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await page.getByText('Calibrate', { exact: true }).click();
  await expect(shown(page).getByText(/A to B, drawn 170\smm/)).toBeVisible();
  await page.getByLabel('A to B measures').fill('17 mm');
  await page.getByLabel('A to D measures').fill('251 mm');
  await page.getByLabel('Name for this calibration').fill('The boathouse printer');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('measure once more');
  await page.getByLabel('A to B measures').fill('168.3 mm');
  await page.getByLabel('A to C measures').fill('302.7 mm');
  await page.getByLabel('B to D measures').fill('301.7 mm');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  const list = page.getByRole('region', { name: 'Calibrations' });
  await expect(list).toContainText('The boathouse printer');
  await expect(list).toContainText('across 99.00 %, down 100.40 %');
  await page.getByText('Look', { exact: true }).click();
  await expect(page.getByText('Corrected for The boathouse printer.')).toBeVisible();
  // A bar of a hundred millimetres is drawn longer, so that it comes out true.
  const bar = () => {
    const lengths = [...document.querySelectorAll('[data-part="printed-page"] ~ path')].map((path) => {
      const found = /^M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)$/.exec(path.getAttribute('d') ?? '');
      if (!found) return 0;
      const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = found.slice(1).map(Number);
      return Math.abs(y1 - y0) < 0.01 ? Math.abs(x1 - x0) : 0;
    });
    return lengths.find((length) => Math.abs(length - 101) < 0.2);
  };
  await expect.poll(() => page.evaluate(bar)).toBeCloseTo(100 / 0.99, 1);
  await saved(page);
  await page.reload();
  await expect(page.getByText('Corrected for The boathouse printer.')).toBeVisible();
  await take(page, 'Calibrate');
  await list.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(list).toContainText('The boathouse printer');
  await list.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(list).toBeHidden();
  await take(page, 'Look');
  await expect(page.getByText('No printer correction.')).toBeVisible();
});

test('paper of one’s own size and a way round of one’s own are kept to', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await chooseFrom(page.getByLabel('Paper of the printer'), 'paper of your own size');
  await fill(page, 'Width of the paper', '20 mm');
  await expect(page.getByRole('alert')).toContainText('Type a length from 40');
  await fill(page, 'Width of the paper', '60 mm');
  await fill(page, 'Printer margin', '20 mm');
  await expect(page.getByText('The paper is too small for its margins')).toBeVisible();
  await fill(page, 'Printer margin', '5 mm');
  await fill(page, 'Width of the paper', '350 mm');
  await expect(page.getByText('It fits on one sheet of')).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await chooseFrom(page.getByLabel('Paper', { exact: true }), 'portrait');
  await expect(page.getByText(/It fits on one sheet of 297\s×\s350\smm|2 sheets, 2 across/)).toBeVisible();
});

test('what is seen on the leaf is what is saved, line by line', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  for (const kind of ['mirrored', 'backing', 'pricking'] as const) {
    await choose(page, kind);
    await expect(page.getByLabel('What is printed').locator('..')).toContainText(sheetKindWords(kind));
    await expect(page.locator('[data-page="A1"]')).toBeVisible();
    await page.getByRole('button', { name: 'Other formats' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'This page as SVG' }).click(),
    ]);
    const svg = (await bytesOf(download)).toString('utf8');
    const saved = [...svg.matchAll(/<path d="([^"]*)" stroke=/g)].map((found) => found[1]);
    expect(saved.length, kind).toBeGreaterThan(20);
    await expect
      .poll(() =>
        page
          .locator('[data-page="A1"] path[stroke]')
          .evaluateAll((paths) => paths.map((path) => path.getAttribute('d'))),
      )
      .toEqual(saved);
  }
});

test('sheets are chosen, turned and saved from the keyboard alone', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  const kind = page.getByLabel('What is printed');
  await kind.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(shown(page).getByText(/REVERSE SIDE, mirrored/)).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(page.getByText('2 of 3')).toBeVisible();
  await page.getByLabel('Overlap').focus();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('25 mm');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/overlapping by 25\smm/)).toBeVisible();
  await page.getByRole('button', { name: 'Save the PDF' }).focus();
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect(download.suggestedFilename()).toMatch(/outline, mirrored\.pdf$/);
  const pdf = await PDFDocument.load(await bytesOf(download));
  expect(pdf.getPageCount()).toBe(3);
});

test('tiled sheets print from the page, each on paper of its size', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await page.getByRole('button', { name: 'Other formats' }).click();
  await page.getByText('Print from this page').click();
  const sheets = page.getByRole('img', { name: /^Page \d+: / });
  await expect(sheets).toHaveCount(3);
  await expect(sheets.last()).toHaveAccessibleName('Page 3: assembly');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print these pages' })).toBeHidden();
  // The browser itself makes a PDF of what would be printed.
  const pdf = await PDFDocument.load(await page.pdf({ preferCSSPageSize: true }));
  expect(pdf.getPageCount()).toBe(3);
  for (const { width, height } of pdf.getPages().map((one) => one.getSize())) {
    expect((width / 72) * 25.4).toBeCloseTo(210, 0);
    expect((height / 72) * 25.4).toBeCloseTo(297, 0);
  }
});

test('sticks are given to shapes by click and by key, seen on the guide, kept and undone', async ({
  page,
  seeded,
}) => {
  await openSheets(page, seeded);
  await expect(page.getByTestId('tool-row').getByText('Backing colours')).toBeHidden();
  await choose(page, 'backing');
  await take(page, 'Backing colours');
  // The body of the kettle, on the first sheet.
  await page.getByRole('application', { name: /^Map/ }).click({ position: { x: 150, y: 250 } });
  const body = page.locator('[data-part="rub-shape"][aria-pressed="true"]');
  await expect(body).toHaveAccessibleName(/^Shape of value \d, [\d.]+\scm²: sanguine$/);
  const given = await body.getAttribute('d');
  const kettle = page.locator(`[data-part="rub-shape"][d="${given ?? ''}"]`);
  await expect(page.getByText(/^Sanguine [\d.]+\scm², the usual colour \d/)).toBeVisible();
  await expect(shown(page).getByText('sanguine')).toBeVisible();
  await expect(page.locator('[data-page] path[stroke="rgb(164,85,60)"]').first()).toBeAttached();
  // Among the shapes arrow keys go from one to the next; Tab goes past them.
  const focused = page.locator('[data-part="rub-shape"]:focus');
  await page.getByTestId('rub-shape').first().focus();
  await page.keyboard.press('ArrowRight');
  const second = await focused.getAttribute('d');
  expect(second).toBe(await page.getByTestId('rub-shape').nth(1).getAttribute('d'));
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  expect(await focused.getAttribute('d')).toBe(await page.getByTestId('rub-shape').last().getAttribute('d'));
  await page.keyboard.press('Tab');
  await expect(focused).toHaveCount(0);
  // Another of one’s own takes the shape from it.
  await page.getByLabel('Name of a colour of your own').fill('pale green');
  await page.getByRole('button', { name: 'Add it' }).click();
  await kettle.press(' ');
  await expect(page.getByText(/^Pale green [\d.]+\scm², the usual colour/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(kettle).toHaveAccessibleName(/: pale green$/);
  await kettle.press('Enter');
  await expect(page.getByText(/the usual colour/)).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^Pale green [\d.]+\scm², the usual colour/)).toBeVisible();
  // Other sheets know no sticks.
  await choose(page, 'outline');
  await expect(page.getByTestId('tool-row').getByText('Backing colours')).toBeHidden();
});

test('no more sticks are offered than a guide can take', async ({ page, seeded }) => {
  await openSheets(page, seeded);
  await choose(page, 'backing');
  await take(page, 'Backing colours');
  const shapes = page.getByTestId('rub-shape');
  for (let i = 1; i <= 12; i++) {
    await page.getByLabel('Name of a colour of your own').fill(`stick ${i}`);
    await page.getByRole('button', { name: 'Add it' }).click();
    await shapes.nth(i).press('Enter');
    await expect(shapes.nth(i)).toHaveAccessibleName(new RegExp(`: stick ${i}$`));
  }
  await expect(page.getByText('12 colours are in use')).toBeVisible();
  await expect(page.getByLabel('Name of a colour of your own')).toBeHidden();
  await saved(page);
  // One taken back makes room again.
  await chooseFrom(page.getByLabel('Backing colour', { exact: true }), 'stick 12');
  await shapes.nth(12).press('Enter');
  await expect(page.getByLabel('Name of a colour of your own')).toBeVisible();
});
