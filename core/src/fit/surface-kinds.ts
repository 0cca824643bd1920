/** What the transfer has to know of a surface. One table for the whole program; docs/transfer.md explains it. */
export type SurfaceKind = {
  id: SurfaceKindId;
  name: string;
  /** Water-based transparent paint goes on it, which wax repels and dents darken. */
  watercolour: boolean;
  /** Lines can be taken off again with a kneaded eraser. */
  erases: boolean;
  /** A hard point leaves furrows. */
  dents: boolean;
  /** The ground is dark, so that lines must be light. */
  dark: boolean;
  /** Tape can lift or mark the front. */
  tapeMarks: boolean;
  /** Texture of the surface: a fine line breaks up on a rough one. */
  tooth: 'smooth' | 'medium' | 'rough';
};

export const surfaceKindIds = [
  'hot-pressed',
  'cold-pressed',
  'rough',
  'drawing-paper',
  'pastel-board',
  'canvas-panel',
  'stretched-canvas',
  'wood-panel',
  'scratchboard',
] as const;
export type SurfaceKindId = (typeof surfaceKindIds)[number];

type Traits = Omit<SurfaceKind, 'id' | 'name'>;
const paper: Traits = {
  watercolour: false,
  erases: true,
  dents: true,
  dark: false,
  tapeMarks: true,
  tooth: 'medium',
};
const firm: Traits = {
  watercolour: false,
  erases: true,
  dents: false,
  dark: false,
  tapeMarks: false,
  tooth: 'medium',
};

export const surfaceKinds: readonly SurfaceKind[] = [
  { ...paper, id: 'hot-pressed', name: 'hot-pressed watercolour paper', watercolour: true, tooth: 'smooth' },
  { ...paper, id: 'cold-pressed', name: 'cold-pressed watercolour paper', watercolour: true },
  { ...paper, id: 'rough', name: 'rough watercolour paper', watercolour: true, tooth: 'rough' },
  { ...paper, id: 'drawing-paper', name: 'drawing paper', tooth: 'smooth' },
  { ...paper, id: 'pastel-board', name: 'pastel board', erases: false, tooth: 'rough' },
  { ...firm, id: 'canvas-panel', name: 'canvas panel' },
  { ...firm, id: 'stretched-canvas', name: 'stretched canvas', dents: true, tooth: 'medium' },
  { ...firm, id: 'wood-panel', name: 'wood panel', tooth: 'smooth' },
  {
    ...firm,
    id: 'scratchboard',
    name: 'scratchboard',
    erases: false,
    dents: true,
    dark: true,
    tapeMarks: true,
    tooth: 'smooth',
  },
];

/** The kind with this id. */
export function surfaceKind(id: SurfaceKindId): SurfaceKind {
  const kind = surfaceKinds.find((candidate) => candidate.id === id);
  if (!kind) throw new RangeError(`There is no surface called ${id}.`);
  return kind;
}
