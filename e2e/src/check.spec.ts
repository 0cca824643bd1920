import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { drawnByHand, renderDrawing, trueHand, type HandFaults } from '@nobrel/core/camera';
import { mapDocumentSchema } from '@nobrel/core/documents';
import type { Running } from '@nobrel/server';
import { expect, goTo, kettle, leaf, saved, take, test } from './bench.js';

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
const photograph = (page: Page) => page.locator('image[data-shows="photograph"]');

/** Pixels a mm of the photographs made here: enough to be read, and soon done. */
const pxPerMm = 5;

/** A photograph of the work in the page, drawn with faults on a table. */
async function photographOf(
  page: Page,
  server: Running,
  faults: Partial<HandFaults>,
  seed: number,
): Promise<Buffer> {
  const id = /works\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const answer: unknown = await (await page.request.get(`${server.address}api/works/${id}/map.json`)).json();
  const { drawing } = drawnByHand(
    mapDocumentSchema.parse(answer),
    { ...trueHand, wobbleMm: 0.1, ...faults },
    seed,
  );
  const { picture } = renderDrawing(drawing, {
    tool: 'pen',
    paper: 93,
    contrast: 60,
    light: 'side',
    taken: 'photographed',
    pxPerMm,
    seed,
    table: 45,
    filled: 0.86,
  });
  const { width, height, data } = picture;
  return sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toBuffer();
}

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
  test.setTimeout(180_000);
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  await expect(page.getByText('Your drawing will lie here, seen square-on.')).toBeVisible();
  const faults = { placement: { dx: 3, dy: 0, angleDeg: 0, scale: 1 }, moved: 2, missing: 1, extra: 1 };
  await bringIn(page, await photographOf(page, seeded, faults, 5));
  await expect(findings(page)).toBeVisible({ timeout: 90_000 });
  await expect(photograph(page)).toBeVisible();
  await expect(page.getByRole('link', { name: /Check round 1, \d.* off/ })).toBeVisible();
  const says = findings(page).locator('.finding-says');
  await expect(says.first()).toContainText(/The drawing as a whole: 3 mm too far right/);
  // The one pointed at, with the keyboard too, is shown on both leaves.
  const missing = says.filter({ hasText: /^\d+Missing: a line of/ }).first();
  await missing.focus();
  await expect(leaf(page, 'Map').locator('.finding-wanted')).toHaveCount(1);
  await expect(leaf(page, 'Drawing').locator('.finding-wanted')).toHaveCount(1);
  const others = findings(page).getByRole('button', { name: /^Show the other/ });
  if (await others.isVisible()) await others.click();
  const extra = says.filter({ hasText: 'Drawn, but not on the map' }).first();
  await extra.click();
  await expect(page.locator('.finding-extra')).toHaveCount(2);
  const counted = await says.count();
  // Meant so: the map takes the line over; set aside: it is listed below.
  await findings(page).getByRole('button', { name: 'Meant so' }).click();
  await expect(says).toHaveCount(counted - 1);
  await missing.click();
  await findings(page).getByRole('button', { name: 'Set aside' }).click();
  await expect(findings(page).getByText('2 settled')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(findings(page).getByText('2 settled')).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('1');
  await page.keyboard.press('5');
  await expect(findings(page).getByText('2 settled')).toBeVisible({ timeout: 60_000 });
  // The photograph is no picture to work from.
  await goTo(page, 'Reference');
  await take(page, 'Details');
  await expect(page.getByRole('region', { name: 'Pictures of this work' })).not.toContainText('drawing.jpg');
});

test('rounds are kept, compared, shown again and deleted; what is shown of the drawing can be chosen', async ({
  page,
  seeded,
}) => {
  test.setTimeout(180_000);
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy on the hard/ }).click();
  await goTo(page, 'Check');
  await page.getByText('Looking at the photograph…').getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('This photograph was not looked at, as you stopped it.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(findings(page)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/Since the round before: /)).toBeVisible();
  await expect(page.getByText(/ off in the mean, and nothing missing|good enough is/)).toBeVisible();
  for (const [label, marks] of [
    ['error × 5', '.displacement .finding-drawn'],
    ['how far off', '.displacement .weighed'],
  ] as const) {
    await page.getByLabel('What is shown of the drawing').click();
    await page.getByTitle(label).click();
    expect(await page.locator(marks).count()).toBeGreaterThan(50);
  }
  const slider = page.getByRole('slider', { name: 'How strongly the map shows over the drawing' });
  await slider.focus();
  await page.keyboard.press('End');
  await expect(leaf(page, 'Drawing').locator('.map-drawing')).toHaveCount(1);
  await take(page, 'Rounds');
  const rounds = page.getByRole('region', { name: 'Rounds' });
  await expect(
    rounds.getByRole('img', { name: /Off in the mean: round 1 [\d.]+ mm, round 2/ }),
  ).toBeVisible();
  await rounds
    .getByRole('listitem')
    .filter({ hasText: 'Round 1' })
    .getByRole('button', { name: 'Show' })
    .click();
  await expect(page).toHaveURL(/round=round-1/);
  await expect(findings(page).locator('.finding-says').first()).toContainText('The drawing as a whole', {
    timeout: 60_000,
  });
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
  test.setTimeout(180_000);
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
  await expect(refused).toBeVisible({ timeout: 60_000 });
  await refused.getByRole('button', { name: 'Discard it' }).click();
  await expect(refused).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Check no round yet/ })).toBeVisible();
  await chooser.setInputFiles(kettle);
  await refused.getByRole('button', { name: 'Keep it and set its corners' }).click({ timeout: 60_000 });
  await expect(page.getByRole('link', { name: /Check round 1/ })).toBeVisible();
  const corner = page.getByRole('button', { name: /^Corner, top left/ });
  const before = await corner.getAttribute('aria-description');
  await corner.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(corner).not.toHaveAttribute('aria-description', before ?? '');
  await page.getByRole('button', { name: 'Look again with these corners' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'The drawing was not found' })).toBeVisible({
    timeout: 60_000,
  });
});

test('the check can be tried without a camera', async ({ page, seeded }) => {
  test.setTimeout(180_000);
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Kettle, lantern and pears/ }).click();
  await goTo(page, 'Check');
  await page.getByText('Try it without a camera').click();
  await page.getByRole('slider', { name: 'How good the hand is' }).focus();
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Draw and photograph it' }).click();
  await expect(findings(page)).toBeVisible({ timeout: 120_000 });
  expect(await findings(page).locator('.finding-says').count()).toBeGreaterThan(5);
});
