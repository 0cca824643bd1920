import { z } from 'zod';
import { choiceDecision, numberDecision, optionalNumberDecision } from '../decisions/index.js';
import { gridSchema } from './grid-decisions.js';
import { guideKinds } from './guides.js';
import { longestSideMm, shortestSideMm } from './limits.js';
import { measuredSidesSchema } from './measured-sides.js';
import { lightPassed, surfaceKind, surfaceKindIds, tooths, type SurfaceKindId } from './surface-kinds.js';

const side = z.number().min(shortestSideMm).max(longestSideMm);
const spare = z.number().min(0).max(longestSideMm);
const share = z.number().min(0).max(1);
const size = z.object({ widthMm: side, heightMm: side });

/** A length on each side. */
export const sidesSchema = z.object({ top: spare, right: spare, bottom: spare, left: spare });
export type Sides = z.infer<typeof sidesSchema>;

export const allRound = (mm: number): Sides => ({ top: mm, right: mm, bottom: mm, left: mm });

/** How a picture and a surface of different ratios are brought together. */
export const ways = ['crop', 'border', 'extend'] as const;
export type FitWay = (typeof ways)[number];

/** Schools of placing a picture. */
export const placements = ['centred', 'bottom-heavy', 'weighted', 'by-hand'] as const;
export type PlacementSchool = (typeof placements)[number];

/** The corner of the surface that measures are taken from. */
export const datums = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const;
export type Datum = (typeof datums)[number];

/** A spot of the motif that is to be set out: its place in the stored reference, pixels. */
export const landmarkSchema = z.object({ name: z.string().max(60), x: z.number(), y: z.number() });
export type Landmark = z.infer<typeof landmarkSchema>;

export const maxLandmarks = 60;

/** What the painter says of the surface where it differs from its kind. */
const traitsSchema = z
  .object({
    tooth: z.enum(tooths),
    passesLight: z.enum(lightPassed),
    watercolour: z.boolean(),
    erases: z.boolean(),
    dents: z.boolean(),
    takesWax: z.boolean(),
    tapeMarks: z.boolean(),
  })
  .partial();

/** What comes with a kind of surface: taken over when the kind is chosen. */
export function usualOf(kind: SurfaceKindId): {
  groundColour: string;
  gramsPerM2: number | null;
  barDepthMm: number;
  wrapMm: number;
  traits: z.infer<typeof traitsSchema>;
} {
  const { groundColour, gramsPerM2, stretched } = surfaceKind(kind);
  return {
    groundColour,
    gramsPerM2: gramsPerM2 ?? null,
    barDepthMm: stretched?.barDepthMm ?? 0,
    wrapMm: stretched?.wrapMm ?? 0,
    traits: {},
  };
}

const usual = usualOf('cold-pressed');

/** Where the picture lies on which surface. */
export const fitDecisionsSchema = z.object({
  kind: z.enum(surfaceKindIds).default('cold-pressed'),
  widthMm: numberDecision({
    min: shortestSideMm,
    max: longestSideMm,
    initial: 300,
    unit: 'length',
    label: 'Width',
    help: 'width of the surface',
  }),
  heightMm: numberDecision({
    min: shortestSideMm,
    max: longestSideMm,
    initial: 240,
    unit: 'length',
    label: 'Height',
    help: 'height of the surface',
  }),
  /** The size the work began with and where it came from; null where none was proposed. */
  proposed: z
    .object({ widthMm: side, heightMm: side, because: z.enum(['last', 'usual']) })
    .nullable()
    .default(null),
  groundColour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .default(usual.groundColour),
  gramsPerM2: optionalNumberDecision({
    min: 10,
    max: 2000,
    initial: usual.gramsPerM2,
    unit: 'g/m²',
    none: 'unknown',
    label: 'Weight of the paper',
    help: 'weight of the paper',
  }),
  barDepthMm: numberDecision({
    min: 0,
    max: 200,
    initial: usual.barDepthMm,
    unit: 'length',
    label: 'Depth of the bars',
    help: 'how deep the bars are that the canvas is stretched on',
  }),
  wrapMm: numberDecision({
    min: 0,
    max: 300,
    initial: usual.wrapMm,
    unit: 'length',
    label: 'Canvas behind the bars',
    help: 'canvas wrapped behind the bars',
  }),
  traits: traitsSchema.default({}),
  /** Left free on each side, mm, at the least. */
  marginsMm: sidesSchema.default(allRound(0)),
  matMm: numberDecision({
    min: 0,
    max: longestSideMm,
    initial: 0,
    unit: 'length',
    label: 'Mount on each side',
    help: 'covered by a mount on each side',
  }),
  trimMm: numberDecision({
    min: 0,
    max: longestSideMm,
    initial: 0,
    unit: 'length',
    label: 'Trim on each side',
    help: 'paper that is cut off at the end, on each side',
  }),
  tapeMm: numberDecision({
    min: 0,
    max: longestSideMm,
    initial: 0,
    unit: 'length',
    label: 'Tape on each side',
    help: 'paper that lies under tape, on each side',
  }),
  /** Space kept beyond the photograph for what it cuts off, mm. */
  offPictureMm: sidesSchema.default(allRound(0)),
  way: choiceDecision(ways, {
    initial: 'crop',
    label: 'How the picture fills it',
    help: 'how a picture and a surface of different ratios are brought together',
    choices: {
      crop: 'cropped to fill it',
      border: 'whole, with a border',
      extend: 'whole, extended by hand',
    },
  }),
  placement: choiceDecision(placements, {
    initial: 'centred',
    label: 'Placement',
    help: 'the school of placing the picture',
    choices: {
      centred: 'centred',
      'bottom-heavy': 'bottom-heavy',
      weighted: 'weighted',
      'by-hand': 'by hand',
    },
  }),
  bottomRatio: numberDecision({
    min: 1,
    max: 4,
    initial: 1.25,
    unit: 'times',
    label: 'Bottom margin over top margin',
    help: 'bottom margin over top margin, for bottom-heavy placing',
  }),
  /** Centre of visual weight as shares of the picture's sides, taken when weighted placing was chosen. */
  weightCentre: z.object({ x: share, y: share }).nullable().default(null),
  /** By hand: where a crop is taken from, 0 at the left or top and 1 at the right or bottom. */
  cropX: share.default(0.5),
  cropY: share.default(0.5),
  /** By hand: how far a picture with a border is moved from the middle, mm. */
  shiftXMm: z.number().min(-longestSideMm).max(longestSideMm).default(0),
  shiftYMm: z.number().min(-longestSideMm).max(longestSideMm).default(0),
  guides: z.array(z.enum(guideKinds)).default([]),
  grid: gridSchema.prefault({}),
  landmarks: z.array(landmarkSchema).max(maxLandmarks).default([]),
  datum: choiceDecision(datums, {
    initial: 'top-left',
    label: 'Corner measured from',
    help: 'the corner of the surface that measures are taken from',
    choices: {
      'top-left': 'top left',
      'top-right': 'top right',
      'bottom-right': 'bottom right',
      'bottom-left': 'bottom left',
    },
  }),
  /** Measures are rounded to this, mm, or to this fraction of an inch. */
  roundMm: z.union([z.literal(0.1), z.literal(0.5), z.literal(1)]).default(0.5),
  roundInch: z.union([z.literal(8), z.literal(16), z.literal(32)]).default(16),
  /** Sides and diagonals of the surface as measured with a tape, or null while it is taken as square. */
  measured: measuredSidesSchema.nullable().default(null),
  paperAtHand: size.nullable().default(null),
  sketch: size.nullable().default(null),
  homePaper: z.string().max(40).default('a4'),
});
export type FitDecisions = z.infer<typeof fitDecisionsSchema>;

export const defaultFitDecisions: FitDecisions = fitDecisionsSchema.parse({});
