import { z } from 'zod';
import { gridSchema, defaultGrid } from './grid-decisions.js';
import { guideKinds } from './guides.js';
import { measuredSidesSchema } from './squareness.js';
import { lightPassed, surfaceKind, surfaceKindIds, tooths, type SurfaceKindId } from './surface-kinds.js';

/** The largest side of a surface, mm: a wall. */
export const longestSideMm = 20_000;
/** The smallest side of a surface, mm: a miniature. */
export const shortestSideMm = 10;

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

export const mostLandmarks = 60;

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

/** Where the picture lies on which surface. */
export const fitDecisionsSchema = z.object({
  kind: z.enum(surfaceKindIds),
  widthMm: side,
  heightMm: side,
  groundColour: z.string().regex(/^#[0-9a-f]{6}$/),
  gramsPerM2: z.number().min(10).max(2000).nullable(),
  barDepthMm: z.number().min(0).max(200),
  wrapMm: z.number().min(0).max(300),
  traits: traitsSchema,
  /** Left free on each side, mm, at the least. */
  marginsMm: sidesSchema,
  /** Covered by a mat on each side, mm. */
  matMm: spare,
  /** More paper all round, mm: cut off at the end, and held by the tape. */
  trimMm: spare,
  tapeMm: spare,
  /** Room kept beside the picture for what the reference cuts off, mm. */
  offPictureMm: sidesSchema,
  way: z.enum(ways),
  placement: z.enum(placements),
  /** Bottom margin over top margin for bottom-heavy placing. */
  bottomRatio: z.number().min(1).max(4),
  /** Centre of visual weight as shares of the picture's sides, taken when weighted placing was chosen. */
  weightCentre: z.object({ x: share, y: share }).nullable(),
  /** By hand: where a crop is taken from, 0 at the left or top and 1 at the right or bottom. */
  cropX: share,
  cropY: share,
  /** By hand: how far a picture with a border is moved from the middle, mm. */
  shiftXMm: z.number().min(-longestSideMm).max(longestSideMm),
  shiftYMm: z.number().min(-longestSideMm).max(longestSideMm),
  guides: z.array(z.enum(guideKinds)),
  grid: gridSchema,
  landmarks: z.array(landmarkSchema).max(mostLandmarks),
  datum: z.enum(datums),
  /** Measures are rounded to this, mm, or to this fraction of an inch. */
  roundMm: z.union([z.literal(0.1), z.literal(0.5), z.literal(1)]),
  roundInch: z.union([z.literal(8), z.literal(16), z.literal(32)]),
  /** Sides and diagonals of the surface as measured with a tape, or null while it is taken as square. */
  measured: measuredSidesSchema.nullable(),
  paperAtHand: size.nullable(),
  sketch: size.nullable(),
  homePaper: z.string().max(40),
});
export type FitDecisions = z.infer<typeof fitDecisionsSchema>;

export const defaultFitDecisions: FitDecisions = {
  kind: 'cold-pressed',
  ...usualOf('cold-pressed'),
  widthMm: 300,
  heightMm: 240,
  marginsMm: allRound(0),
  matMm: 0,
  trimMm: 0,
  tapeMm: 0,
  offPictureMm: allRound(0),
  way: 'crop',
  placement: 'centred',
  bottomRatio: 1.25,
  weightCentre: null,
  cropX: 0.5,
  cropY: 0.5,
  shiftXMm: 0,
  shiftYMm: 0,
  guides: [],
  grid: defaultGrid,
  landmarks: [],
  datum: 'top-left',
  roundMm: 0.5,
  roundInch: 16,
  measured: null,
  paperAtHand: null,
  sketch: null,
  homePaper: 'a4',
};

/** What comes with a kind of surface: taken over when the kind is chosen. */
export function usualOf(
  kind: SurfaceKindId,
): Pick<FitDecisions, 'groundColour' | 'gramsPerM2' | 'barDepthMm' | 'wrapMm' | 'traits'> {
  const { groundColour, gramsPerM2, stretched } = surfaceKind(kind);
  return {
    groundColour,
    gramsPerM2: gramsPerM2 ?? null,
    barDepthMm: stretched?.barDepthMm ?? 0,
    wrapMm: stretched?.wrapMm ?? 0,
    traits: {},
  };
}
