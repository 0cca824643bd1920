/** The eye spreads a fine line to about so much: a minute and a half of arc, the width of its line-spread function, rad. */
const eyeSpreadRad = (1.5 / 60) * (Math.PI / 180);
/** Where the eye is while it paints, mm. */
const workingMm = 400;
/** A picture is looked at from about one and a half of its diagonals, and on a wall from no nearer than this, mm. */
const diagonals = 1.5;
const minViewingMm = 1000;

/**
 * A line is no longer noticed below this difference in CIE L\*, as the eye has it: a just noticeable difference of CIELAB
 * is about 2.3 (M. Mahy, L. Van Eycken, A. Oosterlinck, 1994).
 */
const noticed = 2.3;
/** One who knows that a line is there follows it from hardly more than that on. */
const followed = 2.5;

/** What the eye makes of a line's difference from its ground, 0–1. */
const seenShare = (lineMm: number, distanceMm: number) => lineMm / (lineMm + distanceMm * eyeSpreadRad);

/** How far a line has to differ from its ground, in CIE L\*, so that a hand can follow it at the table. */
export const followedFrom = (lineMm: number): number => followed / seenShare(lineMm, workingMm);

/** Where a picture of a size is looked at from, mm. */
export const viewingMm = (surface: { width: number; height: number }): number =>
  Math.max(minViewingMm, diagonals * Math.hypot(surface.width, surface.height));

/** How far a line may differ from its ground, in CIE L\*, so that nobody sees it in the picture. */
export const noticedFrom = (lineMm: number, surface: { width: number; height: number }): number =>
  noticed / seenShare(lineMm, viewingMm(surface));
