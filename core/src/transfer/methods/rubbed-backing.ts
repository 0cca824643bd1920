import {
  fixLoose,
  forPainting,
  joinSheets,
  layOn,
  lighten,
  putAway,
  refine,
  traceUnderSheet,
  tryPressure,
} from '../steps/common-steps.js';
import { transferMethodNames } from './ids.js';
import type { TransferMethodModule } from './method.js';
import { lowTackMetres, lowTackTape, printedSheets, puttyRubber, tracingPoint } from './shared.js';

/** Graphite, charcoal or chalk rubbed on the back of the drawing itself. */
export const rubbedBacking: TransferMethodModule = {
  name: transferMethodNames['rubbed-backing'],
  suits:
    'Any surface, with what lies in the studio; the material can be chosen for the ground and for each region.',
  sheets: ['outline', 'backing'],
  materials: [
    { for: 'stick', words: 'white chalk or pastel', when: { dark: true } },
    { for: 'stick', words: 'a soft pencil, HB to 2B', when: { watercolour: true } },
    { for: 'stick', words: 'a 4B to 6B pencil or charcoal' },
    { for: 'tissue', words: 'tissue' },
    ...tracingPoint,
    lowTackTape,
    puttyRubber,
  ],
  steps: [
    ...joinSheets,
    {
      id: 'backing-away',
      phase: 'Prepare',
      title: 'Put the final surface well away from the table.',
      why: 'The dust of the rubbing finds it otherwise.',
    },
    {
      id: 'backing-rub',
      phase: 'Prepare',
      title: 'Rub the back of the drawing with white chalk or a light wax crayon.',
      why: 'It has to show on a dark ground, and wax holds on the smooth coating.',
      caution: 'dust',
      when: { dark: true, id: 'scratchboard' },
    },
    {
      id: 'backing-rub',
      phase: 'Prepare',
      title: 'Rub the back of the drawing with white chalk or pastel.',
      why: 'It has to show on a dark ground.',
      caution: 'dust',
      when: { dark: true },
    },
    {
      id: 'backing-rub',
      phase: 'Prepare',
      title: 'Rub the back of the drawing with a soft pencil, HB to 2B, only behind the lines.',
      why: 'Softer lead smears into pale washes, and rubbing everywhere dirties the paper between the lines.',
      caution: 'dust',
      when: { watercolour: true },
    },
    {
      id: 'backing-rub',
      phase: 'Prepare',
      title: 'Rub the back of the drawing with a 4B to 6B pencil or charcoal, only behind the lines.',
      why: 'It is softer and marks with less pressure; rubbing everywhere would dirty the surface.',
      caution: 'dust',
    },
    {
      id: 'backing-spread',
      phase: 'Prepare',
      title: 'Spread it with a tissue and tap the loose grains off over a bin.',
      why: 'An even, thin layer gives an even line; loose grains become smudges.',
    },
    ...layOn,
    ...tryPressure,
    ...traceUnderSheet,
    ...refine,
    ...lighten,
    { ...fixLoose, when: { watercolour: false } },
    ...forPainting,
    putAway,
  ],
  objections: [
    {
      when: { dents: true, watercolour: true },
      verdict: 'with care',
      why: 'It takes more pressure than a transfer sheet, and this surface dents.',
    },
    {
      when: { long: true },
      verdict: 'with care',
      why: 'The backing wears: rub it again behind the lines every few metres.',
    },
    { when: { crowded: true }, verdict: 'with care', why: 'Lines that lie close together run into one.' },
    {
      when: { tired: true },
      verdict: 'with care',
      why: 'It tires the hand more than any other method: it has to be pressed through.',
    },
  ],
  line: { widthMm: 0.7, faintest: 6, why: 'loose grains beside the point spread the line to about 0.7 mm' },
  gear: [],
  supplies: [
    printedSheets,
    lowTackMetres,
    { words: 'graphite sticks, rubbed behind the lines', kind: 'stick', perMetre: 0.02 },
  ],
  leaves: [
    { for: 'left', words: 'Chalk that has to be fixed or wiped off.', when: { dark: true } },
    { for: 'left', words: 'Soft graphite or charcoal that smears until it is fixed or lifted.' },
  ],
  time: { readyMinutes: 10, readyMinutesPerDm2: 1.2, pace: 1.25, tidyMinutes: 12 },
};
