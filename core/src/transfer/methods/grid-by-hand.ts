import { forPainting, lighten, lookLast, putAway } from '../steps/common-steps.js';
import { transferMethodNames } from './ids.js';
import type { TransferMethodModule } from './method.js';
import { drawingPencil, onlyTheLine, puttyRubber } from './shared.js';

/** Square by square, drawn by eye. */
export const gridByHand: TransferMethodModule = {
  name: transferMethodNames['grid-by-hand'],
  suits: 'Any surface and size, with a ruler alone; it trains the eye.',
  sheets: ['grid', 'setting-out'],
  materials: [{ for: 'ruler', words: 'a long ruler and a square' }, ...drawingPencil, puttyRubber],
  steps: [
    {
      id: 'grid-marks',
      phase: 'Prepare',
      title: 'Set out the marks of the grid from one edge, each by its own distance.',
      why: 'Stepping from mark to mark adds every error to the next.',
    },
    {
      id: 'grid-lines',
      phase: 'Prepare',
      title: 'Draw the grid so faintly that it can just be seen, and number it at the edge.',
      why: 'It has to go again, and a furrow stays.',
    },
    {
      id: 'grid-squares',
      phase: 'Trace',
      title:
        'Square by square from the {from}: mark where each line enters and leaves, then draw what lies between.',
      why: 'Two places on the sides of a square hold a line better than any look at the whole.',
      caution: 'neck',
    },
    {
      id: 'grid-whole',
      phase: 'Trace',
      title: 'Stand back after each row and look at the whole.',
      why: 'A square copied a row too high looks right within itself.',
    },
    { ...lookLast, title: 'Hold the drawing beside the reference and look it over before the grid goes.' },
    {
      id: 'grid-off',
      phase: 'Finish',
      title: 'Lift the grid with a putty rubber.',
      why: 'Grid lines shine through pale paint like any other pencil.',
      when: { erases: true },
    },
    ...lighten,
    ...forPainting,
    { ...putAway, title: 'Note the grid and its numbers with the work.' },
  ],
  objections: [
    {
      when: { erases: false },
      verdict: 'with care',
      why: 'The grid cannot be taken off this surface: mark only the edges, or stretch threads.',
    },
    { when: { long: true }, verdict: 'with care', why: 'It is slow: every line is drawn by eye.' },
    {
      when: { crowded: true },
      verdict: 'with care',
      why: 'Lines that lie close together are hard to place by eye: halve the squares there.',
    },
  ],
  line: { widthMm: 0.4, faintest: 4.5, why: 'the line is your own pencil’s, about 0.4 mm' },
  gear: [],
  supplies: [{ words: 'm of grid lines to draw and rub out', perM2: 20 }],
  leaves: onlyTheLine,
  time: { readyMinutes: 20, readyMinutesPerDm2: 0.8, pace: 3, tidyMinutes: 12 },
};
