import type { Page } from '@playwright/test';
import { expect, finishedMap, goTo, saved, take, test } from '../bench.js';

/*
 * Works of the demo, each carried across by another method: planned, tried, put in order and traced to the end.
 * Mirrored tracing has its whole run in tracing.spec.ts.
 */
const works = [
  {
    title: 'Lantern and pears, on panel',
    step: 'Prick',
    seen: /No line of the strip|can be followed|Light does not pass/,
  },
  { title: 'Still life, over the old study', step: 'film', seen: /Light does not pass/, moved: true },
  { title: 'Dinghy, large on canvas', step: 'grid', seen: /Light does not pass/ },
  { title: 'The slip, for the shed wall', step: 'projector', seen: /A lens of/ },
  { title: 'Slip, small study', step: 'Dim the room', seen: /through \d+ g\/m²/, mapped: false },
] as const;

/** Presses on until the run is over, and returns what it said on the way. */
async function traceAll(page: Page): Promise<string> {
  const said = new Set<string>();
  const strong = page.locator('[data-part="run-says"] strong');
  for (let k = 0; k < 900; k++) {
    const now = (await strong.textContent()) ?? '';
    said.add(now);
    if (now.startsWith('Every line is traced')) break;
    await page.keyboard.press('Space');
  }
  return [...said].join('\n');
}

for (const { title, step, seen, ...rest } of works)
  test(`${title}: planned, tried, ordered and traced to the end`, async ({ page, seeded }) => {
    test.slow();
    await page.goto(seeded.address);
    await page.getByRole('link', { name: new RegExp(`^${title}`) }).click();
    if ('mapped' in rest) {
      await goTo(page, 'Map');
      await finishedMap(page);
      await saved(page);
    }
    await goTo(page, 'Transfer');
    await expect(page.getByLabel('List of steps')).toContainText(new RegExp(step, 'i'));
    await take(page, 'What is seen');
    await expect(page.getByRole('group', { name: 'Decisions of the tool' })).toContainText(seen);
    await take(page, 'Order');
    await expect(page.getByText(/\d+ lines in \d+ stretch(es)?, /)).toBeVisible();
    if ('moved' in rest) {
      await expect(page.getByText(/The transfer sheet lies at \d places/)).toBeVisible();
      expect(await page.getByTestId('sheet-place').count()).toBeGreaterThan(3);
    }
    await page.getByRole('button', { name: /line by line$/ }).click();
    await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
    await page.keyboard.press('Space');
    if ('moved' in rest) {
      await page.keyboard.press('Space');
      await expect(page.locator('[data-part="sheet-place"] rect').first()).toHaveCSS('fill', 'none');
    }
    const said = await traceAll(page);
    expect(said).toContain('Look over every line before the tape comes off');
    expect(said).toContain('Every line is traced and looked over.');
    expect(said.includes('Move the transfer sheet to place 2')).toBe('moved' in rest);
    await saved(page);
    await page.reload();
    await expect(page.getByTestId('run-says')).toContainText('Every line is traced');
  });
