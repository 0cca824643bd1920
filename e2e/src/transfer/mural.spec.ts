import type { Browser, Page } from '@playwright/test';
import sharp from 'sharp';
import {
  cameraToTry,
  photographedWall,
  projectorToTry,
  wallToTry,
  type SimulatedWall,
} from '@nobrel/core/projector';
import { dotsFrame, ninePoints } from '@nobrel/core/transfer';
import { carryBy, chooseFrom, expect, goTo, saved, take, test } from '../bench.js';
import { beamBefore, dragHandles, projectorPixels, wallOf, worstOnWall } from './thrown.js';

/** Opens a work of the demo for the projector, its window and the page that steers it, each in a context of its own. */
async function openThree(
  browser: Browser,
  page: Page,
  address: string,
  title: RegExp,
  decide?: () => Promise<void>,
) {
  await page.goto(address);
  await page.getByRole('link', { name: title }).click();
  await goTo(page, 'Transfer');
  await carryBy(page, 'a digital projector');
  await take(page, 'What is seen');
  await decide?.();
  await saved(page);
  const at = (path: string) => page.url().replace(/\/transfer.*$/, `/${path}`);
  const projector = await (await browser.newContext({ viewport: projectorPixels })).newPage();
  await projector.goto(at('projector'));
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeVisible();
  const tablet = await (await browser.newContext({ viewport: { width: 1024, height: 1366 } })).newPage();
  await tablet.goto(at('steer'));
  await expect(tablet.getByRole('heading', { name: /lines\./ })).toBeVisible();
  const work = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  return { projector, tablet, work };
}

test('a mural in four positions goes from plan to last line', async ({ browser, page, seeded }) => {
  const { projector, tablet, work } = await openThree(
    browser,
    page,
    seeded.address,
    /^The slip, for the shed wall/,
    async () => {
      await chooseFrom(
        page.getByLabel('The projector’s picture', { exact: true }),
        'is smaller, and moved along',
      );
      const width = page.getByLabel('Width of the projector’s picture');
      await width.fill('780 mm');
      await width.press('Enter');
      await expect(page.getByText('4 positions', { exact: true })).toBeVisible();
    },
  );
  // The first position: nine points brought onto what is taped and measured there.
  await tablet.getByRole('button', { name: 'Position 1', exact: true }).click();
  await expect(tablet.getByText(/^Tape the corners of position 1/)).toBeVisible();
  await tablet.getByText('nine points', { exact: true }).click();
  await expect(projector.getByRole('button', { name: /^Handle 9,/ })).toBeVisible();
  const first = (await wallOf(tablet, work)).placed?.position;
  if (!first) throw new Error('no position');
  let beam = beamBefore(first);
  const points = ninePoints(first);
  const order = [0, 2, 8, 6, 1, 3, 4, 5, 7];
  await dragHandles(
    projector,
    order.map((k) => beam.inPicture(points[k]?.x ?? NaN, points[k]?.y ?? NaN)),
  );
  await expect(tablet.getByText(/^The lens bends the rim by 0\.[2-6]\s%/)).toBeVisible();
  await tablet.getByText('no handles', { exact: true }).click();
  await tablet.getByText('check figure', { exact: true }).click();
  await expect.poll(() => worstOnWall(projector, beam, first)).toBeLessThan(0.5);
  await tablet.getByText('lines', { exact: true }).click();
  await tablet.getByRole('button', { name: 'Begin', exact: true }).click();
  // Stretch by stretch, and on to the next position where that is asked for.
  const seen = new Set([1]);
  const heading = tablet.getByRole('region', { name: 'Next line' }).getByRole('heading');
  for (let step = 0; step < 200; step++) {
    const says = await heading.innerText();
    if (says.includes('Every line is traced')) break;
    const moveTo = /lies at position (\d)/.exec(
      await tablet.getByRole('region', { name: 'Positions' }).innerText(),
    )?.[1];
    if (moveTo !== undefined) {
      await tablet.getByRole('button', { name: `Position ${moveTo}`, exact: true }).click();
      await expect(projector.getByRole('button', { name: /^Handle 3,/ })).toBeVisible();
      const { places, placed } = await wallOf(tablet, work);
      const part = placed?.position;
      if (!part) throw new Error('no position');
      beam = beamBefore(first, { number: part.number, part });
      const wall = beam;
      await dragHandles(
        projector,
        places.map(({ at }) => wall.inPicture(at.x, at.y)),
      );
      await expect(tablet.getByText(/^Expected at the joint: within [\d.]+\smm/)).toBeVisible();
      await tablet.getByRole('button', { name: `Join position ${moveTo}` }).click();
      await tablet.getByText('check figure', { exact: true }).click();
      await expect.poll(() => worstOnWall(projector, wall, part)).toBeLessThan(1.5);
      await tablet.getByText('lines', { exact: true }).click();
      seen.add(Number(moveTo));
      continue;
    }
    const whole = tablet.getByRole('button', { name: 'Whole stretch done' });
    await (
      (await whole.isEnabled()) ? whole : tablet.getByRole('button', { name: 'Done', exact: true })
    ).click();
    await expect(heading).not.toHaveText(says);
  }
  await expect(heading).toContainText('Every line is traced');
  expect([...seen].sort()).toEqual([1, 2, 3, 4]);
  // Nothing is left on the wall, and the work itself knows.
  await expect
    .poll(() => projector.locator('[data-part="wall-line"]:not([data-kind="cross"])').count())
    .toBe(0);
  await saved(tablet);
  await page.reload();
  await page
    .getByRole('link', { name: /Transfer/ })
    .first()
    .click();
  await page.goto(page.url().replace(/\/transfer.*$/, '/run'));
  await expect(page.getByText(/Every line|All lines|is traced/).first()).toBeVisible();
  await projector.context().close();
  await tablet.context().close();
});

test('one photograph of the dots places the drawing without a ruler', async ({ browser, page, seeded }) => {
  const { projector, tablet, work } = await openThree(
    browser,
    page,
    seeded.address,
    /^The slip, for the shed wall/,
  );
  await tablet.getByRole('button', { name: 'Show the dots' }).click();
  await expect.poll(() => projector.locator('circle').count()).toBeGreaterThan(100);
  const surface = { width: 900, height: 675 };
  const part = { x: 0, y: 0, ...surface };
  const chosen = tablet.getByLabel('Photograph of the wall');
  // What is no photograph of the wall says so, and nothing moves.
  const grey = { create: { width: 600, height: 400, channels: 3, background: '#777' } } as const;
  await chosen.setInputFiles({
    name: 'grey.png',
    mimeType: 'image/png',
    buffer: await sharp(grey).png().toBuffer(),
  });
  await expect(tablet.getByText(/^The dots cannot be made out/)).toBeVisible();
  await chosen.setInputFiles({
    name: 'words.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture'),
  });
  await expect(tablet.getByText(/^The photograph could not be read/)).toBeVisible();
  const beam = beamBefore(part);
  const take = async (wall: SimulatedWall) => {
    const { picture, corners } = photographedWall(
      projectorToTry(part, projectorPixels),
      wall,
      dotsFrame(projectorPixels),
      { ...cameraToTry(surface), megapixels: 5 },
    );
    const { width, height, data } = picture;
    const buffer = await sharp(data, { raw: { width, height, channels: 3 } })
      .jpeg({ quality: 90 })
      .toBuffer();
    await chosen.setInputFiles({ name: 'wall.jpg', mimeType: 'image/jpeg', buffer });
    return { corners, width };
  };
  await take(wallToTry(surface));
  await expect(tablet.getByText(/dots seen/)).toBeVisible();
  await tablet.getByRole('button', { name: 'Place it so' }).click();
  await tablet.getByText('check figure', { exact: true }).click();
  await expect.poll(() => worstOnWall(projector, beam, part)).toBeLessThan(1);
  expect((await wallOf(tablet, work)).placed?.points.length).toBeGreaterThan(9);
  // A surface of the wall's own colour, without tape: its corners are pointed out on the photograph.
  const bare = { ...wallToTry(surface), marked: 'panel' as const, colour: [0.86, 0.85, 0.82] as const };
  const { corners, width } = await take(bare);
  await expect(tablet.getByText(/^The outline of the surface cannot be made out/)).toBeVisible();
  const photograph = tablet.getByLabel('The photograph', { exact: true });
  await photograph.scrollIntoViewIfNeeded();
  const shown = await photograph.boundingBox();
  if (!shown) throw new Error('no photograph');
  for (const [k, name] of ['top left', 'top right', 'bottom right', 'bottom left'].entries()) {
    const handle = await tablet.getByRole('button', { name: `Corner, ${name}` }).boundingBox();
    if (!handle) throw new Error('no handle');
    await tablet.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
    await tablet.mouse.down();
    const scale = shown.width / width;
    const [x = 0, y = 0] = corners[k] ?? [];
    await tablet.mouse.move(shown.x + scale * x, shown.y + scale * y, { steps: 4 });
    await tablet.mouse.up();
  }
  await tablet.getByRole('button', { name: 'Place it by these corners' }).click();
  await expect(tablet.getByText(/dots seen/)).toBeVisible();
  await tablet.getByRole('button', { name: 'Place it so' }).click();
  await tablet.getByText('check figure', { exact: true }).click();
  // A hand that points on a screen is a few pixels of the photograph off.
  await expect.poll(() => worstOnWall(projector, beam, part)).toBeLessThan(5);
  await projector.context().close();
  await tablet.context().close();
});
