import type { Page } from '@playwright/test';
import { workSchema } from '@nobrel/core/file';
import { beginWork, expect, finishedMap, goTo, leaf, saved, take, test } from '../bench.js';

const surfaceOf = (page: Page) => page.getByRole('application');

test('one leaf takes the whole width by key or switch, and each station remembers', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect(surfaceOf(page)).toHaveCount(2);
  const half = (await surfaceOf(page).nth(1).boundingBox())?.width ?? 0;
  await page.keyboard.press('v');
  await expect(surfaceOf(page)).toHaveCount(1);
  await page.keyboard.press('v');
  await expect(leaf(page, 'Map')).toBeVisible();
  await expect(leaf(page, 'Reference')).toBeHidden();
  const alone = await surfaceOf(page).boundingBox();
  expect(alone?.width).toBeGreaterThan(Math.max(850, 1.8 * half));
  expect(alone?.height).toBeGreaterThanOrEqual(560);
  await goTo(page, 'Fit');
  await expect(surfaceOf(page)).toHaveCount(2);
  await page.reload();
  await goTo(page, 'Map');
  await expect(surfaceOf(page)).toHaveCount(1);
  await page
    .getByRole('radiogroup', { name: /Leaves shown/ })
    .getByText('both')
    .click();
  await expect(surfaceOf(page)).toHaveCount(2);
});

test('the border between the leaves is dragged, and stays where it was put', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await goTo(page, 'Fit');
  const width = async () => (await surfaceOf(page).first().boundingBox())?.width ?? 0;
  const before = await width();
  const border = page.locator('.ant-splitter-bar-dragger');
  await expect.poll(() => border.boundingBox()).not.toBeNull();
  const bar = await border.boundingBox();
  if (!bar) throw new Error('There is no border to drag.');
  await page.mouse.move(bar.x + bar.width / 2, bar.y + bar.height / 2);
  await page.mouse.down();
  await page.mouse.move(bar.x + 160, bar.y + bar.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect.poll(width).toBeGreaterThan(before + 120);
  const after = await width();
  await page.reload();
  await expect.poll(width).toBeCloseTo(after, -1);
});

test('a sentence or a tool never makes the leaves jump', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  for (const [station, tools] of [
    ['Map', ['Look', 'Lines', 'Things', 'Draw along', 'Areas']],
    ['Fit', ['Ways out', 'Surface', 'Grid', 'Set out']],
  ] as const) {
    await goTo(page, station);
    if (station === 'Map') await finishedMap(page);
    const tops = new Set<number>();
    for (const tool of tools) {
      await take(page, tool);
      tops.add(Math.round((await page.getByTestId('leaf').first().boundingBox())?.y ?? 0));
    }
    expect([...tops], station).toHaveLength(1);
  }
});

test('a portrait picture gets a portrait surface of its ratio, said in a note with ways out', async ({
  page,
  server,
}) => {
  const portrait = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 600;
    canvas.height = 800;
    canvas.getContext('2d')?.fillRect(100, 100, 300, 500);
    return canvas.toDataURL('image/png').split(',')[1] ?? '';
  });
  const buffer = Buffer.from(portrait, 'base64');
  await page.goto(server.address);
  await page.getByLabel('Picture file').setInputFiles({ name: 'door.png', mimeType: 'image/png', buffer });
  await page.waitForURL(/\/reference$/);
  await goTo(page, 'Fit');
  await expect(page.getByLabel('Size of the surface')).toHaveValue('300 × 400 mm');
  const note = page.getByTestId('note').first();
  await expect(note).toContainText('300 × 400 mm, portrait, was proposed');
  await note.getByRole('button', { name: '450 × 600 mm' }).click();
  await expect(page.getByLabel('Size of the surface')).toHaveValue('450 × 600 mm');
  await expect(page.getByText('was proposed')).toBeHidden();
  await saved(page);
  // The next picture lies across, and gets the size used last, turned.
  await beginWork(page, server);
  await goTo(page, 'Fit');
  await expect(page.getByLabel('Size of the surface')).toHaveValue('600 × 450 mm');
});

test('tools are used without a pointer: a cursor on the leaf is moved by arrows, Enter clicks', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await goTo(page, 'Map');
  await finishedMap(page);
  await take(page, 'Pins');
  await surfaceOf(page).first().focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByTestId('crosshair')).toHaveCount(2);
  await page.keyboard.press('Enter');
  await page.getByLabel('What to remember at this place').fill('By hand alone');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Note of pin 1')).toHaveValue('By hand alone');
  // An area painted with the keys: Enter puts the brush down, arrows paint, Enter lifts it.
  await take(page, 'Areas');
  await surfaceOf(page).first().focus();
  await page.keyboard.press('Enter');
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await saved(page);
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const work = workSchema.parse(await (await page.request.get(`${seeded.address}api/works/${id}`)).json());
  expect(work.decisions.corrections.list.map(({ does }) => does)).toContain('brush');
});

test('letters can be switched off as keys', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await page.keyboard.press('l');
  await expect(page.getByRole('switch', { name: 'loupe' })).toBeChecked();
  await page.keyboard.press('?');
  await page.getByRole('switch', { name: /Single letters/ }).click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
  await page.keyboard.press('3');
  await expect(page.getByRole('switch', { name: 'loupe' })).toBeChecked();
  expect(page.url()).not.toContain('/map');
});

test('an empty file says what the program does, and a work to play with stays apart', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await expect(page.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();
  await expect(page.getByRole('img', { name: /A pear as a picture/ })).toBeVisible();
  await page.getByRole('button', { name: 'Try it with a picture of ours' }).click();
  await page.waitForURL(/\/reference$/);
  await page.getByRole('link', { name: 'Nobrel, to the flat file' }).click();
  await expect(page.getByRole('heading', { name: 'To play with' })).toBeVisible();
  // One's own file is still empty.
  await expect(page.getByRole('heading', { name: 'Nothing in the file yet' })).toBeVisible();
});

test('the tour is shown by its key: three things on the bench, and put away', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle/ }).click();
  await expect(leaf(page, 'Steps')).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByText('Seven stations, from the reference to the record.')).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText(/What is decided here, in words/)).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByText(/What was measured and judged/)).toBeHidden();
  await page.reload();
  await expect(page.getByTestId('strip')).toBeVisible();
  await expect(page.getByText('Seven stations')).toBeHidden();
});
