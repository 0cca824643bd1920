import type { Page } from '@playwright/test';
import type { Running } from '@nobrel/server';
import { beginWork, chooseFrom, expect, finishedMap, goTo, saved, test } from '../bench.js';

async function openKettle(page: Page, seeded: Running): Promise<void> {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
}

/** Minutes of a map from the words beside it. */
const minutesIn = (words: string): number => Number(/about (\d+) min/.exec(words)?.[1]);

test('Map: a time is kept to, and what was left out is said', async ({ page, seeded }) => {
  await openKettle(page, seeded);
  await goTo(page, 'Map');
  expect(minutesIn(await finishedMap(page))).toBeGreaterThan(10);
  await page.getByLabel('Minutes of tracing').fill('9');
  await page.getByLabel('Minutes of tracing').press('Enter');
  await expect.poll(async () => minutesIn(await finishedMap(page))).toBeLessThanOrEqual(9);
  await expect(page.getByText(/lines are left out to stay within 9\smin/)).toBeVisible();
  await page.getByRole('button', { name: 'Draw all of them' }).click();
  await expect(page.getByLabel('Minutes of tracing')).toHaveValue('all the time it takes');
});

test('Map: what is rare stands behind More, and a wrong number is said there', async ({ page, seeded }) => {
  await openKettle(page, seeded);
  await goTo(page, 'Map');
  await finishedMap(page);
  await page.getByRole('button', { name: 'More' }).click();
  const onForms = async () => {
    const work = (await (await page.request.get(page.url().replace('/works/', '/api/works/'))).json()) as {
      document: { lines: { of?: string }[] };
    };
    return work.document.lines.filter(({ of }) => of === 'highlight' || of === 'form-shadow').length;
  };
  expect(await onForms()).toBeGreaterThan(10);
  await chooseFrom(page.getByLabel('The map holds'), 'the contours of things alone');
  await expect.poll(onForms).toBe(0);
  await page.getByLabel('A line may stray from the boundary by').fill('99 mm');
  await page.getByLabel('A line may stray from the boundary by').press('Enter');
  await expect(page.getByRole('alert')).toContainText('from 0.02 mm to 20 mm');
  // The first press takes back what was typed, the second closes the panel.
  await page.getByLabel('A line may stray from the boundary by').press('Escape');
  await expect(page.getByRole('alert')).toBeHidden();
  await expect(page.getByLabel('A line may stray from the boundary by')).toBeVisible();
  await page.getByLabel('A line may stray from the boundary by').press('Escape');
  await expect(page.getByLabel('A line may stray from the boundary by')).toBeHidden();
});

test('Sheets: a map made before the last change is said to be out of date', async ({ page, seeded }) => {
  await openKettle(page, seeded);
  await goTo(page, 'Sheets');
  await expect(page.getByText('1 of 3')).toBeVisible();
  await expect(page.getByText('The map was made before')).toBeHidden();
  await goTo(page, 'Fit');
  await page.getByLabel('Margin all round').fill('20 mm');
  await page.getByLabel('Margin all round').press('Enter');
  await goTo(page, 'Sheets');
  await expect(
    page.getByText('The map was made before the last change at Reference, Fit or Map.'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Update the map' }).click();
  await finishedMap(page);
  await goTo(page, 'Sheets');
  await expect(page.getByText('The map was made before')).toBeHidden();
});

test('Sheets: without a map it says what will be here and where to begin', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Sheets');
  await expect(page.getByRole('heading', { name: 'No map to print yet' })).toBeVisible();
  await goTo(page, 'Transfer');
  await expect(page.getByRole('heading', { name: 'Nothing to carry across yet' })).toBeVisible();
  await goTo(page, 'Fit');
  await page.getByLabel('Size of the surface').fill('300 x 240 mm');
  await page.getByLabel('Size of the surface').press('Enter');
  await goTo(page, 'Transfer');
  await page.getByRole('link', { name: 'Make the map first' }).click();
  await finishedMap(page);
  await goTo(page, 'Sheets');
  await page.getByLabel('Overlap').fill('0');
  await page.getByLabel('Overlap').press('Enter');
  await expect(page.getByText('Without an overlap there are no marks')).toBeVisible();
  await page.getByRole('button', { name: 'Overlap by 10 mm' }).click();
  await page.getByLabel('Paper of the printer').press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It fits on one sheet of 420 × 297 mm.')).toBeVisible();
});

test('Transfer: the steps follow surface, method and hand, and ticks are kept and undone', async ({
  page,
  seeded,
}) => {
  await openKettle(page, seeded);
  await goTo(page, 'Transfer');
  const steps = page.getByLabel('List of steps');
  await expect(steps).toContainText('wax-free');
  await expect(steps).toContainText('working from the left');
  await page.getByLabel('Method', { exact: true }).press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(steps).toContainText('Rub the back of the drawing with a soft pencil, HB to 2B');
  await page.getByLabel('Drawing hand').press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(steps).toContainText('working from the right');
  const away = page.getByRole('checkbox', { name: /Put the final surface well away/ });
  await away.check();
  await saved(page);
  await page.reload();
  await expect(away).toBeChecked();
  await away.uncheck();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(away).toBeChecked();
});

test('Transfer: a sitting goes on through a reload', async ({ page, seeded }) => {
  await openKettle(page, seeded);
  await goTo(page, 'Transfer');
  await page.getByRole('button', { name: 'Start a sitting' }).click();
  await page.reload();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: 'End the sitting' }).click();
  await expect(page.getByText(/^2 sittings, /)).toBeVisible();
});

test('a work can be taken out of the file, after a question', async ({ page, server }) => {
  await beginWork(page, server);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Delete this work' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Delete this work' }).click();
  await page.getByRole('button', { name: 'Delete it', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();
  await page.goBack();
  await expect(page.getByText('There is no work at this address')).toBeVisible();
});

test('the back button walks back through the stations', async ({ page, seeded }) => {
  await openKettle(page, seeded);
  await goTo(page, 'Fit');
  await goTo(page, 'File');
  await page.goBack();
  await expect(page).toHaveURL(/\/fit$/);
  await page.goForward();
  await expect(page).toHaveURL(/\/file$/);
  await page.goto(`${seeded.address}nowhere`);
  await expect(page.getByText('There is nothing at this address.')).toBeVisible();
});
