import {
  forPainting,
  layOn,
  lighten,
  putAway,
  refine,
  traceUnderSheet,
  tryPressure,
} from '../steps/common-steps.js';
import { transferMethodNames } from './ids.js';
import type { TransferMethodModule } from './method.js';
import { lowTackMetres, lowTackTape, puttyRubber, tracingPoint, wornSheets } from './shared.js';

/** Clear film laid over a fragile or fixed original, traced in fine pen, then transferred. */
export const filmOverOriginal: TransferMethodModule = {
  name: transferMethodNames['film-over-original'],
  suits: 'Originals that are fragile or fixed, at their own size.',
  sheets: ['film'],
  materials: [
    { for: 'film', words: 'clear film and a fine film pen' },
    { for: 'sheet', words: 'a white or yellow transfer sheet', when: { dark: true } },
    { for: 'sheet', words: 'a wax-free graphite transfer sheet' },
    ...tracingPoint,
    lowTackTape,
    puttyRubber,
  ],
  steps: [
    {
      id: 'film-lay',
      phase: 'Prepare',
      title: 'Lay the film on the original without tape on it, held by weights at its edges.',
      why: 'Nothing may stick to the original; film that moves is laid back on its marks.',
    },
    {
      id: 'film-trace',
      phase: 'Prepare',
      title:
        'Trace it in fine pen, your eye straight above the line, and let it dry before you turn the film.',
      why: 'Film has thickness: seen at an angle, every line lands beside its place. Wet ink smudges.',
      caution: 'solvent',
    },
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Lay a light transfer sheet under the film.',
      why: 'Graphite does not show on a dark ground.',
      when: { dark: true },
    },
    {
      id: 'sheet',
      phase: 'Prepare',
      title: 'Lay a wax-free transfer sheet under the film.',
      why: 'Film itself leaves no line.',
    },
    ...layOn,
    ...tryPressure,
    ...traceUnderSheet,
    ...refine,
    ...lighten,
    ...forPainting,
    putAway,
  ],
  objections: [
    {
      when: { crowded: true },
      verdict: 'with care',
      why: 'Lines that lie close together cannot be told apart through film and sheet.',
    },
    {
      when: { dents: true, watercolour: true },
      verdict: 'with care',
      why: 'Film is stiff and asks for pressure, and this surface dents.',
    },
  ],
  line: { widthMm: 0.8, faintest: 10, why: 'film pen and transfer sheet together leave about 0.8 mm' },
  gear: ['film', 'transfer-sheet'],
  supplies: [{ words: 'm² of film', perM2: 1.1, kind: 'film', asSurface: true }, lowTackMetres, wornSheets],
  leaves: [{ for: 'left', words: 'Graphite dust where the hand pressed; it erases.' }],
  time: { readyMinutes: 12, readyMinutesPerDm2: 0.2, pace: 2, tidyMinutes: 10 },
};
