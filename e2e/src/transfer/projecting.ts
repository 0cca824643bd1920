import type { Page } from '@playwright/test';
import { carryBy, expect, goTo, saved, take } from '../bench.js';

/** Opens Transfer's page on what is projected. */
export async function openProjecting(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: /^Dinghy on the hard/ }).click();
  await goTo(page, 'Transfer');
  await carryBy(page, 'a digital projector');
  await saved(page);
  await take(page, 'What is seen');
}

/** Opens Transfer's page on projecting, the projector's window, and a page on another device that steers it. */
export async function openAll(page: Page, address: string) {
  await openProjecting(page, address);
  const opened = page.waitForEvent('popup');
  await page.getByRole('button', { name: 'Open the projector’s window' }).click();
  const projector = await opened;
  await projector.setViewportSize({ width: 1280, height: 720 });
  await expect(projector.getByRole('img', { name: 'On the wall' })).toBeVisible();
  const tablet = await (await page.context().browser()!.newContext()).newPage();
  await tablet.goto(page.url().replace(/\/transfer.*$/, '/steer'));
  await expect(tablet.getByRole('heading', { name: /lines\./ })).toBeVisible();
  return { projector, tablet };
}

/** How many lines' beginnings are drawn on the wall. */
export const linesOnWall = (projector: Page) =>
  projector.evaluate(() =>
    [...document.querySelectorAll('[data-part="wall-line"]')].reduce(
      (sum, path) => sum + (path.getAttribute('d')?.match(/M/g)?.length ?? 0),
      0,
    ),
  );
