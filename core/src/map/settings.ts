import { z } from 'zod';
import {
  choiceDecision,
  numberDecision,
  optionalNumberDecision,
  switchDecision,
} from '../decisions/index.js';

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

/** The decisions that make a map, as kept with a work. As they begin, most people can trace it in an evening. */
export const mapSettingsSchema = z.object({
  mode: choiceDecision(mapModes, {
    initial: 'both',
    label: 'The map holds',
    help: 'what the map holds: value shapes as they are seen, lines of things alone, or both',
    flag: '--mode',
    choices: {
      both: 'the contours of things and the values on them',
      lines: 'the contours of things alone',
      values: 'values as they are seen: what is alike is one shape',
    },
  }),
  detail: numberDecision({
    min: 0,
    max: 1,
    initial: usualDetail,
    unit: 'share',
    label: 'Detail',
    help: 'how much is drawn, 0 (the largest silhouettes) to 1 (everything)',
    flag: '--detail',
  }),
  values: numberDecision({
    min: fewestValues,
    max: mostValues,
    whole: true,
    initial: 4,
    unit: 'values',
    label: 'Number of values',
    help: 'values the picture is squinted into',
    flag: '--values',
  }),
  separation: choiceDecision(separations, {
    initial: 'best',
    label: 'How values are told apart',
    help: 'how the limits between values are found',
    flag: '--separation',
    choices: {
      best: 'best told apart',
      'even-steps': 'at even steps',
      'even-shares': 'in even shares',
      'by-hand': 'set by hand',
    },
  }),
  /** Limits between values set by hand, ascending L\*; used when the separation is by hand. */
  limits: z
    .array(z.number().min(0).max(100))
    .max(mostValues - 1)
    .default([]),
  local: switchDecision({
    initial: false,
    label: 'Judge each place against its surroundings, for uneven light',
    help: 'judge each place against its surroundings, for uneven light',
    flag: '--local',
  }),
  lightFall: numberDecision({
    min: 0,
    max: 100,
    initial: 5,
    unit: 'L* in 100 mm',
    label: 'Ignore gradual light up to',
    help: 'a tone that changes no faster is the light falling off, not the thing itself',
    flag: '--light-fall',
  }),
  colourSplit: optionalNumberDecision({
    min: 2,
    max: 100,
    initial: null,
    unit: 'ΔE',
    none: 'never',
    label: 'Divide shapes whose colours differ by',
    help: 'divide shapes of one value whose colours differ by more (ΔE2000)',
    flag: '--colour-split',
  }),
  minShapeMm2: numberDecision({
    min: 0,
    max: 10000,
    initial: 12,
    unit: 'mm²',
    label: 'Smallest shape',
    help: 'shapes smaller than this are joined to the neighbour they resemble most',
    flag: '--min-shape',
  }),
  accentShare: numberDecision({
    min: 0.01,
    max: 1,
    initial: 0.25,
    unit: 'share',
    label: 'Highlights and accents may be smaller, to',
    help: 'share of the smallest shape that highlights and darkest accents may shrink to',
    flag: '--accent-share',
  }),
  leastWidthMm: numberDecision({
    min: 0,
    max: 100,
    initial: 1,
    unit: 'mm',
    label: 'No shape narrower than',
    help: 'shapes nowhere wider than this are joined too',
    flag: '--least-width',
  }),
  path: choiceDecision(['straight', 'curved'], {
    initial: 'curved',
    label: 'How boundaries are followed',
    help: 'follow boundaries in straights or in smooth curves',
    flag: '--path',
    choices: { curved: 'in curves', straight: 'in straights' },
  }),
  toleranceMm: numberDecision({
    min: 0.02,
    max: 20,
    initial: 0.25,
    unit: 'mm',
    label: 'A line may stray from the boundary by',
    help: 'how far a line may stray from the boundary found',
    flag: '--tolerance',
  }),
  pencilMm: numberDecision({
    min: 0.1,
    max: 10,
    initial: 0.5,
    unit: 'mm',
    label: 'Width of the point',
    help: 'width of the point that will draw it; sets how closely the picture is looked at',
    flag: '--pencil',
  }),
  quietMm: numberDecision({
    min: 0,
    max: 50,
    initial: 1,
    unit: 'mm',
    label: 'Ignore texture finer than',
    help: 'texture finer than this is ignored',
    flag: '--quiet',
  }),
  quietStrength: numberDecision({
    min: 0,
    max: 1,
    initial: 0.5,
    unit: 'share',
    label: 'How strong a texture is still ignored',
    help: 'how strong a texture is still ignored',
    flag: '--quiet-strength',
  }),
  softFromMm: numberDecision({
    min: 0.1,
    max: 50,
    initial: 1.5,
    unit: 'mm',
    label: 'An edge is soft when wider than',
    help: 'an edge whose tonal step is wider (10–90 %) is soft',
    flag: '--soft-from',
  }),
  lostUnder: numberDecision({
    min: 0,
    max: 60,
    initial: 4,
    unit: 'L*',
    label: 'and lost when fainter than',
    help: 'a boundary with less contrast is lost: the eye does not see it, so it is not drawn',
    flag: '--lost-under',
  }),
  detailStandsOut: numberDecision({
    min: 1,
    max: 60,
    initial: 5,
    unit: 'L*',
    label: 'Thin things must stand out by',
    help: 'how much thin lines must stand out from both sides',
    flag: '--stands-out',
  }),
  detailShortestMm: numberDecision({
    min: 0.5,
    max: 500,
    initial: 5,
    unit: 'mm',
    label: 'and be longer than',
    help: 'thin lines that are shorter are specks',
    flag: '--detail-shortest',
  }),
  colourEdges: switchDecision({
    initial: false,
    label: 'Lines where only the colour changes',
    help: 'lines where only the colour changes',
    flag: '--colour-edges',
  }),
  strokes: switchDecision({
    initial: false,
    label: 'Strokes along hair, fur, grass and cloth',
    help: 'short strokes along hair, fur, grass and cloth',
    flag: '--strokes',
  }),
  strokeSpacingMm: numberDecision({
    min: 0.5,
    max: 200,
    initial: 6,
    unit: 'mm',
    label: 'Stroke spacing',
    help: 'distance between these strokes',
    flag: '--stroke-spacing',
  }),
  strokeLengthMm: numberDecision({
    min: 1,
    max: 300,
    initial: 12,
    unit: 'mm',
    label: 'Stroke length',
    help: 'length of these strokes',
    flag: '--stroke-length',
  }),
  castShadows: choiceDecision(castShadowWays, {
    initial: 'kept',
    label: 'Cast shadows are',
    help: 'what becomes of the outlines of marked cast shadows',
    flag: '--cast-shadows',
    choices: { kept: 'outlined', dotted: 'dotted', dropped: 'not outlined' },
  }),
  fadedContours: choiceDecision(fadedContourWays, {
    initial: 'dropped',
    label: 'Contours that fade are',
    help: 'what becomes of a contour where nothing is seen of it and the thing goes on',
    flag: '--faded-contours',
    choices: { dropped: 'left out', dotted: 'dotted', kept: 'drawn' },
  }),
  leastWeight: numberDecision({
    min: 0,
    max: 1,
    initial: 0,
    unit: 'share',
    label: 'Leave out lines that matter less than',
    help: 'lines that matter less are left out; silhouette and big masses stay',
    flag: '--least-weight',
  }),
  focus: numberDecision({
    min: 0,
    max: 1,
    initial: 0.5,
    unit: 'share',
    label: 'How much focal areas count',
    help: 'how much more lines count in a marked focal area, and how much less elsewhere',
    flag: '--focus',
  }),
  firmness: choiceDecision(firmnesses, {
    initial: 'middling',
    label: 'Lines are drawn',
    help: 'how firmly the lines are drawn on the surface',
    flag: '--firmness',
    choices: { faint: 'faint', middling: 'middling', firm: 'firm' },
  }),
  mmPerSecond: numberDecision({
    min: 0.5,
    max: 200,
    initial: 8,
    unit: 'mm/s',
    label: 'My hand traces',
    help: 'how fast the hand traces along a line',
    flag: '--speed',
  }),
  secondsPerLift: numberDecision({
    min: 0,
    max: 60,
    initial: 1.5,
    unit: 's',
    label: 'From one line to the next',
    help: 'how long the hand takes from one line to the next',
    flag: '--lift',
  }),
  minutes: optionalNumberDecision({
    min: 0.1,
    max: 100000,
    initial: null,
    unit: 'min',
    none: 'all the time it takes',
    label: 'Minutes of tracing',
    help: 'minutes of tracing the map may take',
    flag: '--minutes',
  }),
});

export type MapSettings = z.infer<typeof mapSettingsSchema>;

export const defaultMapSettings: MapSettings = mapSettingsSchema.parse({});
