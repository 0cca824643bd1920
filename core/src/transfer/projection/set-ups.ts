import { z } from 'zod';
import type { Point } from '../../geometry/index.js';
import { placedSchema, type Placed } from './live.js';
import { fitOf, placedBy, wholeOf } from './placed.js';
import { fitWall, movedAlong, pixelOf, type WallSize } from './wall-fit.js';

const side = z.number().min(10).max(100_000);

/** How one projector lies on one wall, to be kept under a name. */
export const newProjectorSetUpSchema = z.object({
  name: z.string().trim().min(1, 'Give the set-up a name, such as the wall and the projector.').max(60),
  /** The surface it was placed on, mm; its upper left corner is where the next one's will be. */
  surface: z.object({ width: side, height: side }),
  placed: placedSchema,
});
export type NewProjectorSetUp = z.infer<typeof newProjectorSetUpSchema>;

export const projectorSetUpSchema = newProjectorSetUpSchema.extend({
  id: z.string(),
  keptAt: z.iso.datetime(),
});
export type ProjectorSetUp = z.infer<typeof projectorSetUpSchema>;

/** A longer list is no quicker than placing four corners. */
export const maxProjectorSetUps = 60;

/** The check points lie so far within the surface, as a share of its shorter side. */
const insetShare = 0.04;

/** Two places at opposite corners that are marked on the wall, and tell later whether the projector was touched. */
export function checkPlaces(surface: WallSize): [Point, Point] {
  const inset = insetShare * Math.min(surface.width, surface.height);
  return [
    { x: inset, y: inset },
    { x: surface.width - inset, y: surface.height - inset },
  ];
}

/** Marks that are off by less were not touched: it is the measuring, mm. */
export const untouchedMm = 1;

/** How well marks are measured: the spread of one coordinate, mm. */
const measuredMm = 0.3;

/**
 * A kept set-up for a surface whose upper left corner is where that of the first was, put right by how far the two check
 * crosses now lie off their marks.
 *
 * @param off how far each cross lies off its mark, mm right and down; nothing where nothing was touched
 * @param surface the surface it is wanted for, mm
 */
export function setUpAgain(
  setUp: NewProjectorSetUp,
  off: readonly [Point, Point],
  surface: WallSize,
): Placed {
  const { placed, surface: first } = setUp;
  const { fit } = fitOf(placed, placed.position ?? wholeOf(first));
  const isTouched = off.some(({ x, y }) => Math.hypot(x, y) > 0);
  const places = checkPlaces(first);
  const pairs = places.map((at, k) => ({
    // What was thrown at the mark is seen beside it.
    at: { x: at.x + off[k].x, y: at.y + off[k].y },
    px: pixelOf(fit, at.x, at.y),
  }));
  const [a, b] = pairs;
  const perMm = Math.hypot(b.px.x - a.px.x, b.px.y - a.px.y) / Math.hypot(b.at.x - a.at.x, b.at.y - a.at.y);
  const now = isTouched ? fitWall(pairs, fit, movedAlong, measuredMm * perMm).fit : fit;
  return placedBy(now, wholeOf(surface), placed.screen, null);
}
