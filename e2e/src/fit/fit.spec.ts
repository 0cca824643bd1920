import type { Page } from '@playwright/test';
import { referencePath } from '@nobrel/demo';
import { beginWork, chooseFrom, expect, goTo, leaf, saved, take, test } from '../bench.js';

async function type(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
}

async function choose(page: Page, label: string, option: string, chosen = option): Promise<void> {
  await chooseFrom(page.getByLabel(label, { exact: true }), option, chosen);
}

/** Place of the picture's frame on the surface, mm. */
async function frame(page: Page): Promise<{ x: number; y: number; width: number; height: number }> {
  const rect = leaf(page, 'On the surface').getByTestId('crop-frame');
  const [x, y, width, height] = await Promise.all(
    ['x', 'y', 'width', 'height'].map(async (name) => Number(await rect.getAttribute(name))),
  );
  return { x: x ?? NaN, y: y ?? NaN, width: width ?? NaN, height: height ?? NaN };
}

test('every way out is shown with its numbers, and taken with a click', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '300 x 240 mm');
  await take(page, 'Ways out');
  const ways = leaf(page, 'Ways out');
  // A picture of 4 : 3 on 300 × 240: 20 of 320 mm are lost, or 15 mm are left above and below.
  await expect(ways.getByText('Lost: left 3.1 %, 10 mm; right 3.1 %, 10 mm.')).toBeVisible();
  await expect(ways.getByText('Left free: top 7.5 mm, bottom 7.5 mm.')).toBeVisible();
  await expect(ways.getByText(/To be drawn on.*top 7.5\smm, bottom 7.5\smm; 6.3\s%/)).toBeVisible();
  await expect(ways.getByText(/^Take /)).toHaveCount(4);
  await ways.getByRole('button', { name: 'Say what paper is at hand' }).click();
  await type(page, 'Paper at hand', '560 x 760 mm');
  await expect(
    ways.getByText(/760\s×\s560\smm.*Nothing of the picture is lost|from 560\s×\s760\smm/),
  ).toBeVisible();
  await saved(page);
  const border = ways
    .getByRole('listitem')
    .filter({ hasText: 'Leave a border' })
    .getByRole('button', { name: 'Take it' });
  await border.click();
  await expect.poll(() => frame(page)).toEqual({ x: 0, y: 7.5, width: 300, height: 225 });
  await ways
    .getByRole('listitem')
    .filter({ hasText: 'Cut the paper' })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(page.getByLabel('Size of the surface')).toHaveValue(/746.6\s×\s560|746.7\s×\s560/);
  await page.keyboard.press('ControlOrMeta+z');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByLabel('Size of the surface')).toHaveValue('300 × 240 mm');
});

test('the picture is placed by school or by hand, to a tenth of a millimetre, and stays', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '400 x 400 mm');
  await choose(page, 'How the picture fills it', 'whole, with a border');
  await type(page, 'Margin all round', '20 mm');
  await expect.poll(() => frame(page)).toEqual({ x: 20, y: 65, width: 360, height: 270 });
  await choose(page, 'Placement', 'bottom-heavy');
  const heavy = await frame(page);
  // What is left, 130 mm, is parted 1 : 1.25.
  expect(heavy.y).toBeCloseTo(130 / 2.25, 3);
  await choose(page, 'Placement', 'weighted');
  await expect(page.getByText(/Motif and shadow ask to move/)).toBeVisible();
  await expect(page.getByTestId('weight-mark').first()).toBeVisible();
  await page
    .getByLabel(/The picture on the surface/)
    .last()
    .focus();
  const before = await frame(page);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Alt+ArrowUp');
  const after = await frame(page);
  expect(after.y - before.y).toBeCloseTo(1 - 10 - 0.1, 6);
  await expect(page.getByText('by hand', { exact: true }).first()).toBeVisible();
  await saved(page);
  await page.reload();
  expect((await frame(page)).y).toBeCloseTo(after.y, 6);
});

test('a placing that leaves no room is refused with the reason', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '300 x 240 mm');
  await type(page, 'Margin all round', '115 mm');
  await choose(page, 'Placement', 'bottom-heavy', 'centred');
  await expect(page.getByRole('alert')).toContainText(/Margins taking 258.7\smm of the height would be more/);
  await type(page, 'Margin all round', '20 mm');
  await choose(page, 'Placement', 'bottom-heavy');
  await expect(page.getByRole('alert')).toBeHidden();
});

test('margins, mat, trim and room off the picture are set side by side, and cannot outgrow the surface', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '300 x 240 mm');
  await take(page, 'Surface');
  await type(page, 'Margin, bottom', '30 mm');
  await type(page, 'Trim on each side', '5 mm');
  await type(page, 'Tape on each side', '1/2 in');
  await expect(
    leaf(page, 'The surface and what surrounds the picture').getByText('335.4 × 275.4 mm'),
  ).toBeVisible();
  await type(page, 'Space beyond the photograph, left', '40 mm');
  await expect.poll(() => frame(page)).toEqual({ x: 40, y: 0, width: 260, height: 210 });
  for (const [label, text, sentence] of [
    ['Mount on each side', '200 mm', /A mount taking 400 mm .* more than there is/],
    ['Margin, left', '-3', 'cannot be negative'],
    ['Weight of the paper', '0', 'from 10 to 2000'],
  ] as const) {
    await type(page, label, text);
    await expect(page.getByRole('alert')).toContainText(sentence);
    await expect(page.getByLabel(label, { exact: true })).toHaveValue(text);
    await page.getByLabel(label, { exact: true }).press('Escape');
  }
  // Heavy paper passes no light, whatever its kind is like as a rule.
  await type(page, 'Weight of the paper', '640');
  await expect(page.getByText('no light', { exact: true }).first()).toBeVisible();
  await choose(page, 'may be erased', 'must not be erased');
  await page.getByRole('button', { name: 'As usual for its kind' }).click();
  await expect(page.getByText('may be erased', { exact: true }).first()).toBeVisible();
  for (const [text, sentence] of [
    ['0 x 100', /more than 0/],
    ['9999 x 9999 m', 'at most 20 m'],
    ['large', /size|length/],
  ] as const) {
    await type(page, 'Size of the surface', text);
    await expect(page.getByRole('alert')).toContainText(sentence);
    await page.getByLabel('Size of the surface').press('Escape');
  }
  await expect(page.getByLabel('Size of the surface')).toHaveValue('300 × 240 mm');
});

test('a size of one’s own is saved, offered in another work, and forgotten', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '312 x 225 mm');
  await take(page, 'Surface');
  await page.getByRole('button', { name: 'Save the size' }).click();
  await expect(page.getByRole('alert')).toContainText('Give the size a name first');
  await page.getByLabel('Name for this size').fill('Lid of the tea chest');
  await page.getByRole('button', { name: 'Save the size' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Lid of the tea chest' })).toBeVisible();
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await page.getByLabel('Size of the surface').fill('tea chest');
  await page.locator('.ant-select-item-option').filter({ hasText: 'Lid of the tea chest' }).click();
  await expect(page.getByLabel('Size of the surface')).toHaveValue('312 × 225 mm');
  await take(page, 'Surface');
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Lid of the tea chest' })).toBeHidden();
});

test('a grid is suggested, lies on both leaves, and is halved where it is difficult', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '300 x 240 mm');
  await take(page, 'Grid');
  await page.getByRole('button', { name: 'Suggestions' }).click();
  await page
    .getByRole('button', { name: /^\d+ by \d+, \d+\smm$/ })
    .first()
    .click();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('grid-lines')).toHaveCount(2);
  await type(page, 'Columns', '5');
  await type(page, 'Rows', '4');
  await expect(page.getByText('squares 60 × 60 mm')).toBeVisible();
  await type(page, 'Columns', '2.5');
  await expect(page.getByRole('alert')).toContainText('whole number from 1 to 200');
  await page.getByLabel('Columns').press('Escape');
  await type(page, 'Squares that are halved', 'b2, C3');
  await expect(page.getByLabel('Squares that are halved')).toHaveValue('B2, C3');
  await type(page, 'Squares that are halved', 'Z9');
  await expect(page.getByRole('alert')).toContainText('There is no square Z9; they go from A1 to E4.');
  await page.getByLabel('Squares that are halved').press('Escape');
  // A click on a square takes its halves away again, or gives them.
  const box = await page.locator('[data-part="grid-lines"] > path').first().boundingBox();
  if (!box) throw new Error('The grid is not shown.');
  await page.mouse.click(box.x + 0.3 * box.width, box.y + 0.4 * box.height);
  await expect(page.getByLabel('Squares that are halved')).toHaveValue('C3');
  await page.getByRole('button', { name: 'Ticks along the edges' }).click();
  await expect(page.getByText(/from the left edge: 0.0\smm, 60.0\smm, 120.0\smm/)).toBeVisible();
  await page.keyboard.press('Escape');
  await type(page, 'Columns', '120');
  await expect(page.getByText(/The grid is dense/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Columns')).toHaveValue('120 columns');
});

test('measures are listed from one corner, follow a surface out of square, and print', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '300 x 240 mm');
  await type(page, 'Margin all round', '20 mm');
  await take(page, 'Set out');
  const rows = leaf(page, 'Setting out').getByRole('row');
  await expect(rows.filter({ hasText: 'Picture, top left' })).toContainText('20.0 mm20.0 mmnothing');
  await choose(page, 'Datum corner', 'bottom right corner');
  await expect(rows.filter({ hasText: 'Picture, top left' })).toContainText('280.0 mm220.0 mm');
  await choose(page, 'Datum corner', 'top left corner');
  await page
    .getByRole('application')
    .first()
    .click({ position: { x: 240, y: 270 } });
  await page.getByLabel('Name of landmark 1').fill('Spout');
  await expect(rows.filter({ hasText: 'Spout' })).toBeVisible();
  await page.getByRole('button', { name: /^Spout/ }).focus();
  const measures = () => rows.filter({ hasText: 'Spout' }).textContent();
  const before = await measures();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(measures).not.toBe(before);

  await page.getByRole('button', { name: 'Type what the tape shows' }).click();
  await type(page, 'Measured, top', '1 mm');
  await expect(page.getByRole('alert')).toContainText('Measure again');
  await page.getByLabel('Measured, top', { exact: true }).press('Escape');
  // A rectangle leaning by 3 mm to the right at its foot.
  await type(page, 'Measured, right', '240.02 mm');
  await type(page, 'Measured, left', '240.02 mm');
  await type(page, 'Measured, top left to bottom right', '386.5 mm');
  await type(page, 'Measured, bottom left to top right', '381.9 mm');
  await expect(
    page.getByText(/The diagonals differ by 4.6\smm; the worst corner is 0.7\d° off square/),
  ).toBeVisible();
  await expect(page.getByTestId('real-edge')).toBeVisible();
  await page.getByText('in', { exact: true }).click();
  await expect(rows.filter({ hasText: 'Picture, top left' })).toContainText('13/16 in');
  await expect(rows.filter({ hasText: 'Picture, top left' })).toContainText(/0\.\d\d mm/);
  await page.getByRole('button', { name: 'Print' }).click();
  await expect(page.getByRole('img', { name: 'Page 1: setting out' })).toBeVisible();
  await expect(page.getByText(/The surface is out of square/)).toBeVisible();
  await expect(page.getByText(/Spout: .* from the left/)).toBeVisible();
});

test('enlarging by machine is estimated from the measured sketch, with an order slip', async ({
  page,
  server,
}) => {
  await beginWork(page, server, referencePath('dinghy-on-the-hard'));
  await goTo(page, 'Fit');
  await type(page, 'Size of the surface', '600 x 400 mm');
  await take(page, 'Enlarge');
  await page.getByRole('button', { name: 'Say what the sketch measures' }).click();
  await type(page, 'Size of the sketch', '205 x 140 mm');
  const enlarge = leaf(page, 'Enlarging by machine');
  await expect(enlarge.getByText(/292\.7\s%/)).toBeVisible();
  await expect(enlarge.getByText(/the height then comes out 9\.8\smm too large/)).toBeVisible();
  await expect(enlarge.getByText(/landscape: \d+ sheets/)).toBeVisible();
  await choose(page, 'Paper of the printer at home', 'A3');
  await expect(enlarge.getByText('This wastes least.')).toBeVisible();
  await enlarge.getByRole('button', { name: 'Print the order slip' }).click();
  await expect(page.getByText('Original: 205 × 140 mm.')).toBeVisible();
});
