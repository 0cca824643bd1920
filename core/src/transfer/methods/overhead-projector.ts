import {
  forPainting,
  joinSheets,
  lighten,
  lookLast,
  putAway,
  traceWhatIsSeen,
} from '../steps/common-steps.js';
import { transferMethodNames } from './ids.js';
import type { TransferMethodModule } from './method.js';
import { againstProjecting, projecting } from './projector.js';
import { drawingPencil, lowTackMetres, onlyTheLine, puttyRubber } from './shared.js';

/** An overhead projector with the drawing on film. */
export const overheadProjector: TransferMethodModule = {
  name: transferMethodNames['overhead-projector'],
  suits: 'Large work and walls, without a computer in the room.',
  sheets: ['film'],
  materials: [
    { for: 'projector', words: 'an overhead projector on a firm table' },
    { for: 'film', words: 'printed film, or clear film and a fine film pen' },
    { for: 'tape', words: 'tape for the corners and the cables' },
    ...drawingPencil,
    puttyRubber,
  ],
  steps: [
    ...joinSheets,
    {
      id: 'film-draw',
      phase: 'Prepare',
      title: 'Print the film, or trace the outline onto it with the finest film pen.',
      why: 'Every line grows with the picture: 0.5 mm enlarged seven times is a band of 3.5 mm.',
      caution: 'solvent',
    },
    ...projecting,
    ...traceWhatIsSeen,
    {
      id: 'beam-middle',
      phase: 'Trace',
      title: 'Trace along the middle of each band, always on the same side of doubt.',
      why: 'A line along now one edge and now the other puts wobbles in.',
    },
    lookLast,
    ...lighten,
    ...forPainting,
    putAway,
  ],
  objections: [
    ...againstProjecting,
    { when: { crowded: true }, verdict: 'with care', why: 'Bands that lie close together become one.' },
    {
      when: { large: false },
      verdict: 'with care',
      why: 'It hardly throws a picture smaller than its own stage.',
    },
  ],
  line: { widthMm: 2, faintest: 4.5, why: 'a film pen of 0.5 mm, enlarged with the picture' },
  projectedMm: ({ times }) => 0.5 * times,
  gear: ['overhead-projector'],
  supplies: [{ words: 'sheets of film', kind: 'film', each: 1 }, lowTackMetres],
  leaves: onlyTheLine,
  time: { readyMinutes: 30, readyMinutesPerDm2: 0, pace: 1, tidyMinutes: 6 },
};
