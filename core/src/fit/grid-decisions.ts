import { z } from 'zod';
import { choiceDecision, numberDecision, switchDecision } from '../decisions/index.js';

/** How much a grid helps: more squares, more help, more clutter. */
export const helpLevels = ['low', 'middle', 'high'] as const;
export type HelpLevel = (typeof helpLevels)[number];

export const maxSquares = 200;

/** A grid over what is drawn. */
export const gridSchema = z.object({
  shown: switchDecision({ initial: false, label: 'Show the grid', help: 'the grid is shown' }),
  by: choiceDecision(['counts', 'spacing'], {
    initial: 'counts',
    label: 'How it is divided',
    help: 'a number of squares each way, or squares of a spacing with a rest at the far end',
    choices: { counts: 'by number', spacing: 'by spacing' },
  }),
  columns: numberDecision({
    min: 1,
    max: maxSquares,
    whole: true,
    initial: 5,
    unit: 'columns',
    label: 'Columns',
    help: 'squares across',
  }),
  rows: numberDecision({
    min: 1,
    max: maxSquares,
    whole: true,
    initial: 4,
    unit: 'rows',
    label: 'Rows',
    help: 'squares down',
  }),
  spacingMm: numberDecision({
    min: 1,
    max: 5000,
    initial: 50,
    unit: 'length',
    label: 'Spacing of the grid',
    help: 'side of a square',
  }),
  diagonals: switchDecision({
    initial: false,
    label: 'Diagonals',
    help: 'squares have diagonals',
    choices: { on: 'with diagonals', off: 'without diagonals' },
  }),
  /** Squares that are halved each way, by name such as B2. */
  halved: z
    .array(z.string().regex(/^[A-Z]{1,2}[0-9]{1,3}$/))
    .max(2000)
    .default([]),
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .default('#2f5d8c'),
  lineMm: numberDecision({
    min: 0.05,
    max: 3,
    initial: 0.3,
    unit: 'mm',
    label: 'Width of the grid’s lines',
    help: 'width of the grid’s lines',
  }),
  help: choiceDecision(helpLevels, {
    initial: 'middle',
    label: 'How much the grid helps',
    help: 'how much a grid that is proposed helps',
    choices: { low: 'a little', middle: 'well', high: 'a lot' },
  }),
});
export type GridDecisions = z.infer<typeof gridSchema>;

export const defaultGrid: GridDecisions = gridSchema.parse({});
