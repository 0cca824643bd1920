/** Renews docs/screenshots from the demo works. Run with `npm run screenshots`. */
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { cornersOfRect } from '@nobrel/core/geometry';
import { projectorToTry, thrownBy } from '@nobrel/core/projector';
import { ninePoints, type Placed, type WallPictureChange } from '@nobrel/core/transfer';
import { seed, seedHistory } from '@nobrel/demo';
import { serve } from '@nobrel/server';

type Shot = {
  file: string;
  work: string | null;
  station?: string;
  room?: 'dim';
  size?: { width: number; height: number };
  before?: (page: Page) => Promise<void>;
};

const shots: readonly Shot[] = [
  { file: 'flat-file', work: null },
  { file: 'plan', work: null, station: 'plan' },
  { file: 'supplies', work: null, station: 'supplies' },
  {
    file: 'charts',
    work: null,
    station: 'charts',
    before: (page) => page.getByRole('region', { name: 'Error by round' }).waitFor(),
  },
  {
    file: 'practice',
    work: null,
    station: 'practice',
    before: async (page) => {
      await page.getByLabel('Drill', { exact: true }).press('Enter');
      await page.getByTitle('angle', { exact: true }).last().click();
      await page.getByRole('slider', { name: 'Slope of the bar' }).press('ArrowRight');
      await page.getByRole('button', { name: 'That is it' }).click();
    },
  },
  { file: 'reference', work: 'Kettle', station: 'reference' },
  { file: 'fit', work: 'Kettle', station: 'fit' },
  {
    file: 'fit-setting-out-tablet',
    work: 'Kettle',
    station: 'fit?at=setting-out',
    room: 'dim',
    size: { width: 820, height: 1180 },
  },
  {
    file: 'map',
    work: 'Kettle',
    station: 'map',
    before: (page) => page.locator('[data-part="minutes-chart"]').waitFor({ timeout: 20_000 }),
  },
  {
    file: 'map-drawing',
    work: 'Dinghy, the sketch',
    station: 'map',
    before: (page) => page.locator('[data-part="strokes-counted"]').waitFor({ timeout: 30_000 }),
  },
  {
    file: 'map-things',
    work: 'Kettle',
    station: 'map?at=things',
    before: async (page) => {
      await page.waitForTimeout(5000);
      await page.getByRole('application', { name: /^Map/ }).click({ position: { x: 95, y: 270 } });
      await page.waitForTimeout(800);
    },
  },
  {
    file: 'sheets',
    work: 'Kettle',
    station: 'sheets',
    before: async (page) => {
      await page.getByLabel('What is printed').click();
      await page.getByTitle('backing guide').last().click();
      await page.getByText('Backing colours', { exact: true }).click();
      const leaf = page.getByRole('application', { name: /^Map/ });
      await leaf.click({ position: { x: 150, y: 250 } });
      await page.getByLabel('Backing colour', { exact: true }).click();
      await page.getByTitle('grey blue').last().click();
      await leaf.click({ position: { x: 330, y: 330 } });
      await page.getByRole('heading', { name: 'In the margin' }).click();
    },
  },
  {
    file: 'check',
    work: 'Dinghy on the hard',
    station: 'check?round=round-1',
    before: async (page) => {
      const findings = page.getByRole('region', { name: 'Findings' }).locator('[data-part="finding-says"]');
      await findings.nth(1).click({ timeout: 60_000 });
    },
  },
  {
    file: 'transfer',
    work: 'Kettle',
    station: 'transfer?at=methods',
    before: (page) => page.getByRole('article').first().waitFor({ timeout: 20_000 }),
  },
  { file: 'file', work: 'The slip', station: 'file' },
  {
    file: 'projector-askew',
    work: 'The slip, for the shed wall',
    station: 'try-projector',
    before: (page) => showOnWall(page, { placing: 'corners' }),
  },
  {
    file: 'projector-true',
    work: 'The slip, for the shed wall',
    station: 'try-projector',
    before: (page) => showOnWall(page, { placing: 'none', grid: true, placed: placedTrue() }),
  },
  {
    file: 'projector-steer',
    work: 'The slip, for the shed wall',
    station: 'steer',
    room: 'dim',
    size: { width: 820, height: 1180 },
    before: async (page) => {
      await page.getByRole('heading', { name: /lines\./ }).waitFor({ timeout: 60_000 });
      await showOnWall(page, { placing: 'corners' });
    },
  },
  {
    file: 'transfer-tablet',
    work: 'Kettle',
    station: 'run',
    room: 'dim',
    size: { width: 820, height: 1180 },
    before: async (page) => {
      await page.getByRole('button', { name: 'Go on' }).waitFor({ timeout: 30_000 });
      await page.keyboard.press('Space');
    },
  },
];

/** Steers what is on the wall of the work that is open. */
async function showOnWall(page: Page, change: WallPictureChange): Promise<void> {
  await page.evaluate(async (fields) => {
    const id = location.pathname.split('/')[2];
    const headers = { 'content-type': 'application/json', 'x-nobrel': 'page' };
    await fetch(`/api/works/${id}/wall`, { method: 'PATCH', headers, body: JSON.stringify(fields) });
  }, change);
}

/** The surface of the wall's work placed by nine points, as a hand does with the projector to try out. */
function placedTrue(): Placed {
  const screen = { width: 1920, height: 1080 };
  const part = { x: 0, y: 0, width: 900, height: 675 };
  const { inPicture } = thrownBy(projectorToTry(part, screen));
  const corner = (k: 0 | 1 | 2 | 3) => {
    const { x, y } = cornersOfRect(part)[k];
    return inPicture(x, y);
  };
  return {
    corners: [corner(0), corner(1), corner(2), corner(3)],
    points: ninePoints(part).map((at) => ({ at, px: inPicture(at.x, at.y) })),
    screen,
    position: null,
  };
}

/** Names of the pictures to renew; all of them when none is named. */
const only = process.argv.slice(2);

const folder = fileURLToPath(new URL('../../../docs/screenshots/', import.meta.url));
await mkdir(folder, { recursive: true });
const dataFolder = await mkdtemp(join(tmpdir(), 'nobrel-shots-'));
const running = await serve({ host: '127.0.0.1', port: 0, dataFolder, logLevel: 'error' });
await seed(running.file);
await seedHistory(running.file);
const { works } = await running.file.flatFile.list();
const browser = await chromium.launch({
  executablePath: process.env['NOBREL_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const {
  file,
  work,
  station,
  room = 'studio',
  size = { width: 1280, height: 800 },
  before,
} of shots.filter(({ file }) => only.length === 0 || only.includes(file))) {
  const page = await browser.newPage({ viewport: size });
  await page.addInitScript(
    (chosen) =>
      localStorage.setItem('nobrel-view', JSON.stringify({ unit: 'mm', room: chosen, toured: true })),
    room,
  );
  const found = works.find(({ title }) => work !== null && title.startsWith(work));
  await page.goto(
    found
      ? `${running.address}works/${found.id}/${station ?? 'reference'}`
      : `${running.address}${station ?? ''}`,
  );
  await page.waitForLoadState('networkidle');
  await before?.(page);
  // Prepared pictures and what is measured of them come from the workers.
  await page.waitForTimeout(4000);
  await page.screenshot({ path: join(folder, `${file}.png`) });
  await page.close();
}
await browser.close();
await running.stop();
await rm(dataFolder, { recursive: true, force: true });
console.log(`${shots.length} pictures in docs/screenshots.`);
