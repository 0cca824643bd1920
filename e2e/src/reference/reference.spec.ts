import type { Locator } from '@playwright/test';
import { referencePath } from '@nobrel/demo';
import { mapDocumentSchema } from '@nobrel/core/documents';
import { beginWork, expect, finishedMap, goTo, kettle, leaf, saved, take, test } from '../bench.js';

const sketch = referencePath('sketch-on-the-bench');

/** Lightness, 0–255, of a picture shown on a leaf at a place given in shares of its sides. */
function tone(image: Locator, x: number, y: number): Promise<number> {
  return image.evaluate(
    async (element, at) => {
      const shown = new Image();
      shown.src = element.getAttribute('href') ?? '';
      await shown.decode();
      const bitmap = await createImageBitmap(shown);
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d');
      if (!context) throw new Error('The picture cannot be read.');
      context.drawImage(bitmap, 0, 0);
      const { data } = context.getImageData(
        Math.floor(at.x * (bitmap.width - 1)),
        Math.floor(at.y * (bitmap.height - 1)),
        1,
        1,
      );
      return (data[0]! + data[1]! + data[2]!) / 3;
    },
    { x, y },
  );
}

test('a photographed sheet is found, squared to its real size, and stays so', async ({ page, server }) => {
  await beginWork(page, server, sketch);
  await take(page, 'Square it');
  await expect(page.getByText('A sheet was found; these are its corners.')).toBeVisible();
  await page.getByRole('button', { name: 'Square by these corners' }).click();
  const used = leaf(page, 'As it is used').locator('image').first();
  // The bench is dark and the sheet light: right into its corners it must be sheet.
  for (const [x, y] of [
    [0.01, 0.01],
    [0.99, 0.01],
    [0.01, 0.99],
  ] as const) {
    await expect.poll(() => tone(used, x, y)).toBeGreaterThan(130);
  }
  // Reckoned from its corners the ratio is near the true 4 : 3; with its real size it is exactly that.
  const reckoned = Number((await page.getByText(/\(\d\.\d+ : 1\)/).textContent())?.match(/\((\d\.\d+)/)?.[1]);
  expect(Math.abs(reckoned / (4 / 3) - 1)).toBeLessThan(0.08);
  await page.getByLabel('Ratio of the sheet').press('Enter');
  await page.getByText('that of its real size').click();
  await page.getByLabel('Real size of the sheet').fill('300 x 225 mm');
  await page.getByLabel('Real size of the sheet').press('Enter');
  await expect(page.getByText(/^squared, /)).toBeVisible();
  const ratio = async () =>
    Number(await used.getAttribute('width')) / Number(await used.getAttribute('height'));
  expect(await ratio()).toBeCloseTo(4 / 3, 2);
  await saved(page);
  await page.reload();
  await expect(page.getByText(/^squared, /)).toBeVisible();
  await expect(page.getByLabel('Real size of the sheet')).toHaveValue('300 × 225 mm');
  await page.getByRole('button', { name: 'Keep as photographed' }).click();
  await expect(page.getByText(/^squared, /)).toBeHidden();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText(/^squared, /)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(leaf(page, 'Reference')).toBeVisible();
});

test('corners move by mouse, touch and arrow keys, and say when they cross', async ({ page, server }) => {
  await beginWork(page, server, sketch);
  await take(page, 'Square it');
  await expect(page.getByText('A sheet was found')).toBeVisible();
  const corner = page.getByRole('button', { name: /^Corner, top left/ });
  const place = async () => {
    const [x, y] = (await corner.getAttribute('transform'))?.match(/[\d.]+/g)?.map(Number) ?? [];
    return { x: x ?? NaN, y: y ?? NaN };
  };
  const first = await place();
  await corner.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  expect((await place()).x - first.x).toBeCloseTo(1, 6);
  expect((await place()).y - first.y).toBeCloseTo(10.1, 6);

  const box = await corner.boundingBox();
  if (!box) throw new Error('The corner is not shown.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const before = await place();
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 20, y + 10, { steps: 4 });
  await page.mouse.up();
  const dragged = await place();
  expect(dragged.x - before.x).toBeGreaterThan(20);
  // By a finger.
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at: { x: number; y: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: at });
  await touch('touchStart', [{ x: x + 20, y: y + 10 }]);
  await touch('touchMove', [{ x: x + 10, y: y + 5 }]);
  await touch('touchMove', [{ x, y }]);
  await touch('touchEnd', []);
  await expect.poll(async () => Math.abs((await place()).x - before.x)).toBeLessThan(2);

  // Past the corner on the right the sides cross; nothing is lost, and it goes back.
  const right = await page.getByRole('button', { name: /^Corner, top right/ }).boundingBox();
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move((right?.x ?? 0) + 60, y + 150, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('alert')).toContainText(/sides cross|points inward|one line/);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByRole('alert')).toBeHidden();
});

test('it is levelled by a line, turned and cropped, all of it to be undone', async ({ page, server }) => {
  await beginWork(page, server, kettle);
  await take(page, 'Level it');
  const turn = page.getByLabel('Fine turn');
  const end = page.getByRole('button', { name: /^Second end of the line/ });
  await end.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.getByRole('button', { name: 'Level by this line' }).click();
  // The line fell by 50 pixels over six tenths of 2560.
  const degrees = (Math.atan2(50, 0.6 * 2560) * 180) / Math.PI;
  await expect(turn).toHaveValue(`${-Math.round(degrees * 100) / 100}°`);
  await turn.fill('90');
  await turn.press('Enter');
  await expect(page.getByRole('alert')).toContainText('from -45 to 45');
  await turn.press('Escape');
  await page.getByRole('button', { name: 'Turn right' }).click();
  const used = leaf(page, 'As it is used').locator('image').first();
  const upright = async () =>
    Number(await used.getAttribute('height')) > Number(await used.getAttribute('width'));
  await expect.poll(upright).toBe(true);

  await take(page, 'Crop it');
  await page.getByLabel('Width kept').fill('800');
  await page.getByLabel('Width kept').press('Enter');
  await expect.poll(async () => used.getAttribute('width')).toBe('800');
  await page.getByLabel('Height kept').fill('0');
  await page.getByLabel('Height kept').press('Enter');
  await expect(page.getByRole('alert')).toContainText('from 16');
  await page.getByLabel('Height kept').press('Escape');
  await page.getByRole('button', { name: 'In the ratio of the surface' }).click();
  const ratio = async () =>
    Number(await used.getAttribute('width')) / Number(await used.getAttribute('height'));
  await expect.poll(ratio).toBeCloseTo(400 / 300, 2);
  // What is decided in quick succession is one step back.
  const undo = page.getByRole('button', { name: 'Undo' });
  while (await undo.isEnabled()) await undo.click();
  await expect.poll(async () => used.getAttribute('width')).toBe('2560');
});

test('details are brought in, pinned and shown in the loupe; another picture can be the main one', async ({
  page,
  server,
}) => {
  await beginWork(page, server);
  await take(page, 'Details');
  await page.getByLabel('Picture file').setInputFiles(referencePath('lantern-close'));
  await expect(page.getByText('lantern-close.jpg')).toBeVisible();
  await page.getByRole('button', { name: 'Pin it in the middle' }).click();
  await page.getByLabel('Words for pin 1').fill('The lantern');
  const pin = page.getByRole('button', { name: /^Pin 1, The lantern/ });
  await pin.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Pin it', exact: true }).click();
  await page
    .getByRole('application')
    .first()
    .click({ position: { x: 120, y: 260 } });
  await expect(page.getByRole('button', { name: /^Pin 2/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(pin).toBeVisible();

  // The loupe shows the detail at its pin, at any station that shows the reference.
  await page.locator('body').press('l');
  await goTo(page, 'Fit');
  await page
    .getByRole('application')
    .nth(1)
    .hover({ position: { x: 240, y: 270 } });
  await expect(page.locator('[data-part="loupe"][data-detail="The lantern"]').first()).toBeVisible();
  await goTo(page, 'Reference');
  await take(page, 'Details');
  await page.getByRole('button', { name: 'Work from this one' }).click();
  await expect(page.getByRole('link', { name: /1\.6 megapixels/ })).toBeVisible();
  await page.getByRole('button', { name: 'Work from this one' }).click();
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.getByRole('button', { name: 'Remove it', exact: true }).click();
  await expect(page.getByText('lantern-close.jpg', { exact: true })).toBeHidden();
});

test('colour, grey and faint are chosen once for every station, and print', async ({ page, server }) => {
  await beginWork(page, server);
  await page.getByText('faint', { exact: true }).click();
  await page.getByLabel('How faint, percent').press('ArrowRight');
  await goTo(page, 'Fit');
  await expect(leaf(page, 'Reference').locator('[data-look="faint"] image').first()).toHaveAttribute(
    'opacity',
    /^0\.3[45]/,
  );
  await page.reload();
  await expect(leaf(page, 'Reference').locator('[data-look="faint"]').first()).toBeVisible();
  await goTo(page, 'Reference');
  await page.getByText('averaging', { exact: true }).click();
  await expect(page.getByText(/A plain average .* would be \d+\.\d of 100 steps/)).toBeVisible();
  await page.getByRole('button', { name: 'Print' }).click();
  const printed = page.getByRole('img', { name: 'Page 1: reference' });
  await expect(printed).toBeVisible();
  await expect(printed.locator('[data-look="faint"]').first()).toBeVisible();
  await expect(page.getByText(/By nobody noted; not yet clear/)).toBeVisible();
  const width = await printed.evaluate((element) => element.getBoundingClientRect().width);
  // A4, the way round of the picture, at true size.
  expect(width).toBeCloseTo((297 / 25.4) * 96, 0);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print these pages' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(leaf(page, 'Reference')).toBeVisible();
});

test('the map is drawn from the picture as it is put right, and anew when that changes', async ({
  page,
  server,
}) => {
  await beginWork(page, server, sketch);
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const kept = async () =>
    mapDocumentSchema.parse(
      await (await page.request.get(`${server.address}api/works/${id}/map.json`)).json(),
    );
  await goTo(page, 'Map');
  await finishedMap(page);
  await saved(page);
  await expect.poll(async () => (await kept()).settings['squaring']).toMatchObject({ corners: null });
  const before = await kept();
  await goTo(page, 'Reference');
  await take(page, 'Square it');
  await expect(page.getByText('A sheet was found')).toBeVisible();
  await page.getByRole('button', { name: 'Square by these corners' }).click();
  await goTo(page, 'Sheets');
  await expect(
    page.getByText('The map was made before the last change at Reference, Fit or Map.'),
  ).toBeVisible();
  await goTo(page, 'Map');
  await finishedMap(page);
  await expect
    .poll(async () => (await kept()).settings['squaring'])
    .toMatchObject({
      corners: [{ x: expect.closeTo(515, 0) }, {}, {}, {}],
    });
  const squared = await kept();
  // The bench round the sheet made a photograph of it; what is left is paper and pencil.
  expect(before.readAs?.kind).toBe('photograph');
  expect(squared.readAs?.kind).toBe('drawing');
  expect(squared.lines.length).toBeGreaterThan(20);
});
