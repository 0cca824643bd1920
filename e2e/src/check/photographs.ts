import type { Page } from '@playwright/test';
import sharp from 'sharp';
import {
  drawnByHand,
  renderDrawing,
  trueHand,
  type HandFaults,
  type PhotographerFaults,
} from '@nobrel/core/camera';
import { mapDocumentSchema } from '@nobrel/core/documents';
import type { Running } from '@nobrel/server';
import { goTo } from '../bench.js';

/** Opens the demo's first round of checking: the third is true, the first is not. */
export async function openFirstRound(page: Page, seeded: Running): Promise<void> {
  await page.goto(seeded.address);
  await page.getByRole('link', { name: /Dinghy on the hard/ }).click();
  await goTo(page, 'Check');
  await page.goto(`${page.url()}?round=round-1`);
}

/** Pixels a mm of the photographs made here: enough to be read, and soon done. */
const pxPerMm = 5;

/** A photograph of the work in the page, drawn with faults on a table. */
export async function photographOf(
  page: Page,
  server: Running,
  faults: Partial<HandFaults>,
  seed: number,
  photographer: Partial<PhotographerFaults> = {},
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
    faults: photographer,
  });
  const { width, height, data } = picture;
  return sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toBuffer();
}
