import { createRequire } from 'node:module';
import type { Locator, Page } from '@playwright/test';
import { z } from 'zod';
import { expect, finishedMap, goTo, take, test } from '../bench.js';
import { choose } from '../sheets/sheets-bench.js';

const axePath = createRequire(import.meta.url).resolve('axe-core/axe.min.js');
const stations = ['Reference', 'Fit', 'Map', 'Sheets', 'Check', 'Transfer', 'File'];

/** What can be taken in hand there. */
const stationTools = {
  Reference: ['Look', 'Square it', 'Level it', 'Crop it', 'Details'],
  Fit: ['Ways out', 'Surface', 'Grid', 'Set out', 'Enlarge'],
  Map: ['Things', 'Lines', 'Shapes', 'Draw along', 'From paper', 'Areas', 'Values', 'Pins', 'Versions'],
  Sheets: ['Calibrate', 'Bring in'],
  Transfer: ['Methods', 'What is seen', 'Under the paint', 'Order', 'Slipped?'],
};

/** The pages of the file beside the works, by what stands there once they are whole. */
const filePages = (page: Page): [string, Locator][] => [
  ['Supplies', page.getByRole('complementary', { name: 'Shopping list' })],
  ['Plan', page.getByRole('region', { name: 'Sittings ahead' })],
  ['Practice', page.getByTestId('drill-view').first()],
  ['Charts', page.getByRole('region', { name: 'Error by round' })],
];

// Every view is walked, some of them with much to measure.

const report = z.array(
  z.object({ id: z.string(), impact: z.string().nullish(), nodes: z.array(z.object({ html: z.string() })) }),
);

/** Faults of any weight that axe finds on the page as it stands, best practice included. */
async function faults(page: Page): Promise<string[]> {
  // Colours on their way to others would be measured halfway.
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
  const violations = report.parse(await page.evaluate('axe.run().then((result) => result.violations)'));
  return violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`,
  );
}

for (const room of ['studio', 'dim'] as const) {
  test(`no fault of access on any main view, ${room}`, async ({ page, seeded }) => {
    await page.addInitScript({ path: axePath });
    await page.addInitScript(
      (chosen) =>
        localStorage.setItem('nobrel-view', JSON.stringify({ unit: 'mm', room: chosen, toured: true })),
      room,
    );
    await page.goto(seeded.address);
    await expect(page.getByRole('link', { name: /Kettle/ })).toBeVisible();
    const found: Record<string, string[]> = { 'The flat file': await faults(page) };
    await page.getByRole('link', { name: /Kettle/ }).click();
    for (const station of stations) {
      await goTo(page, station);
      if (station === 'Map') await finishedMap(page);
      await expect(page.getByTestId('leaf').first()).toBeVisible();
      found[station] = await faults(page);
    }
    for (const [station, tools] of Object.entries(stationTools)) {
      await goTo(page, station);
      for (const tool of tools) {
        await take(page, tool);
        await expect(page.getByTestId('leaf').first()).toBeVisible();
        found[`${station}, ${tool}`] = await faults(page);
      }
    }
    await goTo(page, 'Sheets');
    await choose(page, 'backing');
    await take(page, 'Backing colours');
    await expect(page.getByTestId('rub-shape').first()).toBeVisible();
    found['Sheets, Backing colours'] = await faults(page);
    for (const [name, stands] of filePages(page)) {
      await page.goto(`${seeded.address}${name.toLowerCase()}`);
      await expect(stands).toBeVisible();
      found[name] = await faults(page);
    }
    expect(Object.entries(found).filter(([, list]) => list.length > 0)).toEqual([]);
  });
}

/** What stands beyond the right side of the window, or over another leaf. */
const outOfSight = (page: Page) =>
  page.evaluate(() => {
    const named = (element: Element) => `${element.tagName} ${element.className.toString().slice(0, 60)}`;
    const beyond = [...document.querySelectorAll('body *:not(svg *)')].filter((element) => {
      const { width, right } = element.getBoundingClientRect();
      return width > 0 && right > window.innerWidth + 1 && getComputedStyle(element).position !== 'absolute';
    });
    const tops = [...document.querySelectorAll('[data-part="leaf"]')].map((leaf) =>
      leaf.getBoundingClientRect(),
    );
    const covered = tops.filter((leaf, i) =>
      tops.some(
        (other, k) =>
          k < i && leaf.left < other.right - 1 && leaf.top < other.bottom - 1 && leaf.top > other.top,
      ),
    );
    return [...beyond.map(named), ...covered.map(() => 'a leaf over another')];
  });

/** A tablet, a phone, and windows enlarged twofold and fourfold, in CSS pixels. */
const windowSizes = [
  [820, 1180],
  [390, 844],
  [640, 400],
  [320, 256],
] as const;

for (const [width, height] of windowSizes) {
  test(`nothing runs off the side of a window of ${width} × ${height}`, async ({ page, seeded }) => {
    await page.setViewportSize({ width, height });
    await page.goto(seeded.address);
    await expect(page.getByRole('link', { name: /Kettle/ })).toBeVisible();
    expect(await outOfSight(page), 'The flat file').toEqual([]);
    await page.getByRole('link', { name: /Kettle/ }).click();
    for (const station of stations) {
      await goTo(page, station);
      await expect(page.getByTestId('leaf').first()).toBeVisible();
      expect(await outOfSight(page), station).toEqual([]);
    }
    for (const [station, tools] of Object.entries(stationTools)) {
      await goTo(page, station);
      for (const tool of tools) {
        await take(page, tool);
        expect(await outOfSight(page), `${station}, ${tool}`).toEqual([]);
      }
    }
    for (const [name, stands] of filePages(page)) {
      await page.goto(`${seeded.address}${name.toLowerCase()}`);
      await expect(stands).toBeVisible();
      expect(await outOfSight(page), name).toEqual([]);
    }
  });
}
