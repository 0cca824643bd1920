import type { TransferStep } from './step.js';

/** Where graphite, chalk or pastel comes off as dust. */
export const dustCaution =
  'Do not blow the dust away: pick it up with a putty rubber or a damp cloth, and wear a mask if there is much of it. Some pigments are toxic; follow the label.';

/** Where fixative is sprayed. */
const sprayCaution =
  'Use fixative outdoors or with extraction, away from flame, and follow the label and local rules.';

/** Fixing lines that would mix into the first layer. */
export const fixStep: TransferStep = {
  id: 'fix',
  phase: 'Finish',
  title: 'Fix the lines with a light coat, if the painting method allows it.',
  why: 'Loose chalk, charcoal and soft graphite mix into the first layer.',
  caution: sprayCaution,
};
