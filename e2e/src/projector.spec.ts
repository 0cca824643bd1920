import type { Page } from '@playwright/test';
import { expect, goTo, saved, take, test } from './bench.js';

/** Opens Transfer's page on projecting, the projector's window, and a page on another device that steers it. */
async function openAll(page: Page, address: string) {
  await page.goto(address);
  await page.getByRole('link', { name: /^Dinghy on the hard/ }).click();
  await goTo(page, 'Transfer');
  await page.getByLabel('Method', { exact: true }).press('Enter');
  await page.getByTitle('a digital projector').click();
  await saved(page);
  await take(page, 'What is seen');
  const opened = page.waitForEvent('popup');
  await page.getByRole('button', { name: 'Open the projector’s window' }).click();
  const projector = await opened;
  await projector.setViewportSize({ width: 1280, height: 720 });
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeVisible({ timeout: 30_000 });
  const tablet = await (await page.context().browser()!.newContext()).newPage();
  await tablet.goto(page.url().replace(/\/transfer.*$/, '/steer'));
  await expect(tablet.getByRole('heading', { name: /lines\./ })).toBeVisible({ timeout: 60_000 });
  return { projector, tablet };
}

/** How many lines' beginnings are drawn on the wall. */
const linesOnWall = (projector: Page) =>
  projector.evaluate(() =>
    [...document.querySelectorAll('.wall-line')].reduce(
      (sum, path) => sum + (path.getAttribute('d')?.match(/M/g)?.length ?? 0),
      0,
    ),
  );

test('the drawing is placed on the wall, made true by what is measured, and steered from another device', async ({
  page,
  seeded,
}) => {
  test.slow();
  const { projector, tablet } = await openAll(page, seeded.address);
  await expect(tablet.getByText(/^On the wall, in a window of 1280 by 720 pixels/)).toBeVisible();
  // Nothing is ever written in the beam.
  expect((await projector.locator('body').innerText()).trim()).toBe('');
  // Corners are shown and moved, from either side.
  await tablet.getByText('four corners', { exact: true }).click();
  const corner = projector.getByRole('button', { name: /^Handle 1,/ });
  await expect(corner).toBeVisible();
  const before = await corner.boundingBox();
  await tablet.getByRole('radio', { name: '10 px' }).check();
  await tablet.getByRole('button', { name: 'Left', exact: true }).click();
  await expect.poll(async () => (await corner.boundingBox())!.x).toBeCloseTo(before!.x - 10, 0);
  await projector.bringToFront();
  await projector.keyboard.press('ArrowUp');
  await projector.keyboard.press('ArrowUp');
  await projector.keyboard.press('Alt+ArrowDown');
  await expect.poll(async () => (await corner.boundingBox())!.y).toBeCloseTo(before!.y - 1.9, 1);
  // Crossed corners are not taken, and said beside the wall, not on it.
  for (let k = 0; k < 120; k++) await tablet.getByRole('button', { name: 'Right', exact: true }).click();
  await expect(tablet.getByRole('alert').filter({ hasText: 'crossed' })).toBeVisible();
  await tablet.getByRole('button', { name: 'Begin again, upright in the middle' }).click();
  // The check figure is measured, and the corner that is off is said and put right.
  await tablet.getByText('check figure', { exact: true }).click();
  await tablet.getByRole('button', { name: 'Left', exact: true }).click();
  const diagonal = tablet.getByLabel('Diagonal from the upper left');
  await diagonal.fill('530 mm');
  await diagonal.press('Enter');
  await expect(tablet.getByText(/^Off by [\d.]+ mm at worst/)).toBeVisible();
  await expect(tablet.getByText(/corner lies .* mm too (far|low|high)/).first()).toBeVisible();
  const placed = await corner.boundingBox();
  await tablet.getByRole('button', { name: 'Move the corners so' }).click();
  await expect.poll(async () => (await corner.boundingBox())!.x).not.toBeCloseTo(placed!.x, 1);
  await tablet.getByText('no handles', { exact: true }).click();
  await expect(corner).toBeHidden();
  // What is placed is kept with the work: a window opened anew shows it there.
  await saved(tablet);
  await tablet.getByText('lines', { exact: true }).click();
  await expect.poll(() => linesOnWall(projector)).toBeGreaterThan(20);
  const drawn = await projector.locator('.wall-line').first().getAttribute('d');
  await projector.reload();
  await expect.poll(() => projector.locator('.wall-line').first().getAttribute('d')).toBe(drawn);
  // Blank, for all who look.
  await tablet.getByRole('button', { name: 'Blank' }).click();
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeHidden();
  await projector.keyboard.press('b');
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeVisible();
  await expect(tablet.getByRole('button', { name: 'Blank' })).toBeVisible();
  // Values and reference, warped alike.
  await tablet.getByText('reference', { exact: true }).click();
  await expect(projector.getByRole('img', { name: 'The reference on the wall' })).toBeVisible();
  await tablet.context().close();
});

test('a line ticked off beside the wall leaves it, and a window that is closed is said', async ({
  page,
  seeded,
}) => {
  test.slow();
  const { projector, tablet } = await openAll(page, seeded.address);
  const all = await linesOnWall(projector);
  await tablet.getByRole('button', { name: 'Begin' }).click();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await tablet.getByRole('button', { name: 'Flash this line' }).click();
  await expect(projector.locator('.wall-flash')).toBeVisible();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(projector.locator('.wall-flash')).toHaveCount(0);
  await expect.poll(() => linesOnWall(projector)).toBeLessThan(all);
  await tablet.getByRole('switch', { name: 'only what is still to trace' }).click();
  await expect.poll(() => linesOnWall(projector)).toBe(all);
  await projector.close();
  await expect(tablet.getByText(/^No projector’s window is open yet/)).toBeVisible();
  await tablet.context().close();
});
