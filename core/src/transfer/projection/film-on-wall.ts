import type { WallSize } from './wall-fit.js';

/** The frame of a film as it is measured on the wall, mm. */
export type FilmMeasured = {
  top: number;
  right: number;
  bottom: number;
  left: number;
  /** From the upper left corner to the tick on the top edge, and to that on the left edge. */
  tickAcross: number;
  tickDown: number;
};

/** What an overhead projector does wrong, and what puts it right. */
export type FilmOnWall = {
  /** How large it comes out, 1 for true. */
  size: number;
  /** How far the head has to come nearer to the wall (negative: go back), mm. */
  nearerMm: number;
  /** How far the beam leans up from square to the wall, and to the right, radians. */
  upRad: number;
  rightRad: number;
  /** How far the head has to be raised, and moved to the right, so that it stands square, mm. */
  raiseMm: number;
  asideMm: number;
  /** How badly edges and ticks agree, mm: what was mismeasured. */
  disagreeMm: number;
};

/** Beyond this ratio of two opposite edges something else was measured. */
const maxRatio = 2;

/**
 * What is wrong with a film on the wall by its frame and its check ticks. The size is that of frame and ticks together;
 * the way to the wall follows from the lens (the image lies f·(1 + m) from a lens that enlarges m times). Of two opposite
 * edges that farther from the lens is longer: with the beam leaning by θ and the edges seen under ±α from its axis the
 * ratio of both is (1 + tan θ · tan α) / (1 − tan θ · tan α).
 *
 * @param frame the drawing's frame as it should be on the wall, mm
 * @param tickMm where both ticks should be from the corner, mm
 * @param lens its focal length, mm, and how often the film is to be enlarged
 * @throws RangeError with a sentence for lengths that cannot be
 */
export function judgeFilm(
  measured: FilmMeasured,
  { width, height }: WallSize,
  tickMm: number,
  { focalMm, times }: { focalMm: number; times: number },
): FilmOnWall {
  const { top, right, bottom, left, tickAcross, tickDown } = measured;
  if (!Object.values(measured).every((mm) => mm > 0))
    throw new RangeError('Measure every edge; none can be nothing.');
  const ratios = [top / bottom, right / left];
  if (ratios.some((ratio) => ratio > maxRatio || ratio < 1 / maxRatio))
    throw new RangeError(
      'Opposite edges differ by more than double: measure them once more, each from corner to corner.',
    );
  // The middle of two opposite edges is what a beam that stands square would throw.
  const across = (top + bottom) / 2 / width;
  const down = (left + right) / 2 / height;
  const size = Math.sqrt(across * down);
  const distanceMm = focalMm * (1 + times);
  const leanOf = (ratio: number, half: number) => Math.atan((ratio - 1) / (ratio + 1) / (half / distanceMm));
  const upRad = leanOf(top / bottom, height / 2);
  const rightRad = leanOf(right / left, width / 2);
  return {
    size,
    nearerMm: focalMm * times * (size - 1),
    upRad,
    rightRad,
    raiseMm: distanceMm * Math.tan(upRad),
    asideMm: distanceMm * Math.tan(rightRad),
    disagreeMm: Math.max(
      disagreement(tickAcross, tickMm, top, width, right / left),
      disagreement(tickDown, tickMm, left, height, bottom / top),
    ),
  };
}

/** How far a tick lies from where its edge tells, mm, beyond what an edge does that grows from one end to the other. */
function disagreement(tick: number, tickMm: number, edge: number, length: number, growth: number): number {
  const told = (tickMm * edge) / length;
  return Math.max(0, Math.abs(tick - told) - (edge * Math.abs(growth - 1)) / 4);
}
