import {
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

/** The lines redrawn on the back of tracing paper in soft pencil, then gone over from the front. */
export const mirroredTracing: TransferMethodModule = {
  name: transferMethodNames['mirrored-tracing'],
  suits: 'Crisp, clean lines and no dust; the tracing serves again and again.',
  sheets: ['mirrored', 'outline'],
  materials: [
    { for: 'paper', words: 'tracing paper of 90 g/m² or more' },
    { for: 'soft', words: 'a white pencil for the back', when: { dark: true } },
    { for: 'soft', words: 'a sharp B to 2B pencil for the back' },
    ...tracingPoint,
    { for: 'white', words: 'a white sheet to lay beneath' },
    lowTackTape,
    puttyRubber,
  ],
  steps: [
    ...joinSheets,
    {
      id: 'mirror-front',
      phase: 'Prepare',
      title:
        'Tape tracing paper over the mirrored outline, with a white sheet beneath, and mark this side as the reverse.',
      why: 'The reverse is drawn first, so that nobody has to turn a drawn sheet over and dirty the table.',
    },
    {
      id: 'mirror-back',
      phase: 'Prepare',
      title: 'Draw the lines on it in white pencil.',
      why: 'This side will lie on the dark ground and leaves the line there.',
      caution: 'strain',
      when: { dark: true },
    },
    {
      id: 'mirror-back',
      phase: 'Prepare',
      title: 'Draw the lines on it in soft pencil, sharpened often.',
      why: 'This side will lie on the surface and leaves the line there: a blunt one leaves a broad line.',
      caution: 'strain',
    },
    {
      id: 'mirror-turn',
      phase: 'Prepare',
      title: 'Turn the tracing over: the reverse lies down, the picture reads as in the reference.',
      why: 'A picture that comes out mirrored is the commonest mistake here.',
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
      when: { long: true, repeated: false },
      verdict: 'with care',
      why: 'Every line is traced twice: for one transfer a sheet or a backing is quicker.',
    },
    {
      when: { dents: true, watercolour: true },
      verdict: 'with care',
      why: 'A hard point from the front dents this surface: burnish with a rounded one.',
    },
    {
      when: { tired: true, long: true },
      verdict: 'with care',
      why: 'Two tracings are a lot for a tired hand.',
    },
  ],
  line: { widthMm: 0.45, faintest: 6, why: 'a sharp soft pencil leaves a line of about 0.45 mm' },
  gear: [],
  supplies: [
    printedSheets,
    lowTackMetres,
    { words: 'soft pencil leads, two tracings long', kind: 'pencil', perMetre: 0.04 },
  ],
  leaves: [{ for: 'left', words: 'Only the line: no dust, nothing to wipe off.' }],
  time: { readyMinutes: 10, readyMinutesPerDm2: 0.1, pace: 2.1, tidyMinutes: 6 },
};
