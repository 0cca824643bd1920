import { z } from 'zod';

/**
 * What the map holds: value shapes with their boundaries, lines alone (boundaries and thin things, without
 * shapes to fill), or shapes and thin lines both.
 */
export const mapModes = ['values', 'lines', 'both'] as const;
export type MapMode = (typeof mapModes)[number];

/** The decisions that make a map, as kept with a work. */
export const mapSettingsSchema = z.object({
  mode: z.enum(mapModes),
  /** How many values the picture is squinted into. */
  values: z.int().min(2).max(7),
  /** Shapes smaller than this are joined to the neighbour they resemble most, mm². */
  minShapeMm2: z.number().min(0).max(10_000),
  /** Follow boundaries in straights or in smooth curves. */
  path: z.enum(['straight', 'curved']),
  /** How far a drawn line may stray from the boundary found, mm. */
  toleranceMm: z.number().min(0.02).max(20),
  /** Width of the point that will draw it, mm; sets how closely the picture is looked at. */
  pencilMm: z.number().min(0.1).max(10),
  /** Texture finer than this is quieted, mm. */
  quietMm: z.number().min(0).max(50),
  /** Minutes of tracing the map may take, or null for all of it. */
  minutes: z.number().positive().max(100_000).nullable(),
});

export type MapSettings = z.infer<typeof mapSettingsSchema>;

/** Four values and a half-millimetre point: a map most people can trace in an evening. */
export const defaultMapSettings: MapSettings = {
  mode: 'values',
  values: 4,
  minShapeMm2: 12,
  path: 'curved',
  toleranceMm: 0.25,
  pencilMm: 0.5,
  quietMm: 1,
  minutes: null,
};

/** An edge whose tonal step is wider than this is called soft, mm (10–90 % width). */
export const softEdgeMm = 1.5;

/** A boundary with less contrast than this is lost: the eye does not see it, so it is not drawn (ΔL\*). */
export const lostContrast = 4;
