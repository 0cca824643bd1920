import { z } from 'zod';
import { numberDecision } from '../decisions/index.js';

export const gears = [
  'transfer-sheet',
  'light',
  'projector',
  'overhead-projector',
  'film',
  'pounce',
] as const;
/** What has to be there for one method or another. */
export type Gear = (typeof gears)[number];

/** What it is called. */
export const gearWords: Readonly<Record<Gear, string>> = {
  'transfer-sheet': 'transfer sheets',
  light: 'a light from behind',
  projector: 'a projector',
  'overhead-projector': 'an overhead projector',
  film: 'film',
  pounce: 'needle and pounce',
};

const length = { unit: 'length', min: 50 } as const;

/** What of the transfer's decisions says what is at hand, and how much of it is left. */
export const atHandDecisions = {
  /** Null until it was said: then everything is taken to be there. */
  atHand: z.array(z.enum(gears)).max(gears.length).nullable().default(null),
  lightMm: z
    .object({
      widthMm: numberDecision({
        ...length,
        max: 5000,
        initial: 420,
        label: 'Width of the light',
        help: 'width of the lit surface behind the drawing',
      }),
      heightMm: numberDecision({
        ...length,
        max: 5000,
        initial: 300,
        label: 'Height of the light',
        help: 'height of the lit surface behind the drawing',
      }),
    })
    .prefault({}),
  roomDepthMm: numberDecision({
    ...length,
    max: 50_000,
    initial: 4000,
    label: 'Depth of the room',
    help: 'how far back a projector can stand from the surface',
  }),
  sheetLifeMetres: numberDecision({
    min: 1,
    max: 1000,
    initial: 60,
    unit: 'm',
    label: 'A transfer sheet marks',
    help: 'metres of line a transfer sheet marks before it is worn',
  }),
  sheetUsedMetres: numberDecision({
    min: 0,
    max: 1000,
    initial: 0,
    unit: 'm',
    label: 'This one has marked',
    help: 'metres of line this transfer sheet has marked for other drawings',
  }),
};
