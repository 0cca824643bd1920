import { cp, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from '@nobrel/server';
import { carryBy, chooseFrom, expect, goTo, saved, test } from '../bench.js';
import { linesOnWall, openAll } from './projecting.js';

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
  await expect(tablet.getByText(/^Off by [\d.]+\smm at worst/)).toBeVisible();
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
  // Drawn anew, no longer warped as a whole.
  await expect(projector.getByTestId('on-wall')).not.toHaveAttribute('style', /matrix3d/);
  const drawn = await projector.getByTestId('wall-line').first().getAttribute('d');
  await projector.reload();
  await expect.poll(() => projector.getByTestId('wall-line').first().getAttribute('d')).toBe(drawn);
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
  await expect(projector.locator('[data-part="wall-line"][data-kind="flash"]')).toBeVisible();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(projector.locator('[data-part="wall-line"][data-kind="flash"]')).toHaveCount(0);
  await expect.poll(() => linesOnWall(projector)).toBeLessThan(all);
  await tablet.getByRole('switch', { name: 'only what is still to trace' }).click();
  await expect.poll(() => linesOnWall(projector)).toBe(all);
  await projector.close();
  await expect(tablet.getByText(/^No projector’s window is open yet/)).toBeVisible();
  await tablet.context().close();
});

test('what is shown is steered: the grid, dimmer, one stretch, one shape; a set-up is kept and questioned', async ({
  page,
  seeded,
}) => {
  test.slow();
  // A weak projector in a lit room: white hardly stands out.
  const { works } = await seeded.file.flatFile.list();
  const { id, revision, decisions } = await seeded.file.works.get(
    works.find(({ title }) => title === 'Dinghy on the hard')?.id ?? '',
  );
  const transfer = { ...decisions.transfer, room: 'lit' as const, lumens: 60 };
  await seeded.file.works.save(id, { revision, decisions: { ...decisions, transfer } });
  const { projector, tablet } = await openAll(page, seeded.address);
  const all = await linesOnWall(projector);
  const inColour = tablet.getByRole('button', { name: /^Show them in / });
  await expect(projector.getByTestId('wall-line').first()).toHaveAttribute('stroke', '#ffffff');
  await inColour.click();
  await expect(inColour).toHaveCount(0);
  await expect(projector.getByTestId('wall-line').first()).not.toHaveAttribute('stroke', '#ffffff');
  await tablet.getByRole('button', { name: 'Begin', exact: true }).click();
  await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  await tablet.getByText('this shape', { exact: true }).click();
  await expect.poll(() => linesOnWall(projector)).toBeLessThan(all / 2);
  await expect.poll(() => linesOnWall(projector)).toBeGreaterThan(0);
  await tablet.getByText('this stretch', { exact: true }).click();
  await expect.poll(() => linesOnWall(projector)).toBe(all);
  await tablet.getByRole('switch', { name: 'with the grid' }).click();
  await expect(projector.locator('[data-part="wall-line"][data-kind="grid"]')).toHaveCount(1);
  await tablet.getByRole('slider', { name: 'Brightness' }).press('ArrowLeft');
  await expect(projector.getByTestId('on-wall')).toHaveCSS('opacity', '0.95');
  // A set-up is kept only once it is placed; its two crosses are shown to be marked.
  await tablet.getByLabel('Name of the set-up').fill('Shed wall');
  await expect(tablet.getByRole('button', { name: 'Keep this set-up' })).toBeDisabled();
  await tablet.getByText('four corners', { exact: true }).click();
  await tablet.getByRole('button', { name: 'Right', exact: true }).click();
  await tablet.getByText('no handles', { exact: true }).click();
  await tablet.getByRole('button', { name: 'Keep this set-up' }).click();
  await expect(projector.locator('[data-part="wall-line"][data-kind="cross"]')).toHaveCount(2);
  await tablet.getByRole('button', { name: 'They are marked' }).click();
  await expect(projector.locator('[data-part="wall-line"][data-kind="cross"]')).toHaveCount(0);
  // Another day the shelf was touched.
  const where = () => projector.getByTestId('wall-line').first().getAttribute('d');
  await tablet.reload();
  await tablet.getByRole('button', { name: 'Use “Shed wall”' }).click();
  await expect(projector.locator('[data-part="wall-line"][data-kind="cross"]')).toHaveCount(2);
  const before = await where();
  const off = tablet.getByLabel('Cross upper left: to the right');
  await off.fill('12');
  await off.press('Enter');
  await expect(tablet.getByText(/^The projector was touched/)).toBeVisible();
  await tablet.waitForTimeout(1100);
  await tablet.getByRole('button', { name: 'Put it right by that' }).click();
  await expect.poll(where).not.toBe(before);
  // What was put right by mistake is taken back; moves within a second are one.
  const back = tablet.getByRole('button', { name: 'Back to where it lay before' });
  await expect(back).toBeEnabled();
  await back.click();
  await expect.poll(where).toBe(before);
  await tablet.getByRole('button', { name: 'Delete the set-up Shed wall' }).click();
  await expect(tablet.getByRole('button', { name: 'Use “Shed wall”' })).toBeHidden();
  await tablet.context().close();
});

test('it can be tried without a projector, and a film’s ticks say what to move', async ({ page, seeded }) => {
  test.slow();
  const { tablet } = await openAll(page, seeded.address);
  await page.getByRole('link', { name: 'Try it without a projector' }).click();
  const measured = page.locator('[data-part="try-measured"] dd');
  await expect(measured).toHaveCount(6);
  // Placed upright in the middle it is askew on the wall, as the tape says.
  const top = await measured.first().innerText();
  expect(top).not.toBe('420 mm');
  await tablet.getByText('four corners', { exact: true }).click();
  await expect(page.getByRole('button', { name: /^Handle 4,/ })).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(measured.first()).not.toHaveText(top);
  await page.getByRole('button', { name: 'Take the photograph' }).click();
  await expect(page.getByRole('link', { name: 'Save wall.jpg' })).toBeVisible();
  // The overhead projector.
  await page.getByRole('link', { name: 'Back to Transfer' }).click();
  await carryBy(page, 'an overhead projector with film');
  const edge = page.getByLabel('Top edge of the frame');
  await edge.fill('370 mm');
  await edge.press('Enter');
  await expect(page.getByText(/^The beam leans down by [\d.]+°: lower the head by/)).toBeVisible();
  await edge.fill('4 m');
  await edge.press('Enter');
  await expect(page.getByText(/^Opposite edges differ by more than double/)).toBeVisible();
  await tablet.context().close();
});

test('a map made anew while it is projected is on the wall, and what was traced stays traced', async ({
  page,
  seeded,
}) => {
  test.slow();
  const { projector, tablet } = await openAll(page, seeded.address);
  await tablet.getByRole('button', { name: 'Begin', exact: true }).click();
  for (let k = 0; k < 3; k++) await tablet.getByRole('button', { name: 'Done', exact: true }).click();
  const heading = tablet.getByRole('region', { name: 'Next line' }).getByRole('heading');
  await expect(heading).toContainText(/^[1-9]\d* of \d+ lines/);
  await saved(tablet);
  const before = await linesOnWall(projector);
  await page.reload();
  await goTo(page, 'Map');
  const values = page.getByLabel('Number of values');
  await chooseFrom(values, '2');
  await saved(page);
  await expect.poll(() => linesOnWall(projector)).not.toBe(before);
  await expect(heading).toContainText(/^[1-9]\d* of \d+ lines/);
  await tablet.context().close();
});

test('a connection that is lost is said beside the wall, and mends by itself', async ({
  page,
  demoFolder,
}) => {
  test.slow();
  const dataFolder = await mkdtemp(join(tmpdir(), 'nobrel-lost-'));
  await cp(demoFolder, dataFolder, { recursive: true });
  const settings = { host: '127.0.0.1', dataFolder, logLevel: 'error', names: ['127.0.0.1'] } as const;
  const first = await serve({ ...settings, names: [...settings.names], port: 0 });
  const { projector, tablet } = await openAll(page, first.address);
  const drawn = await linesOnWall(projector);
  await first.stop();
  await expect(tablet.getByText(/^The connection is lost/)).toBeVisible();
  // The wall keeps what it shows, and no word of it.
  expect(await linesOnWall(projector)).toBe(drawn);
  expect((await projector.locator('body').innerText()).trim()).toBe('');
  const second = await serve({
    ...settings,
    names: [...settings.names],
    port: Number(new URL(first.address).port),
  });
  await expect(tablet.getByText(/^On the wall, in a window/)).toBeVisible();
  await tablet.getByRole('button', { name: 'Blank' }).click();
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeHidden();
  await tablet.context().close();
  await projector.close();
  await second.stop();
  await rm(dataFolder, { recursive: true, force: true });
});
