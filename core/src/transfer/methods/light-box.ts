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
import {
  drawingPencil,
  lowTackMetres,
  lowTackTape,
  onlyTheLine,
  printedSheets,
  puttyRubber,
} from './shared.js';

/** A light box, a lit window, or a lamp under glass: the drawing seen through the surface. */
export const lightBox: TransferMethodModule = {
  name: transferMethodNames['light-box'],
  suits: 'Paper that lets light through: direct, correct, and nothing is left but the line.',
  sheets: ['outline'],
  materials: [
    { for: 'light', words: 'a light box, a lamp under glass, or a window by day' },
    ...drawingPencil,
    lowTackTape,
    puttyRubber,
  ],
  steps: [
    ...joinSheets,
    {
      id: 'light-line',
      phase: 'Prepare',
      title: 'Print the outline with lines of 0.7 mm or more on thin paper.',
      why: 'Light spreads in the paper above it: a fine line fades before a broad one.',
    },
    {
      id: 'light-room',
      phase: 'Prepare',
      title: 'Dim the room and let no lamp shine on the paper from above.',
      why: 'What shines on the paper from above hides what shines through it.',
      caution: 'lampUnderGlass',
    },
    {
      id: 'light-window',
      phase: 'Prepare',
      title: 'At a window, take the brightest hour without sun on the glass.',
      why: 'It is the strongest light box there is, but the arms tire: trace from the top down.',
      caution: 'window',
      when: { school: 'top-to-bottom' },
    },
    {
      id: 'light-tape',
      phase: 'Prepare',
      title:
        'Tape the drawing to the light, and the paper over it by its corners, each so that it comes off alone.',
      why: 'You will want to look at the paper without taking the drawing off.',
    },
    {
      id: 'light-ends',
      phase: 'Prepare',
      title: 'Mark the ends of long straight lines first.',
      why: 'A ruler hides the line it is laid along, but between two marks it need not be seen.',
    },
    ...traceWhatIsSeen,
    lookLast,
    ...lighten,
    ...forPainting,
    putAway,
  ],
  objections: [
    {
      when: { passesLight: 'none' },
      verdict: 'does not work',
      why: 'This surface lets no light through.',
    },
    {
      when: { passesLight: ['much', 'some', 'little'], seenThrough: 'not' },
      verdict: 'does not work',
      why: 'Lines as they are printed cannot be seen through this paper by this light in this room: see What is seen.',
    },
    {
      when: { upright: true },
      verdict: 'does not work',
      why: 'The surface cannot be laid over a light.',
    },
    {
      when: { dark: true },
      verdict: 'does not work',
      why: 'A dark ground swallows the light.',
    },
    {
      when: { seenThrough: 'barely' },
      verdict: 'with care',
      why: 'Paper of this weight shows firm lines in a dark room only: print them at 0.7 mm, bare of a second sheet.',
    },
    {
      when: { beyondLight: true },
      verdict: 'with care',
      why: 'It is larger than the light behind it: it has to be moved.',
    },
    {
      when: { crowded: true },
      verdict: 'with care',
      why: 'Light spreads lines that lie close together into one.',
    },
  ],
  line: { widthMm: 0.4, faintest: 4.5, why: 'the line is your own pencil’s, about 0.4 mm' },
  gear: ['light'],
  supplies: [printedSheets, lowTackMetres],
  leaves: onlyTheLine,
  time: { readyMinutes: 8, readyMinutesPerDm2: 0, pace: 1, tidyMinutes: 4 },
};
