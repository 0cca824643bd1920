import { planSchema } from '@nobrel/core/file';
import { seedHistory } from '@nobrel/demo';
import type { Page } from '@playwright/test';
import { expect, test } from '../bench.js';

/** The day of the first sitting, as a calendar has it. */
const firstDay = (page: Page) =>
  page.evaluate(async () => {
    const calendar = await (await fetch('/api/plan.ics')).text();
    const first = [...calendar.matchAll(/DTSTART:(\d{4})(\d\d)(\d\d)T/g)]
      .map(([, y, m, d]) => `${y}-${m}-${d}`)
      .sort()[0];
    return first ?? '';
  });

/** Frees the evenings of tomorrow and of two days later, so that the first sitting is at the same time whenever this is run. */
async function freeEvenings(page: Page, address: string): Promise<void> {
  const at = new URL('/api/plan', address).href;
  const { revision, decisions } = planSchema.parse(await (await page.request.get(at)).json());
  const today = await page.evaluate(() => new Date().getDay());
  const free = [1, 3].map((days) => ({ weekday: (today + days) % 7, from: '19:00', to: '21:00' }));
  const data = { revision, decisions: { ...decisions, free } };
  expect((await page.request.put(at, { data, headers: { 'X-Nobrel': 'page' } })).ok()).toBe(true);
}

test('sittings are laid into the free times, moved, undone, and what is tight is said', async ({
  page,
  seeded,
}) => {
  // Tall enough that a day need not be scrolled to while a sitting is dragged.
  await page.setViewportSize({ width: 1280, height: 1600 });
  await seedHistory(seeded.file);
  await page.goto(seeded.address);
  await freeEvenings(page, seeded.address);
  await page.getByRole('link', { name: 'Plan' }).click();
  const ahead = page.getByRole('region', { name: 'Sittings ahead' });
  const first = ahead.getByTestId('plan-sitting').first();
  await expect(first).toContainText('Kettle, lantern and pears');
  // A time that cannot be is said, and nothing is changed.
  const to = page.getByLabel('To, free time 1');
  await to.fill('18:00');
  await to.press('Enter');
  await expect(page.getByText('It ends before it begins.')).toBeVisible();
  await to.press('Escape');
  await to.fill('19:20');
  await to.press('Enter');
  await expect(first).toContainText(/to 19:(1|2)\d/);
  // With no time left there is nothing to lay, and that is said of every work.
  await page.getByRole('button', { name: 'Delete free time 2' }).press('Enter');
  await page.getByRole('button', { name: 'Delete free time 1' }).press('Enter');
  await expect(page.getByText('No free times yet.')).toBeVisible();
  await expect(page.getByText(/“Kettle, lantern and pears” is not done within 120 days/)).toBeVisible();
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(to).toHaveValue('21:00');
  // A day off is said at once, and taken back.
  const day = (await ahead.locator('[data-part="plan-day"] h3').first().textContent()) ?? '';
  await page.getByLabel('Not free on').fill(await firstDay(page));
  await expect(ahead.locator('[data-part="plan-day"] h3').first()).not.toHaveText(day);
  await page.getByRole('button', { name: /^Free on .* after all$/ }).click();
  await expect(ahead.locator('[data-part="plan-day"] h3').first()).toHaveText(day);
  await expect(
    page
      .getByRole('region', { name: 'Today' })
      .getByText(/^To prepare for|^At the table at/)
      .first(),
  ).toBeVisible();
  // A sitting is dragged to another day, and moved by its gap.
  const days = ahead.getByTestId('plan-day');
  await first.dragTo(days.nth(5));
  const moved = days.nth(5).locator('[data-moved="true"]');
  await expect(moved).toContainText('Kettle, lantern and pears');
  await expect(page.getByText(/“Kettle, lantern and pears” is ready on .*, after/)).toBeVisible();
  await page.reload();
  await expect(moved).toBeVisible();
  await moved.getByRole('button', { name: 'Let the plan place it' }).click();
  await expect(first).toContainText('Kettle, lantern and pears');
  await first.getByRole('combobox').press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(days.nth(1).locator('[data-moved="true"]')).toContainText('Kettle, lantern and pears');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take the sittings into a calendar' }).click();
  expect((await download).suggestedFilename()).toBe('sittings.ics');
});

test('two windows plan: the second is told, and shows what the first decided', async ({ page, seeded }) => {
  await page.goto(`${seeded.address}plan`);
  const other = await page.context().newPage();
  await other.goto(`${seeded.address}plan`);
  await other.getByRole('button', { name: 'Another time' }).click();
  await expect(other.getByLabel('From, free time 3')).toBeVisible();
  await page.getByRole('button', { name: 'Delete free time 1' }).click();
  await expect(page.getByText(/The plan was changed in another window/)).toBeVisible();
  await expect(page.getByLabel('From, free time 3')).toBeVisible();
});
