import { forPainting, lighten, lookLast, putAway, traceWhatIsSeen } from '../steps/common-steps.js';
import type { StepRule } from '../steps/step.js';
import { transferMethodNames } from './ids.js';
import type { Objection, TransferMethodModule } from './method.js';
import { drawingPencil, lowTackMetres, onlyTheLine, puttyRubber } from './shared.js';

/** What both kinds of projector ask for. */
export const projecting: StepRule[] = [
  {
    id: 'beam-place',
    phase: 'Prepare',
    title:
      'Tape the surface upright and mark its four corners; stand the projector square before its middle.',
    why: 'A projector that leans or stands to one side throws a picture that is wider on one side.',
    caution: 'cables',
  },
  {
    id: 'beam-corners',
    phase: 'Prepare',
    title:
      'Bring the four corners of the picture onto the four corners of the surface, then measure both diagonals.',
    why: 'Two equal diagonals and one right side make it true.',
    caution: 'beam',
  },
  {
    id: 'beam-ladder',
    phase: 'Prepare',
    title: 'Reach the highest lines from something safe to stand on.',
    why: 'In the dark, with one hand at the wall, a chair is the wrong thing.',
    caution: 'height',
    when: { id: 'wall' },
  },
  {
    id: 'beam-focus',
    phase: 'Prepare',
    title: 'Focus on a line halfway between middle and corner.',
    why: 'The middle alone is sharp at many settings; the corners only at one.',
  },
  {
    id: 'beam-aside',
    phase: 'Prepare',
    title: 'Stand beside the beam, your hand coming in from the {hand}.',
    why: 'Your own shadow hides the line you are on.',
    caution: 'neck',
  },
];

/** What speaks against both. */
export const againstProjecting: Objection[] = [
  {
    when: { dark: true },
    verdict: 'with care',
    why: 'A dark ground swallows most of the light: project light lines and darken the room wholly.',
  },
  {
    when: { large: false, upright: false },
    verdict: 'with care',
    why: 'For a small work the focus and the edges have to be set with great care; a sheet is quicker.',
  },
];

/** A digital projector: the map thrown onto the surface. */
export const projector: TransferMethodModule = {
  name: transferMethodNames['projector'],
  suits: 'Any size, very fast, and nothing is left but the line.',
  sheets: [],
  materials: [
    { for: 'projector', words: 'a projector on a firm stand' },
    { for: 'tape', words: 'tape for the corners and the cables' },
    ...drawingPencil,
    puttyRubber,
  ],
  steps: [
    ...projecting,
    ...traceWhatIsSeen,
    {
      id: 'beam-blank',
      phase: 'Trace',
      title: 'Blank the picture now and then and look at what is traced.',
      why: 'In the beam a line that is traced and one that is light look alike.',
    },
    lookLast,
    ...lighten,
    ...forPainting,
    {
      ...putAway,
      title: 'Note the place of the projector and the size, and put the map away with the work.',
    },
  ],
  objections: [
    ...againstProjecting,
    {
      when: { tooFar: true },
      verdict: 'with care',
      why: 'The room is not deep enough for the whole picture: project it in sections, or by a lens of shorter throw.',
    },
    {
      when: { crowded: true },
      verdict: 'with care',
      why: 'Lines that lie within a pixel or two of each other run together.',
    },
  ],
  line: {
    widthMm: 0.8,
    faintest: 4.5,
    why: 'one to two projector pixels at this size, followed with a pencil',
  },
  // The pencil’s own breadth is the least.
  projectedMm: ({ mmPerPixel }) => Math.max(0.4, 1.5 * mmPerPixel),
  gear: ['projector'],
  supplies: [lowTackMetres],
  leaves: onlyTheLine,
  time: { readyMinutes: 20, readyMinutesPerDm2: 0, pace: 0.9, tidyMinutes: 6 },
};
