import type { z } from 'zod';
import { choiceDecision, numberDecision } from '../../../decisions/index.js';
import type { Rect } from '../../../geometry/index.js';
import { maxPositions, planPositions } from './positions.js';
import type { WallSize } from '../wall-fit.js';

/** What of the transfer's decisions says how the projector's picture lies over the surface. */
export const positionDecisions = {
  projection: choiceDecision(['whole', 'positions'], {
    initial: 'whole',
    label: 'The projector’s picture',
    help: 'whether the projector shows the whole surface at once',
    choices: { whole: 'holds the whole surface', positions: 'is smaller, and moved along' },
  }),
  pictureWidthMm: numberDecision({
    min: 200,
    max: 20_000,
    initial: 1500,
    unit: 'length',
    label: 'Width of the projector’s picture',
    help: 'width of the projector’s whole picture on the wall',
  }),
  overlapPercent: numberDecision({
    min: 15,
    max: 60,
    initial: 35,
    unit: '%',
    label: 'Overlap of two positions',
    help: 'how much of a position lies over its neighbour: the more, the finer they are joined',
  }),
};

type Wanted = { [key in keyof typeof positionDecisions]: z.infer<(typeof positionDecisions)[key]> } & {
  method: string;
  pixelsAcross: number;
  pixelsDown: number;
};

/**
 * The positions of the projector's picture over a surface, as they were decided.
 *
 * @returns the positions, none where the picture holds the whole surface or another method is used, and what is wrong
 * with what was decided, as a sentence with the way out
 */
export function positionsOf(
  { method, projection, pictureWidthMm, overlapPercent, pixelsAcross, pixelsDown }: Wanted,
  surface: WallSize,
): { positions: Rect[] | null; fault: string | null } {
  if (method !== 'projector' || projection === 'whole') return { positions: null, fault: null };
  const positions = planPositions(surface, {
    pictureWidthMm,
    pictureHeightMm: (pictureWidthMm * pixelsDown) / pixelsAcross,
    overlap: overlapPercent / 100,
  });
  if (positions.length > maxPositions)
    return {
      positions: null,
      fault: `That would be ${positions.length} positions: stand the projector farther back, so that its picture is larger.`,
    };
  return { positions: positions.length > 1 ? positions : null, fault: null };
}

/** The positions alone: none as well where there would be too many. */
export const plannedPositions = (wanted: Wanted, surface: WallSize): Rect[] | null =>
  positionsOf(wanted, surface).positions;
