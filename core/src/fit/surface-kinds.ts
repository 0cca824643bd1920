/** Texture of a surface: a fine line breaks up on a rough one. */
export const tooths = ['smooth', 'medium', 'rough'] as const;

/** How much light a surface lets through, for work over a light box. */
export const lightPassed = ['none', 'little', 'some', 'much'] as const;

/** What the transfer has to know of a surface, apart from its size and colour. */
export type SurfaceTraits = {
  tooth: (typeof tooths)[number];
  passesLight: (typeof lightPassed)[number];
  /** Water-based transparent paint goes on it, which wax repels and dents darken. */
  watercolour: boolean;
  /** Lines can be taken off again with a putty rubber. */
  erases: boolean;
  /** A hard point leaves furrows. */
  dents: boolean;
  /** Waxy carbon or crayon may go on it. */
  takesWax: boolean;
  /** Tape can lift or mark the front. */
  tapeMarks: boolean;
};

/** A kind of surface, with what it is like when nothing else is said. */
export type SurfaceKind = {
  id: SurfaceKindId;
  name: string;
  traits: SurfaceTraits;
  /** Usual colour of the ground, sRGB. */
  groundColour: string;
  /** Usual weight, for papers that are sold by it. */
  gramsPerM2?: number;
  /** Usual depth of the bars and canvas wrapped behind them, for what is stretched. */
  stretched?: { barDepthMm: number; wrapMm: number };
  /** Cut from a larger piece, so that trimming and taping ask for more of it. */
  isCut: boolean;
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
  'ceramic',
  'wall',
  'other',
] as const;
export type SurfaceKindId = (typeof surfaceKindIds)[number];

const paper: SurfaceTraits = {
  tooth: 'medium',
  passesLight: 'some',
  watercolour: false,
  erases: true,
  dents: true,
  takesWax: true,
  tapeMarks: true,
};
const watercolourPaper: SurfaceTraits = {
  ...paper,
  passesLight: 'little',
  watercolour: true,
  takesWax: false,
};
const firm: SurfaceTraits = {
  tooth: 'medium',
  passesLight: 'none',
  watercolour: false,
  erases: true,
  dents: false,
  takesWax: true,
  tapeMarks: false,
};
const white = '#fbf8f1';

/** One table for the whole program; docs/surfaces.md explains it. A work may say otherwise. */
export const surfaceKinds: readonly SurfaceKind[] = [
  {
    id: 'hot-pressed',
    name: 'hot-pressed watercolour paper',
    traits: { ...watercolourPaper, tooth: 'smooth' },
    groundColour: white,
    gramsPerM2: 300,
    isCut: true,
  },
  {
    id: 'cold-pressed',
    name: 'cold-pressed watercolour paper',
    traits: watercolourPaper,
    groundColour: white,
    gramsPerM2: 300,
    isCut: true,
  },
  {
    id: 'rough',
    name: 'rough watercolour paper',
    traits: { ...watercolourPaper, tooth: 'rough' },
    groundColour: white,
    gramsPerM2: 300,
    isCut: true,
  },
  {
    id: 'drawing-paper',
    name: 'drawing paper',
    traits: { ...paper, tooth: 'smooth' },
    groundColour: white,
    gramsPerM2: 150,
    isCut: true,
  },
  {
    id: 'pastel-board',
    name: 'pastel board',
    traits: { ...paper, tooth: 'rough', passesLight: 'none', erases: false, takesWax: false },
    groundColour: '#cfc6b4',
    isCut: true,
  },
  { id: 'canvas-panel', name: 'canvas panel', traits: firm, groundColour: white, isCut: false },
  {
    id: 'stretched-canvas',
    name: 'stretched canvas',
    traits: { ...firm, passesLight: 'little', dents: true },
    groundColour: white,
    stretched: { barDepthMm: 20, wrapMm: 40 },
    isCut: false,
  },
  {
    id: 'wood-panel',
    name: 'wood panel',
    traits: { ...firm, tooth: 'smooth' },
    groundColour: '#e6d3b1',
    isCut: false,
  },
  {
    id: 'scratchboard',
    name: 'scratchboard',
    traits: { ...firm, tooth: 'smooth', erases: false, dents: true, tapeMarks: true },
    groundColour: '#1d1b19',
    isCut: true,
  },
  {
    id: 'ceramic',
    name: 'ceramic',
    traits: { ...firm, tooth: 'smooth' },
    groundColour: '#f7f5f0',
    isCut: false,
  },
  {
    id: 'wall',
    name: 'wall',
    traits: { ...firm, tooth: 'rough', tapeMarks: true },
    groundColour: '#f1ece2',
    isCut: false,
  },
  {
    id: 'other',
    name: 'another surface',
    traits: { ...firm, dents: true, tapeMarks: true },
    groundColour: white,
    isCut: true,
  },
];

/** The kind with this id. */
export function surfaceKind(id: SurfaceKindId): SurfaceKind {
  const kind = surfaceKinds.find((candidate) => candidate.id === id);
  if (!kind) throw new RangeError(`There is no surface called ${id}.`);
  return kind;
}

/**
 * How much light paper of a weight lets through on a light box: writing paper shows a pencil line clearly,
 * 200 g/m² a firm one in a dark room, 300 g/m² hardly any.
 */
export function lightThrough(gramsPerM2: number): (typeof lightPassed)[number] {
  return gramsPerM2 <= 120 ? 'much' : gramsPerM2 <= 220 ? 'some' : gramsPerM2 <= 400 ? 'little' : 'none';
}
