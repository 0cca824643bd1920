import type { Page } from '@playwright/test';
import { workSchema } from '@nobrel/core/file';
import { beginWork, chooseFrom, expect, finishedMap, goTo, take as takeInHand, test } from '../bench.js';

const leafOf = (page: Page) => page.getByRole('application', { name: /^Map\./ });
/** Takes a tool in hand and waits for what is decided with it. */
async function take(page: Page, tool: string): Promise<void> {
  await takeInHand(page, tool);
  await expect(page.getByRole('group', { name: 'Decisions of the tool' })).toBeVisible();
}
const state = (page: Page) => page.getByTestId('map-state');

/** The work as the server keeps it, once what was decided is saved. */
async function savedWork(page: Page) {
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  return workSchema.parse(
    await (await page.request.get(new URL(`/api/works/${id}`, page.url()).href)).json(),
  );
}

test.beforeEach(async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Map');
  await finishedMap(page);
});

test('lines are stepped through by weight and corrected with single keys, each undone by itself', async ({
  page,
}) => {
  const before = await state(page).textContent();
  await take(page, 'Lines');
  await page.keyboard.press('n');
  await expect(page.getByText(/^Line 1 of \d+: (hard|soft)/)).toBeVisible();
  await expect(page.locator('[data-part="line-marked"][data-kind="inHand"]')).toHaveCount(2);
  await page.keyboard.press('x');
  await expect(page.getByText(/left out by hand/)).toBeVisible();
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await expect(page.getByText(/: soft, .*by hand/)).toBeVisible();
  await expect(page.getByText('2 corrections by hand')).toBeVisible();
  expect(await state(page).textContent()).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('by hand', { exact: false }).first()).toBeHidden();
  await expect.poll(() => state(page).textContent()).toBe(before);
});

test('corrections outlast a changed gap and a reload', async ({ page }) => {
  await take(page, 'Lines');
  await page.keyboard.press('n');
  await page.keyboard.press('x');
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await chooseFrom(page.getByLabel('How boundaries are followed'), 'in straights');
  await finishedMap(page);
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await expect(page.getByText(/no longer fit/)).toBeHidden();
  await savedWork(page);
  await page.reload();
  await finishedMap(page);
  await expect(page.getByText('1 correction by hand')).toBeVisible();
});

test('a line is drawn along an edge between clicks', async ({ page }) => {
  await take(page, 'Draw along');
  const box = (await leafOf(page).boundingBox())!;
  const clickAt = (x: number, y: number) =>
    leafOf(page).click({ position: { x: x * box.width, y: y * box.height } });
  await clickAt(0.17, 0.6);
  await leafOf(page).hover({ position: { x: 0.22 * box.width, y: 0.7 * box.height } });
  // The live line runs between the clicks by many points, not straight.
  await expect
    .poll(
      async () =>
        (
          await page
            .locator('polyline[data-part="line-marked"][data-kind="drawing"]')
            .first()
            .getAttribute('points')
        )?.split(' ').length ?? 0,
    )
    .toBeGreaterThan(10);
  await clickAt(0.22, 0.7);
  await expect(page.getByRole('button', { name: 'Done (Enter)' })).toBeVisible();
  await page.keyboard.press('Enter');
  const { decisions } = await savedWork(page);
  const [drawn] = decisions.corrections.list;
  expect(drawn?.does).toBe('draw');
  await expect(page.getByText('1 correction by hand')).toBeVisible();
});

test('shapes say why they are one, and are joined and divided', async ({ page }) => {
  await take(page, 'Shapes');
  const box = (await leafOf(page).boundingBox())!;
  const spot = (x: number, y: number) => ({ position: { x: x * box.width, y: y * box.height } });
  await leafOf(page).click(spot(0.5, 0.3));
  await expect(page.getByRole('heading', { name: 'Why is this one shape?' })).toBeVisible();
  await expect(page.getByText(/^Value \d of 4, \d+/)).toBeVisible();
  await page.keyboard.press('j');
  await leafOf(page).click(spot(0.3, 0.5));
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await page.keyboard.press('d');
  await page.mouse.move(box.x + 0.6 * box.width, box.y + 0.24 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.6 * box.width, box.y + 0.4 * box.height, { steps: 8 });
  await page.mouse.move(box.x + 0.6 * box.width, box.y + 0.64 * box.height, { steps: 8 });
  await page.mouse.up();
  const { decisions } = await savedWork(page);
  expect(decisions.corrections.list.map(({ does }) => does)).toEqual(['join', 'split']);
});

test('a set time keeps a drawing, and says what five more minutes would add', async ({ page }) => {
  await page.getByLabel('Minutes of tracing').fill('8');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/lines are left out to stay within 8\smin/)).toBeVisible();
  await page.getByRole('button', { name: 'Show them' }).click();
  await expect(page.locator('[data-part="line-marked"][data-kind="added"]')).toHaveCount(2);
  await take(page, 'Areas');
  const box = (await leafOf(page).boundingBox())!;
  await page.mouse.move(box.x + 0.65 * box.width, box.y + 0.3 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 0.7 * box.width, box.y + 0.5 * box.height, { steps: 6 });
  await page.mouse.up();
  await expect(page.locator('[data-part="area"][data-kind="focal"]')).toHaveCount(2);
  const { decisions } = await savedWork(page);
  expect(decisions.corrections.list[0]).toMatchObject({ does: 'brush', kind: 'focal', radiusMm: 12 });
});

test('versions are kept by name, compared and restored', async ({ page }) => {
  await take(page, 'Versions');
  await page.getByLabel('Name for this version').fill('First try');
  await page.keyboard.press('Enter');
  await expect(page.getByText('First try')).toBeVisible();
  const before = await state(page).textContent();
  await chooseFrom(page.getByLabel('Number of values'), '2');
  await expect.poll(async () => (await state(page).textContent()) === before).toBe(false);
  await finishedMap(page);
  await expect(page.getByText(/Since then −\d+ lines, −[\d.]+ m, −\d+\smin/)).toBeVisible();
  await page.getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByRole('heading', { name: 'First try', level: 2 })).toBeVisible();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect.poll(() => state(page).textContent()).toBe(before);
});

test('limits between values are set by hand, and pins are noted, settled and printed', async ({ page }) => {
  await take(page, 'Values');
  await expect(page.getByRole('slider', { name: 'Where value 2 begins' })).toBeVisible();
  await page.getByLabel('Limits between the values, L*').fill('30, 50, 80');
  await page.keyboard.press('Enter');
  await finishedMap(page);
  const { decisions } = await savedWork(page);
  expect(decisions.map).toMatchObject({ separation: 'by-hand', limits: [30, 50, 80] });
  await page.getByLabel('Limits between the values, L*').fill('80, 30');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Type 3 rising lightnesses/)).toBeVisible();
  await page.keyboard.press('Escape');
  await take(page, 'Pins');
  await leafOf(page).click({ position: { x: 200, y: 200 } });
  await page.getByLabel('What to remember at this place').fill('Handle unclear, see detail 2');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('map-pin')).toHaveCount(2);
  await page.getByRole('checkbox', { name: 'settled' }).check();
  await savedWork(page);
  await page.getByRole('button', { name: 'Print the list' }).click();
  await expect(page.getByText('Handle unclear, see detail 2')).toBeVisible();
  await expect(page.getByText('(settled)')).toBeVisible();
});
