import type { Page } from '@playwright/test';
import { projectorToTry, thrownBy, type Thrown } from '@nobrel/core/projector';
import { wallPictureToldSchema, type WallPicture } from '@nobrel/core/transfer';
import { expect } from '../bench.js';

type Place = { x: number; y: number };
type Part = Place & { width: number; height: number };

/** The pixels of the projector that tests throw with. */
export const projectorPixels = { width: 1920, height: 1080 };

/** The simulated projector before a part of a surface. */
export const beamBefore = (first: Part, position?: { number: number; part: Part }): Thrown =>
  thrownBy(projectorToTry(first, projectorPixels, position));

/** What is on the wall of a work, as the server tells it. */
export async function wallOf(page: Page, work: string): Promise<WallPicture> {
  const told = await page.evaluate(async (id) => {
    const headers = { 'content-type': 'application/json', 'x-nobrel': 'page' };
    return (await fetch(`/api/works/${id}/wall`, { method: 'PATCH', headers, body: '{}' })).text();
  }, work);
  return wallPictureToldSchema.parse(JSON.parse(told)).picture;
}

/** Drags handles of the projector's window to where they belong, as a hand does that looks at the wall. */
export async function dragHandles(projector: Page, to: readonly Place[]): Promise<void> {
  await projector.bringToFront();
  for (const [k, place] of to.entries()) {
    const handle = projector.getByRole('button', { name: new RegExp(`^Handle ${k + 1},`) });
    const from = await middleOf(projector, k);
    await projector.mouse.move(from.x, from.y);
    await projector.mouse.down();
    await projector.mouse.move((from.x + place.x) / 2, (from.y + place.y) / 2);
    await projector.mouse.move(place.x, place.y);
    await projector.mouse.up();
    await expect(handle).toBeVisible();
    await expect
      .poll(async () => {
        const now = await middleOf(projector, k);
        return Math.hypot(now.x - place.x, now.y - place.y);
      })
      .toBeLessThan(0.01);
  }
}

/** Where a handle's cross lies in the window, pixels. */
async function middleOf(projector: Page, handle: number): Promise<Place> {
  const transform = await projector.getByTestId('corner').nth(handle).getAttribute('transform');
  const [x = NaN, y = NaN] = (transform?.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number);
  return { x, y };
}

/**
 * How far the check figure lies from where it should be on the wall, mm: the ends and middles of its diagonals.
 */
export async function worstOnWall(projector: Page, beam: Thrown, part: Part): Promise<number> {
  const d = (await projector.getByTestId('wall-line').first().getAttribute('d')) ?? '';
  const [falling = '', rising = ''] = d.split('M').slice(1);
  const ends = (run: string): Place[] => {
    const points = run.split('L').map((point) => point.trim().split(' ').map(Number));
    return [points[0], points.at(-1)].map((point) => ({ x: point?.[0] ?? NaN, y: point?.[1] ?? NaN }));
  };
  const seen = [...ends(falling), ...ends(rising)].map(({ x, y }) => beam.onWall(x, y));
  const right = part.x + part.width;
  const bottom = part.y + part.height;
  const aim = [
    { x: part.x, y: part.y },
    { x: right, y: bottom },
    { x: part.x, y: bottom },
    { x: right, y: part.y },
  ];
  return Math.max(...seen.map(({ x, y }, k) => Math.hypot(x - (aim[k]?.x ?? NaN), y - (aim[k]?.y ?? NaN))));
}
