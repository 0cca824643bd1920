import { workSchema } from '@nobrel/core/file';
import { beginWork, expect, finishedMap, goTo, take, test } from '../bench.js';

test.beforeEach(async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Map');
  await finishedMap(page);
});

/** How many lines the map says it has. */
const linesIn = (text: string) => Number(/(\d+) lines?/.exec(text)?.[1]);

test('detail is moved by key, shows what comes before it is let go, is kept, and is undone', async ({
  page,
}) => {
  const before = linesIn(await finishedMap(page));
  const slider = page.getByRole('slider', { name: 'How much detail is drawn' });
  await expect(page.getByText('Contours alone, by detail')).toBeVisible();
  await expect(slider).toHaveAttribute('aria-valuenow', '50');
  await slider.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft');
  await expect(slider).toHaveAttribute('aria-valuenow', '20');
  await expect.poll(async () => linesIn(await finishedMap(page))).toBeLessThan(before);
  await expect(page.getByText(/^20\s%: \d+ lines/)).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const kept = workSchema.parse(
    await (await page.request.get(new URL(`/api/works/${id}`, page.url()).href)).json(),
  );
  expect(kept.decisions.map.detail).toBe(0.2);
  // Keys in quick succession are one step; on a busy machine they may come as several.
  const undone = async () => {
    await page.locator('body').press('Control+z');
    return slider.getAttribute('aria-valuenow');
  };
  await expect.poll(undone).toBe('50');
  await expect.poll(async () => linesIn(await finishedMap(page))).toBe(before);
});

test('detail dragged with the mouse shows at once what would be drawn', async ({ page }) => {
  const slider = page.getByRole('slider', { name: 'How much detail is drawn' });
  const box = (await slider.boundingBox())!;
  await slider.focus();
  // The map with every line is made beside the one shown.
  await page.waitForTimeout(6000);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + box.height / 2, { steps: 4 });
  await expect(page.locator('[data-part="line-marked"][data-kind="added"]').first()).toBeAttached();
  await page.mouse.up();
  await expect(page.locator('[data-part="line-marked"][data-kind="added"]')).toHaveCount(0);
});

test('a thing is pointed at, walked up from, drawn whole or left out, and taken back', async ({ page }) => {
  await take(page, 'Things');
  const told = page.getByText(/^Step \d+ of \d+, from the smallest part/);
  await expect(async () => {
    await page.keyboard.press('n');
    await expect(told).toBeVisible({ timeout: 1500 });
  }).toPass();
  await expect(page.getByTestId('thing-outline')).toHaveCount(2);
  const first = await told.textContent();
  await page.keyboard.press('.');
  await expect(told).not.toHaveText(first ?? '');
  await page.keyboard.press(',');
  await expect(told).toHaveText(first ?? '');
  await page.keyboard.press('w');
  await expect(page.getByText('1 correction by hand')).toBeVisible();
  await page.keyboard.press('n');
  await expect(told).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.getByText('2 corrections by hand')).toBeVisible();
  await page.keyboard.press('n');
  await expect(told).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('thing-outline')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 correction by hand')).toBeVisible();
});
