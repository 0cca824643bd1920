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
import {
  lowTackMetres,
  lowTackTape,
  printedSheets,
  puttyRubber,
  tracingPoint,
  wornSheets,
} from './shared.js';

/** A sheet coated with graphite or pigment, laid between drawing and surface. */
export const transferSheet: TransferMethodModule = {
  name: transferMethodNames['transfer-sheet'],
  suits: 'Clean, even lines on paper, board or panel; the sheet serves many times.',
  sheets: ['outline'],
  materials: [
    { for: 'sheet', words: 'a white or yellow transfer sheet', when: { dark: true } },
    { for: 'sheet', words: 'a wax-free graphite transfer sheet', when: { watercolour: true } },
    { for: 'sheet', words: 'a wax-free graphite transfer sheet', when: { takesWax: false } },
    { for: 'sheet', words: 'a graphite transfer sheet' },
    ...tracingPoint,
    lowTackTape,
    { for: 'cloth', words: 'a soft cloth' },
    puttyRubber,
  ],
  steps: [
    ...joinSheets,
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Take a white or yellow transfer sheet.',
      why: 'Graphite does not show on a dark ground.',
      when: { dark: true },
    },
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Take a wax-free graphite transfer sheet.',
      why: 'Waxy carbon repels watercolour and cannot be erased; the line would stay in the painting.',
      when: { watercolour: true },
    },
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Take a wax-free graphite transfer sheet.',
      why: 'Waxy carbon holds for good on this surface, and paint or pastel does not take over it.',
      when: { takesWax: false },
    },
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Take a graphite transfer sheet, used before if you have one.',
      why: 'A new sheet marks darkly and smears; a used one gives a fainter, cleaner line.',
    },
    {
      id: 'sheet-wipe',
      phase: 'Prepare',
      title: 'Wipe a new sheet once with a soft cloth.',
      why: 'It takes off the loose graphite that would dirty the surface where no line is.',
      caution: 'dust',
    },
    ...layOn,
    ...tryPressure,
    ...traceUnderSheet,
    ...refine,
    ...lighten,
    // Pigment on a dark ground lies loose.
    { ...fixLoose, when: { dark: true, watercolour: false } },
    ...forPainting,
    putAway,
  ],
  objections: [
    {
      when: { dents: true, watercolour: true },
      verdict: 'with care',
      why: 'A hard point leaves furrows in this surface, where washes pool: try the pressure first.',
    },
    {
      when: { crowded: true },
      verdict: 'with care',
      why: 'Some lines are closer together than the width of a line on the sheet: they run together.',
    },
    {
      when: { upright: true },
      verdict: 'with care',
      why: 'On an upright surface the sheets have to be taped all round.',
    },
    {
      when: { tired: true, long: true },
      verdict: 'with care',
      why: 'It is a lot of line to press through with a tired hand: spread it over sittings.',
    },
    {
      when: { tooth: 'rough' },
      verdict: 'with care',
      why: 'On a rough surface the line breaks up over the hollows.',
    },
  ],
  line: {
    widthMm: 0.6,
    faintest: 10,
    why: 'a hard point through one sheet of paper spreads the line to about 0.6 mm',
  },
  gear: ['transfer-sheet'],
  supplies: [printedSheets, lowTackMetres, wornSheets],
  leaves: [
    { for: 'left', words: 'Some wax or pigment, which erases only in part.', when: { dark: true } },
    { for: 'left', words: 'Graphite dust where the hand pressed; it erases.' },
  ],
  time: { readyMinutes: 8, readyMinutesPerDm2: 0.1, pace: 1.1, tidyMinutes: 10 },
};
