import type { Locator, Page } from '@playwright/test';
import { beginWork, expect, finishedMap, goTo, kettle, saved, test } from '../bench.js';

/** Presses Tab until a control has the focus. */
async function tabTo(page: Page, control: Locator): Promise<void> {
  for (let i = 0; i < 40 && !(await control.evaluate((element) => element === document.activeElement)); i++) {
    await page.keyboard.press('Tab');
  }
  await expect(control).toBeFocused();
}

test('the strip and the sentence work from the keyboard alone', async ({ page, server }) => {
  await beginWork(page, server);
  await expect(page.getByRole('navigation', { name: 'Order of work' })).toBeVisible();
  // From the top of the page by Tab to the strip.
  await page.locator('body').press('Tab');
  await expect(page.getByRole('link', { name: 'To the work' })).toBeFocused();
  await tabTo(
    page,
    page.getByRole('navigation', { name: 'Order of work' }).getByRole('link', { name: /Fit/ }),
  );
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/fit$/);

  // Through the sentence: choose a surface, type a size, set a margin.
  await tabTo(page, page.getByLabel('Kind of surface'));
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByLabel('Size of the surface'));
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('20 x 30 cm');
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByLabel('Margin all round'));
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('1 in');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Size of the surface')).toHaveValue('200 × 300 mm');
  await expect(page.getByLabel('Margin all round')).toHaveValue('25.4 mm');
  await expect(page.getByText('rough watercolour paper').first()).toBeVisible();

  // The crop moves by arrow keys, decisions by undo, the stations by number.
  const place = () => page.locator('[data-part="leaf"] image').first().getAttribute('x');
  await page
    .getByLabel(/The picture on the surface/)
    .first()
    .focus();
  const before = await place();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(place).not.toBe(before);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(place).toBe(before);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByLabel('Margin all round')).toHaveValue('0 mm');
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(page.getByLabel('Margin all round')).toHaveValue('25.4 mm');
  await page.keyboard.press('3');
  await page.waitForURL(/\/map$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
});

test('a reload mid-way loses nothing, not even what was just decided', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Map');
  await finishedMap(page);
  await page.getByLabel('Smallest shape').fill('33');
  await page.getByLabel('Smallest shape').press('Enter');
  // At once, before the autosave has had its pause.
  await page.reload();
  await expect(page.getByLabel('Smallest shape')).toHaveValue('33 mm²');
  await saved(page);
  const map = await finishedMap(page);
  await page.reload();
  expect(await finishedMap(page)).toBe(map);
});

test('saves wait out a server that does not answer', async ({ page, server }) => {
  await beginWork(page, server);
  await page.route('**/api/works/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByLabel('Title of the work').fill('Kept through a storm');
  await expect(page.getByText('Not saved: trying again')).toBeVisible();
  await page.unroute('**/api/works/*');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title of the work')).toHaveValue('Kept through a storm');
});

test('two windows never overwrite each other silently', async ({ page, server, context }) => {
  await beginWork(page, server);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Title of the work')).toBeVisible();
  await page.getByLabel('Title of the work').fill('From the first window');
  await saved(page);
  await other.getByLabel('Title of the work').fill('From the second window');
  await expect(other.getByText('This work was changed in another window')).toBeVisible();
  await other.getByRole('button', { name: 'Keep this one' }).click();
  await saved(other);
  await page.reload();
  await expect(page.getByLabel('Title of the work')).toHaveValue('From the second window');
});

test('a length that cannot be read is kept as typed, with a sentence beside it', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  const margin = page.getByLabel('Margin all round');
  for (const [typed, sentence] of [
    ['lots', 'is not a length'],
    ['500 mm', 'would be more than there is'],
    ['-4', 'cannot be negative'],
  ] as const) {
    await margin.fill(typed);
    await margin.press('Enter');
    await expect(page.getByRole('alert')).toContainText(sentence);
    await expect(margin).toHaveValue(typed);
  }
  await margin.press('Escape');
  await expect(margin).toHaveValue('0 mm');
  await expect(page.getByRole('alert')).toBeHidden();
});

test('units switch everywhere and the dim room is remembered', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  const slip = page.getByRole('link', { name: /The slip at low water/ });
  await page.getByText('in', { exact: true }).click();
  await expect(slip).toContainText('16 × 12 in');
  await page.getByRole('switch', { name: 'Dim room' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-room', 'dim');
  await expect(slip).toContainText('16 × 12 in');
});

test('the same spot is marked on both leaves, which move together', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Map');
  await finishedMap(page);
  const leaves = page.getByRole('application');
  await leaves.first().hover({ position: { x: 200, y: 300 } });
  await expect(page.getByTestId('crosshair')).toHaveCount(2);
  await expect(page.getByText(/mm across, .* mm down/)).toBeVisible();
  const transforms = () =>
    page
      .locator('[data-part="leaf-surface"] > g:first-child')
      .evaluateAll((groups) => groups.map((g) => g.getAttribute('transform')));
  const before = await transforms();
  await leaves.nth(1).focus();
  await page.keyboard.press('+');
  await expect.poll(transforms).not.toEqual(before);
  const after = await transforms();
  expect(after[0]).toBe(after[1]);
  await page.keyboard.press('g');
  await expect(page.locator('[data-part="map-drawing"] path[fill^="rgb"]').first()).toBeVisible();
});

test('the crop is dragged with the mouse, and a leaf beside it is panned', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await page.getByLabel('Size of the surface').fill('300 x 240 mm');
  await page.getByLabel('Size of the surface').press('Enter');
  const image = page.locator('[data-part="leaf"] image').first();
  const place = async () => Number(await image.getAttribute('x'));
  const crop = page.getByLabel(/The picture on the surface/).first();
  const box = await crop.boundingBox();
  if (!box) throw new Error('The crop is not shown.');
  const before = await place();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 4, box.y + box.height / 2);
  // A hand that thinks for a moment still makes one drag, and one step to undo.
  await page.waitForTimeout(1500);
  await page.mouse.move(box.x + box.width / 2 + 9, box.y + box.height / 2, { steps: 2 });
  await page.mouse.up();
  // 300 mm of surface are as wide as the crop's box on the page.
  expect((await place()) - before).toBeCloseTo((9 / box.width) * 300, 1);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(place).toBeCloseTo(before, 6);

  const content = page.locator('[data-part="leaf-surface"] > g:first-child').first();
  const transform = await content.getAttribute('transform');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height + 60, { steps: 3 });
  await page.mouse.up();
  await expect.poll(() => content.getAttribute('transform')).not.toBe(transform);
  expect(await place()).toBeCloseTo(before, 6);
});

test('a note can be set aside with a reason, which is kept', async ({ page, server }) => {
  await beginWork(page, server, kettle);
  await page.getByRole('button', { name: 'Set aside' }).click();
  await page.getByLabel('Reason for setting this note aside').fill('asked by letter');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.reload();
  await page.getByText('1 set aside').click();
  await expect(page.getByText('asked by letter')).toBeVisible();
});

test('making a map can be stopped and taken up again', async ({ page, server }) => {
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await page.getByLabel('Size of the surface').fill('800 x 600 mm');
  await page.getByLabel('Size of the surface').press('Enter');
  await goTo(page, 'Map');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText(/^Stopped/)).toBeVisible();
  await page.getByRole('button', { name: 'Make it' }).click();
  await finishedMap(page);
});
