import { z } from 'zod';

/**
 * What the map holds: value shapes as they are seen, where things of one value that touch are one shape; lines of
 * things alone, their contours and thin parts, without values; or both.
 */
export const mapModes = ['values', 'lines', 'both'] as const;
export type MapMode = (typeof mapModes)[number];

/** How the limits between values are found. */
export const separations = ['best', 'even-steps', 'even-shares', 'by-hand'] as const;
export type Separation = (typeof separations)[number];

/** What becomes of the outlines of cast shadows. */
export const castShadowWays = ['kept', 'dropped', 'dotted'] as const;
export type CastShadowWay = (typeof castShadowWays)[number];

/** What becomes of a contour where nothing is seen of it, though the thing goes on. */
export const fadedContourWays = ['dropped', 'dotted', 'kept'] as const;
export type FadedContourWay = (typeof fadedContourWays)[number];

/** The detail a map begins with: every contour that is more likely one than not. */
export const usualDetail = 0.5;

/** How firmly lines are drawn on the final surface. */
export const firmnesses = ['faint', 'middling', 'firm'] as const;
export type Firmness = (typeof firmnesses)[number];

/** Fewest and most values a picture is squinted into. */
export const fewestValues = 2;
export const mostValues = 9;

/** The decisions that make a map, as kept with a work. */
export const mapSettingsSchema = z.object({
  mode: z.enum(mapModes),
  /** How much is drawn of the contours, 0–1: 0 the silhouettes of the largest things, 1 everything. */
  detail: z.number().min(0).max(1).default(usualDetail),
  /** How many values the picture is squinted into. */
  values: z.int().min(fewestValues).max(mostValues),
  separation: z.enum(separations),
  /** Limits between values set by hand, ascending L\*; used when the separation is by hand. */
  limits: z.array(z.number().min(0).max(100)).max(mostValues - 1),
  /** Judge each place against its surroundings, for a picture that is unevenly lit. */
  local: z.boolean(),
  /** A tone that changes no faster than this is the light falling off, not the thing itself (L\* per 100 mm). */
  lightFall: z.number().min(0).max(100),
  /** Shapes of one value are divided where their colours differ by more than this (ΔE2000), or null. */
  colourSplit: z.number().min(2).max(100).nullable(),
  /** Shapes smaller than this are joined to the neighbour they resemble most, mm². */
  minShapeMm2: z.number().min(0).max(10_000),
  /** Share of the smallest shape that highlights and darkest accents may shrink to. */
  accentShare: z.number().min(0.01).max(1),
  /** Shapes nowhere wider than this are joined too, mm. */
  leastWidthMm: z.number().min(0).max(100),
  /** Follow boundaries in straights or in smooth curves. */
  path: z.enum(['straight', 'curved']),
  /** How far a drawn line may stray from the boundary found, mm. */
  toleranceMm: z.number().min(0.02).max(20),
  /** Width of the point that will draw it, mm; sets how closely the picture is looked at. */
  pencilMm: z.number().min(0.1).max(10),
  /** Texture finer than this is quieted, mm. */
  quietMm: z.number().min(0).max(50),
  /** How strong a texture is still quieted, 0–1. */
  quietStrength: z.number().min(0).max(1),
  /** An edge whose tonal step is wider than this is soft, mm (10–90 % width). */
  softFromMm: z.number().min(0.1).max(50),
  /** A boundary with less contrast than this is lost: the eye does not see it, so it is not drawn (ΔL\*). */
  lostUnder: z.number().min(0).max(60),
  /** Thin lines must stand out from both sides by this much (L\*). */
  detailStandsOut: z.number().min(1).max(60),
  /** Thin lines shorter than this are specks, mm. */
  detailShortestMm: z.number().min(0.5).max(500),
  /** Draw a line where only the colour changes and the value does not. */
  colourEdges: z.boolean(),
  /** Draw short strokes along hair, fur, grass and cloth. */
  strokes: z.boolean(),
  strokeSpacingMm: z.number().min(0.5).max(200),
  strokeLengthMm: z.number().min(1).max(300),
  castShadows: z.enum(castShadowWays),
  /** What becomes of a contour where it fades and the thing goes on. */
  fadedContours: z.enum(fadedContourWays).default('dropped'),
  /** Lines that matter less than this are left out, 0–1; silhouette and big masses stay. */
  leastWeight: z.number().min(0).max(1),
  /** How much more lines count where the painter marked a focal area, and how much less elsewhere, 0–1. */
  focus: z.number().min(0).max(1),
  /** How firmly the lines are drawn on the surface. */
  firmness: z.enum(firmnesses),
  /** How fast this hand traces along a line, mm a second, and how long it takes from one line to the next, s. */
  mmPerSecond: z.number().min(0.5).max(200),
  secondsPerLift: z.number().min(0).max(60),
  /** Minutes of tracing the map may take, or null for all of it. */
  minutes: z.number().positive().max(100_000).nullable(),
});

export type MapSettings = z.infer<typeof mapSettingsSchema>;

/** Four values and a half-millimetre point: a map most people can trace in an evening. */
export const defaultMapSettings: MapSettings = {
  mode: 'both',
  detail: usualDetail,
  values: 4,
  separation: 'best',
  limits: [],
  local: false,
  lightFall: 5,
  colourSplit: null,
  minShapeMm2: 12,
  accentShare: 0.25,
  leastWidthMm: 1,
  path: 'curved',
  toleranceMm: 0.25,
  pencilMm: 0.5,
  quietMm: 1,
  quietStrength: 0.5,
  softFromMm: 1.5,
  lostUnder: 4,
  detailStandsOut: 5,
  detailShortestMm: 5,
  colourEdges: false,
  strokes: false,
  strokeSpacingMm: 6,
  strokeLengthMm: 12,
  castShadows: 'kept',
  fadedContours: 'dropped',
  leastWeight: 0,
  focus: 0.5,
  firmness: 'middling',
  mmPerSecond: 8,
  secondsPerLift: 1.5,
  minutes: null,
};
