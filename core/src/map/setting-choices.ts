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

/** What the reference is taken for. */
export const referenceKinds = ['auto', 'photograph', 'drawing'] as const;

/** What becomes of the faint lines beneath a drawing: those it was built on, and what rubbing out left. */
export const faintStrokeWays = ['dropped', 'dotted', 'kept'] as const;

/** What becomes of tone laid in hatching in a drawing. */
export const hatchingWays = ['direction', 'lines', 'dropped'] as const;

/** What becomes of the washes, shading and blacks of a drawing. */
export const toneWays = ['left-out', 'shapes'] as const;

/** What becomes of the lines printed on the paper of a drawing. */
export const rulingWays = ['kept', 'taken-away'] as const;

/** The detail a map begins with: every contour that is more likely one than not. */
export const usualDetail = 0.5;

/** How firmly lines are drawn on the final surface. */
export const firmnesses = ['faint', 'middling', 'firm'] as const;
export type Firmness = (typeof firmnesses)[number];

/** Fewest and most values a picture is squinted into. */
export const fewestValues = 2;
export const maxValues = 9;
