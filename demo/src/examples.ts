import type { NamedPart } from '@nobrel/core/check';
import { allRound, defaultGrid, type FitDecisions } from '@nobrel/core/fit';
import type { MapSettings } from '@nobrel/core/map';
import { unsquared, type Squaring } from '@nobrel/core/reference';
import type { TransferDecisions, TransferMethod } from '@nobrel/core/transfer';

/** A work of the made-up painter in the boathouse. */
export type Example = {
  picture: string;
  title: string;
  permissionNote: string;
  squaring?: Squaring;
  /** Another picture, pinned to a spot on the first, its pixels. */
  detail?: { picture: string; at: { x: number; y: number }; words: string };
  fit: Partial<FitDecisions> & Pick<FitDecisions, 'kind'>;
  map: Partial<MapSettings>;
  /** Parts of it that have a name. */
  parts?: readonly NamedPart[];
  /** What else of the transfer is not as usual. */
  transfer?: Partial<TransferDecisions>;
  method: TransferMethod;
  reached: 'begun' | 'mapped' | 'in transfer' | 'filed';
};

/** The works, the last begun first on the list. Each is carried across by a method of its own. */
export const examples: readonly Example[] = [
  {
    picture: 'slip-at-low-water',
    title: 'The slip, for the shed wall',
    permissionNote: 'My own, from the quay.',
    fit: { kind: 'wall', widthMm: 900, heightMm: 675, marginsMm: allRound(0) },
    map: { values: 2, minShapeMm2: 600, quietMm: 5, detail: 0.12, pencilMm: 1.5, toleranceMm: 1.2 },
    method: 'overhead-projector',
    reached: 'mapped',
  },
  {
    picture: 'dinghy-on-the-hard',
    title: 'Dinghy, large on canvas',
    permissionNote: 'My own, an evening in October.',
    fit: {
      kind: 'stretched-canvas',
      widthMm: 600,
      heightMm: 450,
      marginsMm: allRound(0),
      grid: { ...defaultGrid, shown: true, columns: 8, rows: 6 },
    },
    map: { values: 3, minShapeMm2: 120, quietMm: 3.5, pencilMm: 1 },
    method: 'grid-by-hand',
    reached: 'mapped',
  },
  {
    picture: 'kettle-lantern-and-pears',
    title: 'Still life, over the old study',
    permissionNote: 'My own photograph, set up on the bench.',
    fit: { kind: 'pastel-board', widthMm: 500, heightMm: 400, marginsMm: allRound(0) },
    map: { values: 2, minShapeMm2: 200, quietMm: 3, detail: 0.25, pencilMm: 0.8 },
    transfer: { coated: 'a4' },
    method: 'film-over-original',
    reached: 'mapped',
  },
  {
    picture: 'kettle-lantern-and-pears',
    title: 'Lantern and pears, on panel',
    permissionNote: 'My own photograph, set up on the bench.',
    fit: { kind: 'wood-panel', widthMm: 300, heightMm: 240, marginsMm: allRound(0) },
    map: { values: 2, minShapeMm2: 80, quietMm: 2, detail: 0.25, pencilMm: 0.7 },
    method: 'prick-and-pounce',
    reached: 'mapped',
  },
  {
    picture: 'slip-at-low-water',
    title: 'The slip at low water',
    permissionNote: 'My own, from the quay.',
    fit: { kind: 'canvas-panel', widthMm: 406.4, heightMm: 304.8, marginsMm: allRound(0) },
    map: { values: 3, minShapeMm2: 40, path: 'straight', toleranceMm: 0.8, pencilMm: 0.7, quietMm: 2 },
    method: 'rubbed-backing',
    reached: 'filed',
  },
  {
    picture: 'slip-at-low-water',
    title: 'Slip, small study',
    permissionNote: '',
    fit: { kind: 'drawing-paper', widthMm: 148, heightMm: 210, marginsMm: allRound(8) },
    map: {},
    method: 'light-box',
    reached: 'begun',
  },
  {
    picture: 'sketch-on-the-bench',
    title: 'Dinghy, the sketch enlarged',
    permissionNote: 'My own sketch, photographed on the bench.',
    squaring: {
      ...unsquared,
      corners: [
        { x: 515, y: 400 },
        { x: 1961, y: 273 },
        { x: 2166, y: 1425 },
        { x: 265, y: 1439 },
      ],
      originalMm: { width: 300, height: 225 },
    },
    fit: {
      kind: 'stretched-canvas',
      widthMm: 800,
      heightMm: 600,
      marginsMm: allRound(0),
      sketch: { widthMm: 300, heightMm: 225 },
      grid: { ...defaultGrid, shown: true, columns: 8, rows: 6, halved: ['D3', 'E3'] },
    },
    map: {},
    method: 'projector',
    reached: 'begun',
  },
  {
    picture: 'dinghy-on-the-hard',
    title: 'Dinghy on the hard',
    permissionNote: 'My own, an evening in October.',
    fit: { kind: 'hot-pressed', widthMm: 420, heightMm: 297, marginsMm: allRound(15), way: 'border' },
    map: { values: 3, minShapeMm2: 60, quietMm: 2.5 },
    parts: [
      { id: 'part-1', name: 'Hull', box: { x: 190, y: 153, width: 120, height: 71 } },
      { id: 'part-2', name: 'Mast', box: { x: 220, y: 26, width: 80, height: 126 } },
    ],
    method: 'mirrored-tracing',
    reached: 'mapped',
  },
  {
    picture: 'kettle-lantern-and-pears',
    title: 'Kettle, lantern and pears',
    permissionNote: 'My own photograph, set up on the bench.',
    fit: { kind: 'cold-pressed', widthMm: 300, heightMm: 240, marginsMm: allRound(0) },
    map: { values: 4, minShapeMm2: 12 },
    detail: { picture: 'lantern-close', at: { x: 1890, y: 420 }, words: 'The lantern, close' },
    method: 'transfer-sheet',
    reached: 'in transfer',
  },
];
