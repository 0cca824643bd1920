import type { Surface } from '../../fit/index.js';
import { dustCaution, fixStep } from '../cautions.js';
import type { TransferStep } from '../step.js';
import type { TransferMethodModule } from './method.js';

function makeReady(surface: Surface): TransferStep[] {
  const material = surface.dark
    ? surface.id === 'scratchboard'
      ? {
          title: 'Rub the back of the drawing with white chalk or a light wax crayon.',
          why: 'It has to show on a dark ground, and wax holds on the smooth coating.',
        }
      : {
          title: 'Rub the back of the drawing with white chalk or pastel.',
          why: 'It has to show on a dark ground.',
        }
    : surface.watercolour
      ? {
          title: 'Rub the back of the drawing with a soft pencil, HB to 2B, only behind the lines.',
          why: 'Softer lead smears into pale washes, and rubbing everywhere dirties the paper between the lines.',
        }
      : {
          title: 'Rub the back of the drawing with a 4B to 6B pencil or charcoal, only behind the lines.',
          why: 'It is softer and marks with less pressure; rubbing everywhere would dirty the surface.',
        };
  return [
    {
      id: 'backing-away',
      phase: 'Make ready',
      title: 'Put the final surface well away from the table.',
      why: 'The dust of the rubbing finds it otherwise.',
    },
    { id: 'backing-rub', phase: 'Make ready', ...material, caution: dustCaution },
    {
      id: 'backing-spread',
      phase: 'Make ready',
      title: 'Spread it with a tissue and tap the loose grains off over a bin.',
      why: 'An even, thin layer gives an even line; loose grains become smudges.',
    },
  ];
}

/** Graphite, charcoal or chalk rubbed on the back of the drawing itself. */
export const rubbedBacking: TransferMethodModule = {
  name: 'a graphite or chalk backing',
  suits:
    'Any surface, with what lies in the studio; the material can be chosen for the ground and for each region.',
  sheets: ['outline', 'backing'],
  materials: (surface) => [
    surface.dark
      ? 'white chalk or pastel'
      : surface.watercolour
        ? 'a soft pencil, HB to 2B'
        : 'a 4B to 6B pencil or charcoal',
    'tissue',
    surface.tooth === 'rough' ? 'an empty ball-point' : 'a hard pencil or stylus',
    'low-tack tape',
    'a putty rubber',
  ],
  makeReady,
  finish: (surface) => (surface.watercolour ? [] : [fixStep]),
};
