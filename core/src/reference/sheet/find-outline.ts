import { centroidOf, distance, quadBy, signedArea, type Quad } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { fromTopLeft, placedSheet, refinedCorners, sheetCandidates, type FoundSheet } from './find-sheet.js';

/**
 * Finds what is outlined on a wall: by an edge, or by tape laid around it, of which the inner edge counts. Tape shows
 * twice, once as the edge of something lighter and once of something darker; the one that lies within the other is taken.
 *
 * @returns the outline, or null when no four sides are seen well enough
 */
export function findOutline(picture: Picture): FoundSheet | null {
  const [best, other] = sheetCandidates(picture);
  if (!best) return null;
  const first = placedSheet(picture, best);
  const second = other && placedSheet(picture, other);
  if (!first) return null;
  if (second && liesWithin(second.corners, first.corners)) return second;
  return innerEdge(picture, first, Math.max(best.factorX, best.factorY)) ?? first;
}

/** Tape is at most so broad, as a share of the area it goes round: both its edges then enclose nearly the same. */
const minTapedShare = 0.7;
/** … and as a share of its shorter side. */
const maxTapeShare = 0.09;

/** The other edge of a tape whose outer edge was found: looked for farther and farther in. */
function innerEdge(picture: Picture, outer: FoundSheet, coarsePxSize: number): FoundSheet | null {
  const { corners, polarity } = outer;
  const middle = centroidOf(corners);
  const shorter = Math.min(...corners.map((corner, k) => distance(corner, corners[(k + 1) % 4])));
  const step = 2 * coarsePxSize + 2;
  for (let inset = step; inset <= maxTapeShare * shorter; inset += step) {
    const share = (2 * inset) / shorter;
    const rough = quadBy((k) => ({
      x: corners[k].x + share * (middle.x - corners[k].x),
      y: corners[k].y + share * (middle.y - corners[k].y),
    }));
    const inner = refinedCorners(picture, rough, -polarity, coarsePxSize);
    if (inner && isInnerEdge(picture, inner, outer))
      return { ...outer, corners: fromTopLeft(inner), polarity: -polarity };
  }
  return null;
}

/** Rows of marks within a surface are not edges: nearly all along an edge of tape the step is this share of that at its other edge. */
const minStepShare = 0.35;
const nearlyAll = 0.2;

/** Whether an edge within another is that of the same tape: as broad everywhere, and a step all along. */
function isInnerEdge(picture: Picture, inner: Quad, { corners, polarity }: FoundSheet): boolean {
  const within = fromTopLeft(inner);
  if (!liesWithin(within, corners) || !isEvenlyWithin(within, fromTopLeft(corners))) return false;
  const outerSteps = stepsAlong(picture, corners, polarity);
  const innerSteps = stepsAlong(picture, within, -polarity);
  const typical = outerSteps[Math.floor(outerSteps.length / 2)];
  return innerSteps[Math.floor(nearlyAll * innerSteps.length)] >= minStepShare * typical;
}

/** Places along each side at which the step across it is read, and how far to each side of it, pixels. */
const stations = 60;
const besidePx = 3;

/** How much lighter (polarity 1) or darker (−1) it is just inside an outline than just outside, all along it, the least first. */
function stepsAlong(picture: Picture, corners: Quad, polarity: number): number[] {
  const steps = corners.flatMap((from, k) => {
    const to = corners[(k + 1) % 4];
    const length = distance(from, to);
    // Clockwise round, what lies to the right is inside.
    const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
    return Array.from({ length: stations }, (_, i) => {
      const share = 0.04 + (0.92 * (i + 0.5)) / stations;
      const [x, y] = [from.x + share * (to.x - from.x), from.y + share * (to.y - from.y)];
      const inside = greyAt(picture, x + besidePx * nx, y + besidePx * ny);
      return polarity * (inside - greyAt(picture, x - besidePx * nx, y - besidePx * ny));
    });
  });
  return steps.sort((a, b) => a - b);
}

/** The mean of the bytes of a pixel; of the nearest one beyond the picture's rim. */
function greyAt({ width, height, channels, data }: Picture, x: number, y: number): number {
  const column = Math.min(width - 1, Math.max(0, Math.floor(x)));
  const row = Math.min(height - 1, Math.max(0, Math.floor(y)));
  const at = channels * (row * width + column);
  return (data[at] + data[at + 1] + data[at + 2]) / 3;
}

/** Tape is as broad everywhere; seen from aside its far end is at most so much narrower than its near one. */
const maxTapeRatio = 1.8;

function isEvenlyWithin(inner: Quad, outer: Quad): boolean {
  const apart = inner.map((corner, k) => distance(corner, outer[k]));
  return Math.max(...apart) <= maxTapeRatio * Math.min(...apart);
}

function liesWithin(inner: Quad, outer: Quad): boolean {
  const areaOf = (quad: Quad) => Math.abs(signedArea(quad.flatMap(({ x, y }) => [x, y])));
  const share = areaOf(inner) / areaOf(outer);
  return (
    share < 1 &&
    share >= minTapedShare &&
    inner.every((corner) =>
      outer.every((from, k) => {
        const to = outer[(k + 1) % 4];
        return (to.x - from.x) * (corner.y - from.y) - (to.y - from.y) * (corner.x - from.x) > 0;
      }),
    )
  );
}
