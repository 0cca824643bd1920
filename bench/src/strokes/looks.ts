import type { DrawingTool, Rendering } from '@nobrel/core/testing';

const plain = { pxPerMm: 6, paper: 93, contrast: 60, light: 'even', taken: 'scanned' } as const;

const of = (tool: DrawingTool, rest: Partial<Rendering> = {}): Omit<Rendering, 'seed'> => ({
  ...plain,
  tool,
  ...rest,
});

/** How the known drawings are drawn, lit and taken: five tools on four papers, from strong to hardly seen. */
export const looks: readonly Omit<Rendering, 'seed'>[] = [
  of('pencil', { contrast: 45 }),
  of('pencil', { contrast: 45, taken: 'photographed', light: 'side' }),
  of('pencil', { contrast: 12 }),
  of('pencil', { contrast: 25, paper: 70, taken: 'photographed', light: 'uneven' }),
  of('pen'),
  of('pen', { taken: 'photographed', light: 'uneven' }),
  of('pen', { contrast: 12, paper: 75 }),
  of('ball-point'),
  of('ball-point', { contrast: 30, taken: 'photographed', light: 'side' }),
  of('brush'),
  of('brush', { taken: 'photographed', light: 'side' }),
  of('chalk', { paper: 15, contrast: -60 }),
  of('chalk', { paper: 15, contrast: -60, taken: 'photographed', light: 'uneven' }),
  of('chalk', { paper: 45, contrast: -30 }),
];
