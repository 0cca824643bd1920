import { expect, leaf, saved, take, test } from '../bench.js';
import { openFirstRound } from './photographs.js';

test('parts are named by box, by mouse and keyboard; what is found in them is told by name, kept and undone', async ({
  page,
  seeded,
}) => {
  await openFirstRound(page, seeded);
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toBeVisible();
  // The demo has named two; the rest is told by where on the sheet it lies.
  await expect(findings).toContainText(/lines? in “Hull”: /);
  await expect(findings).toContainText(/(?:at (?:upper|middle|lower) (?:left|right)|in the middle)/);
  await take(page, 'Parts');
  const asks = page.getByText(/^Name a part: click/);
  await expect(asks).toHaveText(/a corner of a box/);
  const map = page.getByRole('application', { name: /^Map\./ });
  const sheet = (await leaf(page, 'Map').getByTestId('surface-sheet').first().boundingBox())!;
  const at = (u: number, v: number) => [sheet.x + u * sheet.width, sheet.y + v * sheet.height] as const;
  await page.mouse.click(...at(0.01, 0.01));
  await expect(asks).toHaveText(/the opposite corner/);
  // Two corners on one spot hold nothing.
  await page.mouse.click(...at(0.012, 0.012));
  await expect(page.getByRole('alert')).toContainText('too close together');
  await page.mouse.click(...at(0.01, 0.01));
  await page.mouse.click(...at(0.99, 0.99));
  await page.getByLabel('Name of the part').fill('Boatyard');
  await page.keyboard.press('Enter');
  const parts = page.getByRole('region', { name: 'Parts with a name' });
  await expect(parts.getByLabel('Name of Boatyard')).toHaveValue('Boatyard');
  await expect(leaf(page, 'Drawing').getByTestId('part-boxes')).toContainText('Boatyard');
  // By the keyboard: the cursor of the leaf begins in the middle, and picks.
  await map.focus();
  for (const way of ['ArrowLeft', 'ArrowRight']) {
    for (let k = 0; k < 4; k++) await page.keyboard.press(`Shift+${way}`);
    for (let k = 0; k < 2; k++)
      await page.keyboard.press(`Shift+${way === 'ArrowLeft' ? 'ArrowUp' : 'ArrowDown'}`);
    if (way === 'ArrowRight') for (let k = 0; k < 8; k++) await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Enter');
  }
  const name = page.getByLabel('Name of the part');
  await expect(name).toBeFocused();
  await expect(page.getByRole('button', { name: 'Name it' })).toBeDisabled();
  await page.getByRole('button', { name: 'Begin again' }).click();
  await take(page, 'Findings');
  await expect(findings).toContainText(/line in “Boatyard”: .*too low/);
  // A name is changed where it stands; an empty one is not taken.
  await take(page, 'Parts');
  const field = parts.getByRole('textbox').last();
  await field.fill('Slip');
  await field.press('Enter');
  await field.fill('');
  await field.press('Enter');
  await expect(field).toHaveValue('Slip');
  await saved(page);
  await page.reload();
  await expect(parts.getByLabel('Name of Slip')).toHaveValue('Slip');
  await take(page, 'Findings');
  await expect(findings).toContainText('in “Slip”');
  await take(page, 'Parts');
  await parts.getByRole('button', { name: 'Delete Slip' }).click();
  await expect(parts.getByRole('textbox')).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(parts.getByLabel('Name of Slip')).toBeVisible();
});
