import type { z } from 'zod';
import { mapSettingsSchema, type MapSettings } from './settings.js';

/** The settings a school has an opinion on: not on drawings, and point, surface and time are the painter's own. */
const opinions = mapSettingsSchema.omit({
  reference: true,
  darkerThan: true,
  softUnder: true,
  faintStrokes: true,
  hatching: true,
  tone: true,
  rulings: true,
  restatedMm: true,
  joinEndsMm: true,
  smoothMm: true,
  straightenMm: true,
  levelDeg: true,
  ellipsesMm: true,
  symmetryMm: true,
  pencilMm: true,
  minutes: true,
  limits: true,
  local: true,
  lightFall: true,
  mmPerSecond: true,
  secondsPerLift: true,
});
type Opinion = z.infer<typeof opinions>;

/** A way of deciding what to draw that some practitioners hold to. */
export type School = {
  id: string;
  name: string;
  /** What it holds, in a sentence. */
  says: string;
  sets: Opinion & { minutes?: number | null };
};

const usual = opinions.parse({});

/** Named beginnings. Each only sets what can be set by hand, and can be changed afterwards. */
export const schools: readonly School[] = [
  {
    id: 'straight-block-in',
    name: 'straight block-in',
    says: 'Three values in straights: straights hold proportion, and the curves are refined afterwards.',
    sets: {
      ...usual,
      mode: 'both',
      values: 3,
      detail: 0.45,
      path: 'straight',
      toleranceMm: 1.5,
      minShapeMm2: 60,
      quietMm: 2,
      detailShortestMm: 30,
    },
  },
  {
    id: 'two-values',
    name: 'two values',
    says: 'Light and dark only: the pattern that carries from across the room.',
    sets: { ...usual, mode: 'values', values: 2, minShapeMm2: 30, quietMm: 3 },
  },
  {
    id: 'four-values-soft',
    name: 'four values, soft edges',
    says: 'Highlight, light, dark and darkest as closed shapes within the whole contours of things, with blends drawn broken and lost edges left out.',
    sets: { ...usual },
  },
  {
    id: 'clean-contour',
    name: 'clean contour for transparent paint',
    says: 'Whole contours of things and nothing else, in the faintest line that can be followed: pencil shines through pale washes.',
    sets: {
      ...usual,
      mode: 'lines',
      lostUnder: 1,
      castShadows: 'dropped',
      fadedContours: 'kept',
      firmness: 'faint',
    },
  },
  {
    id: 'everything-now',
    name: 'everything now',
    says: 'Whatever is left off now tends to stay off: small shapes, thin things, changes of colour and the lie of hair and cloth.',
    sets: {
      ...usual,
      mode: 'both',
      values: 6,
      detail: 0.7,
      fadedContours: 'dotted',
      minShapeMm2: 4,
      quietMm: 0.6,
      colourEdges: true,
      strokes: true,
      detailStandsOut: 4,
      minutes: null,
    },
  },
  {
    id: 'focal',
    name: 'focal',
    says: 'Dense where the picture is looked at, sparse elsewhere: mark the focal areas and the rest gives way to them.',
    sets: { ...usual, mode: 'both', values: 5, minShapeMm2: 6, focus: 1, minWeight: 0.34 },
  },
  {
    id: 'loose',
    name: 'loose',
    says: 'Three large values, firmly drawn and not too closely followed, for dark or opaque paint.',
    sets: {
      ...usual,
      mode: 'values',
      values: 3,
      detail: 0.45,
      minShapeMm2: 80,
      quietMm: 3,
      quietStrength: 0.8,
      toleranceMm: 0.8,
      firmness: 'firm',
    },
  },
];

/** The school a new work begins with. */
export const beginningSchool = 'four-values-soft';

/**
 * The school whose every opinion the settings hold, or null when they are the painter's own. How much detail is drawn is
 * the picture's and the painter's affair: a school in less detail is still that school.
 */
export function schoolOf({ detail: _, ...settings }: MapSettings): School | null {
  const entries = Object.entries(settings);
  return (
    schools.find(({ sets }) => {
      const wanted = new Map<string, unknown>(Object.entries(sets));
      return entries.every(([key, value]) => !wanted.has(key) || wanted.get(key) === value);
    }) ?? null
  );
}
