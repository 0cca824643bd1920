import type { Surface } from '../../fit/index.js';
import { dustCaution, fixStep } from '../cautions.js';
import type { TransferStep } from '../step.js';
import type { TransferMethodModule } from './method.js';

function makeReady(surface: Surface): TransferStep[] {
  const choice = surface.dark
    ? {
        title: 'Take a white or yellow transfer sheet.',
        why: 'Graphite does not show on a dark ground.',
      }
    : surface.watercolour || !surface.takesWax
      ? {
          title: 'Take a wax-free graphite transfer sheet.',
          why: surface.watercolour
            ? 'Waxy carbon repels watercolour and cannot be erased; the line would stay in the painting.'
            : 'Waxy carbon holds for good on this surface, and paint or pastel does not take over it.',
        }
      : {
          title: 'Take a graphite transfer sheet, used before if you have one.',
          why: 'A new sheet marks darkly and smears; a used one gives a fainter, cleaner line.',
        };
  return [
    { id: 'sheet', phase: 'Make ready', ...choice },
    {
      id: 'sheet-wipe',
      phase: 'Make ready',
      title: 'Wipe a new sheet once with a soft cloth.',
      why: 'It takes off the loose graphite that would dirty the surface where no line is.',
      caution: dustCaution,
    },
  ];
}

/** A sheet coated with graphite or pigment, laid between drawing and surface. */
export const transferSheet: TransferMethodModule = {
  name: 'a transfer sheet',
  suits: 'Clean, even lines on paper, board or panel; the sheet serves many times.',
  sheets: ['outline'],
  materials: (surface) => [
    surface.dark
      ? 'a white or yellow transfer sheet'
      : surface.watercolour || !surface.takesWax
        ? 'a wax-free graphite transfer sheet'
        : 'a graphite transfer sheet',
    surface.tooth === 'rough' ? 'an empty ball-point' : 'a hard pencil or stylus',
    'low-tack tape',
    'a soft cloth',
    'a putty rubber',
  ],
  makeReady,
  // Pigment on a dark ground lies loose.
  finish: (surface) => (surface.dark && !surface.watercolour ? [fixStep] : []),
};
