import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { chooseFrom, expect, goTo, kettle, leaf, saved, take, test } from '../bench.js';
import { openFirstRound, photographOf } from './photographs.js';

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
const photograph = (page: Page) => page.locator('image[data-shows="photograph"]');

async function bringIn(page: Page, buffer: Buffer): Promise<void> {
  await page
    .getByRole('region', { name: 'A photograph of the drawing' })
    .getByLabel('Picture file')
    .setInputFiles({ name: 'drawing.jpg', mimeType: 'image/jpeg', buffer });
}

test('a photograph of the drawing says what to move; findings lead to their spots, are settled, outlast a reload and are undone', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  await expect(page.getByText('Your drawing will lie here, seen square-on.')).toBeVisible();
  const faults = { placement: { dx: 3, dy: 0, angleDeg: 0, scale: 1 }, moved: 2, missing: 1, extra: 1 };
  await bringIn(page, await photographOf(page, seeded, faults, 5));
  await expect(findings(page)).toBeVisible();
  await expect(photograph(page)).toBeVisible();
  await expect(page.getByRole('link', { name: /Check round 1, \d.* off/ })).toBeVisible();
  const says = findings(page).getByTestId('finding-says');
  await expect(says.first()).toContainText(/The drawing as a whole: 3\smm too far right/);
  // The one pointed at, with the keyboard too, is shown on both leaves.
  const missing = says.filter({ hasText: /^\d+Missing: a line of/ }).first();
  await missing.focus();
  await expect(leaf(page, 'Map').getByTestId('finding-wanted')).toHaveCount(1);
  await expect(leaf(page, 'Drawing').getByTestId('finding-wanted')).toHaveCount(1);
  const others = findings(page).getByRole('button', { name: /^Show the other/ });
  if (await others.isVisible()) await others.click();
  const extra = says.filter({ hasText: 'Drawn, but not on the map' }).first();
  await extra.click();
  await expect(page.getByTestId('finding-extra')).toHaveCount(2);
  const counted = await says.count();
  // Meant so: the map takes the line over; set aside: it is listed below.
  await findings(page).getByRole('button', { name: 'Meant so' }).click();
  await expect(says).toHaveCount(counted - 1);
  await missing.click();
  await findings(page).getByRole('button', { name: 'Set aside' }).click();
  await expect(findings(page).getByText('2 settled')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(findings(page).getByText('2 settled')).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('5');
  await expect(findings(page).getByText('2 settled')).toBeVisible();
  // The photograph is no picture to work from.
  await goTo(page, 'Reference');
  await take(page, 'Details');
  await expect(page.getByRole('region', { name: 'Pictures of this work' })).not.toContainText('drawing.jpg');
});

test('rounds are kept, compared, shown again and deleted; what is shown of the drawing can be chosen', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy on the hard/ }).click();
  await goTo(page, 'Check');
  await page.getByText('Looking at the photograph…').getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('This photograph was not looked at, as you stopped it.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(findings(page)).toBeVisible();
  await expect(page.getByText(/Since the round before: /)).toBeVisible();
  await expect(page.getByText(/ off on average, and nothing is missing|good enough is/)).toBeVisible();
  for (const [label, marks] of [
    ['error × 5', '[data-part="displacement"] [data-part="finding-drawn"]'],
    ['how far off', '[data-part="displacement"] [data-part="weighed"]'],
  ] as const) {
    await chooseFrom(page.getByLabel('What is shown of the drawing'), label);
    expect(await page.locator(marks).count()).toBeGreaterThan(50);
  }
  const slider = page.getByRole('slider', { name: 'How strongly the map shows over the drawing' });
  await slider.focus();
  await page.keyboard.press('End');
  await expect(leaf(page, 'Drawing').getByTestId('map-drawing')).toHaveCount(1);
  await take(page, 'Rounds');
  const rounds = page.getByRole('region', { name: 'Rounds' });
  await expect(
    rounds.getByRole('img', { name: /Off on average: round 1 [\d.]+\smm, round 2/ }),
  ).toBeVisible();
  await rounds
    .getByRole('listitem')
    .filter({ hasText: 'Round 1' })
    .getByRole('button', { name: 'Show' })
    .click();
  await expect(page).toHaveURL(/round=round-1/);
  await expect(findings(page).getByTestId('finding-says').first()).toContainText('The drawing as a whole');
  await take(page, 'Rounds');
  await rounds
    .getByRole('listitem')
    .filter({ hasText: 'Round 3' })
    .getByRole('button', { name: 'Delete' })
    .click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('link', { name: /Check round 2/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: /Check round 3/ })).toBeVisible();
});

test('a picture of something else is refused in words, and kept or discarded by choice; corners can be set by hand', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /The slip at low water/ }).click();
  await goTo(page, 'Check');
  const chooser = page
    .getByRole('region', { name: 'A photograph of the drawing' })
    .getByLabel('Picture file');
  await chooser.setInputFiles(kettle);
  await page.getByText('Looking at the photograph…').getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Looking at the photograph…')).toHaveCount(0);
  await chooser.setInputFiles(kettle);
  const refused = page.getByRole('alert').filter({ hasText: 'The drawing was not found in this picture' });
  await expect(refused).toBeVisible();
  await refused.getByRole('button', { name: 'Discard it' }).click();
  await expect(refused).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Check no round yet/ })).toBeVisible();
  await chooser.setInputFiles(kettle);
  await refused.getByRole('button', { name: 'Keep it and set its corners' }).click();
  await expect(page.getByRole('link', { name: /Check round 1/ })).toBeVisible();
  const corner = page.getByRole('button', { name: /^Corner, top left/ });
  const before = await corner.getAttribute('aria-description');
  await corner.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(corner).not.toHaveAttribute('aria-description', before ?? '');
  await page.getByRole('button', { name: 'Look again with these corners' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'The drawing was not found' })).toBeVisible();
});

test('the check can be tried without a camera', async ({ page, seeded }) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  await page.getByText('Try it without a camera').click();
  await page.getByRole('slider', { name: 'How good the hand is' }).focus();
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Draw and photograph it' }).click();
  await expect(findings(page)).toBeVisible();
  expect(await findings(page).getByTestId('finding-says').count()).toBeGreaterThan(5);

  // A sure hand over a pencil grid: the grid is no line drawn besides.
  await page.locator('.ant-segmented-item', { hasText: 'New round' }).click();
  await page.getByText('Try it without a camera').click();
  await page.getByRole('slider', { name: 'How good the hand is' }).focus();
  await page.keyboard.press('End');
  await page.getByRole('checkbox', { name: /over a pencil grid/ }).check();
  await page.getByRole('button', { name: 'Draw and photograph it' }).click();
  await expect(page.getByRole('complementary')).toContainText('Since the round before');
  await expect(findings(page).getByText('not on the map')).toHaveCount(0);
  expect(await findings(page).getByTestId('finding-says').count()).toBeLessThan(6);
});

test('after the transfer it is said what did not come across, as a list to tick; under way what is still to trace', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  const held = page.getByLabel('What is compared with the map', { exact: true });
  const covers = page.getByLabel('What covers the lines', { exact: true });
  await chooseFrom(held, 'what came across');
  await chooseFrom(covers, 'pale washes');
  await bringIn(page, await photographOf(page, seeded, { missing: 3, extra: 2 }, 8));
  await expect(findings(page)).toBeVisible();
  const says = findings(page).getByTestId('finding-says');
  await expect(says.filter({ hasText: 'Did not come across: a line of' })).not.toHaveCount(0);
  await expect(says.filter({ hasText: 'To clean away: a mark of' })).not.toHaveCount(0);
  await expect(says.filter({ hasText: 'Too dark for pale washes' })).not.toHaveCount(0);
  await expect(page.getByRole('link', { name: /Check \d+ to put right/ })).toBeVisible();
  const heading = findings(page).getByRole('heading', { name: /^\d+ findings$/ });
  const counted = Number.parseInt((await heading.textContent()) ?? '', 10);
  await findings(page).getByRole('checkbox').first().click();
  await expect(heading).toHaveText(`${counted - 1} findings`);
  await expect(findings(page).getByText('1 settled')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(heading).toHaveText(`${counted} findings`);
  // Lines that will show may be as dark as they are.
  await chooseFrom(covers, 'nothing');
  await expect(says.filter({ hasText: 'Too dark' })).toHaveCount(0);
  // Under way: its own rounds, and only what is still to trace.
  await chooseFrom(held, 'what is traced so far');
  await bringIn(page, await photographOf(page, seeded, { drawnSoFar: 0.5 }, 9));
  await expect(says.filter({ hasText: /Still to trace .*: \d+ lines/ })).not.toHaveCount(0);
  await expect(page.getByText(/\d+ lines still to trace, \d+\s% of them/)).toBeVisible();
  await chooseFrom(held, 'what came across');
  await expect(says.filter({ hasText: 'Did not come across: a line of' })).not.toHaveCount(0);
});

test('where the edges of the sheet cannot be seen, points shown on map and photograph place it', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Fit');
  await take(page, 'Grid');
  await page.getByLabel('Columns', { exact: true }).fill('6');
  await page.keyboard.press('Enter');
  await goTo(page, 'Check');
  await bringIn(page, await photographOf(page, seeded, { moved: 1 }, 5));
  await expect(findings(page)).toBeVisible();
  await take(page, 'Points');
  // The work has a grid, whose crossings are places that are easily found on both.
  await expect(page.getByTestId('grid-lines')).toHaveCount(1);
  await expect(page.getByTestId('known-places')).toHaveCount(1);
  const point = page.getByRole('button', { name: 'Point 2 on the photograph' });
  const look = page.getByRole('button', { name: 'Look again by these points' });
  await expect(look).toBeEnabled();
  await page.getByRole('button', { name: 'Another point' }).click();
  // What comes near one is it, and can be moved away again.
  const onMap = page.getByRole('button', { name: 'Point 3 on the map' });
  const where = async () => (await onMap.getAttribute('aria-description')) ?? '';
  await onMap.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  const seen = [];
  for (let step = 0; step < 14; step++) {
    await page.keyboard.press('ArrowRight');
    seen.push(await where());
  }
  const onCrossing = seen.filter((at) => at === '250 across, 60 down');
  expect(onCrossing.length, seen.join('; ')).toBeGreaterThan(4);
  expect(onCrossing.length, seen.join('; ')).toBeLessThan(14);
  await page.getByRole('button', { name: 'Without point 3' }).click();
  await point.focus();
  const before = await point.getAttribute('aria-description');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(point).not.toHaveAttribute('aria-description', before ?? '');
  await page.keyboard.press('Shift+ArrowLeft');
  await look.click();
  // What they were placed by is said, and outlasts a reload.
  await expect(page.getByText('The edges of the sheet were not seen')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('The edges of the sheet were not seen')).toBeVisible();
  await take(page, 'Corners');
  await expect(page.getByRole('button', { name: 'Find them' })).toBeVisible();
});

test('a photograph closer than the sheet is placed by its lines, and what lies beyond it is said, not called missing', async ({
  page,
  seeded,
}) => {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  const whole = sharp(await photographOf(page, seeded, { moved: 1 }, 5));
  const { width, height } = await whole.metadata();
  const [left, top] = [Math.round(0.22 * width), Math.round(0.2 * height)];
  const close = whole.extract({ left, top, width: width - 2 * left, height: height - 2 * top });
  await bringIn(page, await close.jpeg().toBuffer());
  await expect(findings(page)).toBeVisible();
  await expect(page.getByText('The edges of the sheet were not seen')).toBeVisible();
  await expect(
    page.getByText(/^\d+ lines of \d+ lie beyond the picture and were not checked\./),
  ).toBeVisible();
  await expect(findings(page).getByText(/Missing:/)).toHaveCount(0);
  await expect(page.getByText(/nothing of what the picture shows is missing\./)).toBeVisible();
  await expect(photograph(page)).toBeVisible();
});

test('the checks that tell most are proposed and shown on both leaves; one’s own are clicked, kept and undone', async ({
  page,
  seeded,
}) => {
  await openFirstRound(page, seeded);
  await expect(findings(page)).toBeVisible();
  await take(page, 'Measures');
  await expect(page).toHaveURL(/round=round-1/);
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks.getByRole('heading', { name: 'These tell most about the drawing' })).toBeVisible();
  const says = checks.getByTestId('measure-says');
  expect(await says.count()).toBeGreaterThan(3);
  await says.first().focus();
  await expect(says.first()).toContainText(/ on the map, .* drawn$/);
  await expect(leaf(page, 'Map').locator('[data-part="measure-wanted"] path')).toHaveCount(2);
  await expect(leaf(page, 'Drawing').locator('[data-part="measure-drawn"] path')).toHaveCount(2);
  // It goes with the tool: the findings are marked again.
  await take(page, 'Findings');
  await expect(leaf(page, 'Map').getByTestId('finding-number').first()).toBeVisible();
  await chooseFrom(page.getByLabel('What is shown of the drawing'), 'over the surface');
  expect(await page.locator('[data-part="displacement"] [data-part="over"]').count()).toBeGreaterThan(10);
  await take(page, 'Measures');
  // One's own, by the keyboard: the cursor of the leaf picks.
  const proposed = await says.count();
  const map = page.getByRole('application', { name: /^Map\./ });
  await map.focus();
  for (const keys of [['ArrowLeft'], ['ArrowRight', 'ArrowRight', 'ArrowRight']]) {
    for (const key of keys) for (let k = 0; k < 5; k++) await page.keyboard.press(`Shift+${key}`);
    await page.keyboard.press('Enter');
  }
  await expect(checks.getByRole('heading', { name: 'Your own' })).toBeVisible();
  await expect(says).toHaveCount(proposed + 1);
  await saved(page);
  await page.reload();
  await expect(checks.getByRole('heading', { name: 'Your own' })).toBeVisible();
  await checks.getByRole('button', { name: 'Delete' }).click();
  await expect(checks.getByRole('heading', { name: 'Your own' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(checks.getByRole('heading', { name: 'Your own' })).toBeVisible();
});
