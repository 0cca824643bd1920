import { seedHistory } from '@nobrel/demo';
import type { Page } from '@playwright/test';
import { chooseFrom, expect, goTo, take as takeTool, test } from '../bench.js';

const answers = async (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const list: unknown = await (await fetch('/api/practice')).json();
    return Array.isArray(list) ? list.length : NaN;
  });

/** Chooses a drill, or a work to practise with. */
async function take(page: Page, drill: string, label = 'Drill'): Promise<void> {
  await chooseFrom(page.getByLabel(label, { exact: true }), drill);
}

test('every drill is posed from a map, answered by keys, judged at once, and taken back', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByText('not tried yet')).toHaveCount(7);
  const result = page.getByRole('status').filter({ hasText: /^(○ Right|△ Off)/ });
  for (const [drill, handle] of [
    ['angle', 'Slope of the bar'],
    ['proportion', 'How many times'],
    ['curve', 'How far it bends'],
  ] as const) {
    await take(page, drill);
    const done = page.getByRole('button', { name: 'That is it' });
    await expect(done).toBeEnabled();
    await page.getByRole('slider', { name: handle }).press('ArrowRight');
    await done.press('Enter');
    await expect(result).toContainText('to stay within');
  }
  await take(page, 'placing');
  const empty = page.getByRole('application', { name: /^The empty frame/ });
  await empty.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'That is it' }).press('Enter');
  await expect(result).toContainText(/ mm off, \d+\.\d % of the longer side/);
  await take(page, 'value');
  await page.getByRole('button', { name: 'Grey 4' }).press('Enter');
  await expect(result).toContainText('L* apart');
  await take(page, 'order of values');
  for (const patch of ['C', 'A', 'E', 'B', 'D'])
    await page.getByRole('button', { name: patch, exact: true }).press('Enter');
  // Taken out of the order, and back into it.
  await page.getByRole('button', { name: 'D, 5.' }).press('Enter');
  await expect(page.getByRole('button', { name: 'That is it' })).toBeDisabled();
  await page.getByRole('button', { name: 'D', exact: true }).press('Enter');
  await page.getByRole('button', { name: 'That is it' }).press('Enter');
  await expect(result).toContainText('L* apart');
  await expect(page.getByRole('list', { name: 'As they are, the darkest first' })).toBeVisible();
  await take(page, 'edge');
  await page.getByRole('button', { name: 'soft', exact: true }).press('Enter');
  await expect(result).toContainText(/the edge is (hard|soft|lost)/);
  await expect.poll(() => answers(page)).toBe(7);
  await expect(page.getByText('not tried yet')).toHaveCount(0);
  await take(page, 'value');
  await page.getByRole('button', { name: 'Grey 4' }).press('Enter');
  await expect.poll(() => answers(page)).toBe(8);
  // The next one by its key, and a slip taken back.
  await page.keyboard.press('n');
  await expect(result).toHaveCount(0);
  await page.getByRole('button', { name: 'Grey 1', exact: true }).click();
  await expect.poll(() => answers(page)).toBe(9);
  await page.getByRole('button', { name: 'It was a slip: take it back' }).click();
  await expect.poll(() => answers(page)).toBe(8);
});

test('two years of drills show how an eye came along, and what it sees wrongly', async ({ page, seeded }) => {
  await seedHistory(seeded.file);
  await page.goto(`${seeded.address}practice`);
  await take(page, 'angle');
  const progress = page.getByRole('complementary', { name: 'Progress' });
  await expect(progress.getByText(/near upright: \d\.\d° too steep/)).toBeVisible();
  await expect(progress.getByRole('img', { name: /^Angle: \d+\.\d at first, \d+\.\d ° now/ })).toBeVisible();
  // A picture with nothing of the kind says so.
  await take(page, 'The slip, for the shed wall', 'Work');
  await take(page, 'value');
  await expect(page.getByRole('button', { name: 'Grey 1', exact: true })).toBeVisible();
  // Check points there first: the first round of the dinghy was drawn wrongly.
  await page.getByRole('link', { name: 'Works', exact: true }).click();
  await page
    .getByRole('link', { name: /^Dinghy on the hard/ })
    .first()
    .click();
  await goTo(page, 'Check');
  await page.goto(`${page.url()}?round=round-1`);
  await takeTool(page, 'Measures');
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks.getByRole('heading').first()).toHaveText('What your eye tends to get wrong');
  await expect(checks.getByText(/near upright: \d\.\d° too steep/)).toBeVisible();
});
