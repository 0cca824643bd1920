/** A hand that is content with itself is within 1 mm on a sheet of 300 × 240 mm, and within that share of a larger one. */
const usualMm = 1;
const usualDiagonalMm = Math.hypot(300, 240);

/** No line of a small sheet is drawn nearer than this, and further off none is looked for where it belongs, mm. */
const leastMm = 0.5;
const mostMm = 2.5;

/** The whole is good enough when lines are off by this share of what is true, in the mean. */
const goodEnoughShare = 0.6;

/** How far off a line may be and be called true, and lines in the mean for the drawing to be good enough, mm. */
export type ErrorLimits = { toleranceMm: number; goodEnoughMm: number };

/** The tolerance that makes sense for a surface of a size, mm, in tenths: larger drawings are drawn and seen from further off. */
export function usualToleranceMm({ width, height }: { width: number; height: number }): number {
  const inProportion = (usualMm * Math.hypot(width, height)) / usualDiagonalMm;
  return Math.round(10 * Math.min(mostMm, Math.max(leastMm, inProportion))) / 10;
}

/** The limits a painter set, and where none is set what is usual for the size. */
export function errorLimits(
  { toleranceMm, goodEnoughMm }: { [K in keyof ErrorLimits]: number | null },
  surface: { width: number; height: number },
): ErrorLimits {
  const tolerance = toleranceMm ?? usualToleranceMm(surface);
  return {
    toleranceMm: tolerance,
    goodEnoughMm: goodEnoughMm ?? Math.round(100 * goodEnoughShare * tolerance) / 100,
  };
}
