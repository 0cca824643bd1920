import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { printedPages } from '@nobrel/core/check';
import { isTraced, mapDocumentSchema } from '@nobrel/core/documents';
import { sheetSourceOf, workSchema } from '@nobrel/core/file';
import { makeSheets, pageToSvg } from '@nobrel/core/sheets';
import type { Running } from '@nobrel/server';

/** Dots a mm of the scan: 150 to the inch. */
const pxPerMm = 150 / 25.4;

/** A scan of a sheet of the work in the page, corrected with a pen: a line struck out with a cross, and a new line drawn. */
export async function scanCorrected(
  page: Page,
  server: Running,
): Promise<{ scan: Buffer; struckMm: number }> {
  const id = /works\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const get = async (path: string): Promise<unknown> =>
    (await page.request.get(`${server.address}api/works/${id}${path}`)).json();
  const work = workSchema.parse(await get(''));
  const map = mapDocumentSchema.parse(await get('/map.json'));
  const set = makeSheets(sheetSourceOf(work, map, { date: '1 May', unit: 'mm', version: null }), {
    ...work.decisions.sheets,
    kind: 'outline',
  });
  // The sheet with the most on it.
  const pages = printedPages(set);
  const printed = pages.reduce((best, other) => (other.lines.length > best.lines.length ? other : best));
  const sheet = set.page(pages.indexOf(printed));
  const { a, b, c, d, e, f } = printed.fromSurface;
  const { window } = printed;
  const onPage = ([x, y]: readonly [number, number]) => [a * x + b * y + c, d * x + e * y + f] as const;
  const inside = (x = 0, y = 0) =>
    x > window.x + 12 &&
    y > window.y + 12 &&
    x < window.x + window.width - 12 &&
    y < window.y + window.height - 12;
  const lines = map.lines
    .filter(isTraced)
    .map(({ points, closed }) => (closed ? [...points, points[0] ?? [0, 0]] : points).map(onPage));
  const others = (own: readonly unknown[]) => lines.filter((line) => line !== own).flat();
  // The spot of a line that others keep furthest away from.
  const spots = lines.flatMap((line) =>
    line.flatMap(([bx, by], i) => {
      const [ax, ay] = line[i - 1] ?? [bx, by];
      const length = Math.hypot(bx - ax, by - ay);
      const [x, y] = [(ax + bx) / 2, (ay + by) / 2];
      const awayMm = Math.min(...others(line).map(([u, v]) => Math.hypot(u - x, v - y)));
      return length > 0 && inside(x, y) ? [{ x, y, awayMm, line }] : [];
    }),
  );
  const spot = spots.reduce((best, other) => (other.awayMm > best.awayMm ? other : best));
  const struckMm = spot.line.reduce((sum, [x, y], i) => {
    const [u, v] = spot.line[i - 1] ?? [x, y];
    return sum + Math.hypot(x - u, y - v);
  }, 0);
  const cross = [
    [-3, -3, 3, 3],
    [-3, 3, 3, -3],
  ].map(
    ([p, q, r, s]) => `M${spot.x + (p ?? 0)} ${spot.y + (q ?? 0)}L${spot.x + (r ?? 0)} ${spot.y + (s ?? 0)}`,
  );
  // The new line keeps clear of all others.
  const free = freeSpot(window, lines.flat());
  const curve = `M${free.x - 8} ${free.y}q8 -6 16 0`;
  const svg = pageToSvg(sheet).replace(
    '</svg>',
    `<path d="${[...cross, curve].join('')}" fill="none" stroke="#2b3a6b" stroke-width="0.5"/></svg>`,
  );
  const scan = await sharp(Buffer.from(svg), { density: 72 })
    .resize(Math.round(sheet.widthMm * pxPerMm), Math.round(sheet.heightMm * pxPerMm))
    .flatten({ background: '#f4f2ec' })
    .rotate(0.6, { background: '#f4f2ec' })
    .jpeg({ quality: 85 })
    .toBuffer();
  return { scan, struckMm };
}

/** The spot of a window furthest from any of some places. */
function freeSpot(
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  places: readonly (readonly [number, number])[],
) {
  let best = { x, y, awayMm: 0 };
  for (let px = x + 14; px < x + width - 14; px += 3)
    for (let py = y + 14; py < y + height - 14; py += 3) {
      const awayMm = Math.min(...places.map(([u, v]) => Math.hypot(u - px, v - py)));
      if (awayMm > best.awayMm) best = { x: px, y: py, awayMm };
    }
  return best;
}
