import { lightnessPlane } from '../colour/index.js';
import {
  crossing,
  distance,
  isConvexQuad,
  quadBy,
  signedArea,
  type Line,
  type Point,
  type Quad,
} from '../geometry/index.js';
import { checkPicture, gaussianBlur, luminanceOfWindow, type Picture, type Plane } from '../raster/index.js';
import { refinedSide } from './refine-side.js';
import { straightEdges, type Edges, type StraightEdge, type Stretch } from './straight-edges.js';

/** A sheet that was found on its ground. */
export type FoundSheet = {
  /** Top-left and on clockwise, pixels of the picture. */
  corners: Quad;
  /** Share of its least certain side that was seen as an edge, 0–1. */
  seen: number;
  /** 1 where it is lighter than its ground, −1 where darker. */
  polarity: number;
};

/** Long side of the coarse look, pixels: sides of a sheet are still sharp, grain and writing are gone. */
const coarsePx = 512;

/** A sheet fills at least this share of the photograph. */
const minArea = 0.06;

/** Each side is seen along at least this share of its length; the rest may be covered or in shadow. */
const minSeen = 0.5;

/** A step across a side of this many L\* is half sound: the grain of a table seldom reaches it. */
const halfSoundStep = 8;

/** A side seen along this share counts as fully seen: things lie over edges. */
const fullySeen = 0.85;

/**
 * Finds the corners of a sheet that lies on darker or lighter ground: straight edges are gathered at a coarse
 * look, the four that best close round one lighter (or one darker) area are chosen, and each is then placed
 * at full resolution by a robust fit. Cost is linear in the pixels.
 *
 * @returns the sheet, or null when no four sides are seen well enough
 */
export function findSheet(picture: Picture): FoundSheet | null {
  const [best] = candidates(picture).sort((a, b) => b.score - a.score);
  return best ? placed(picture, best) : null;
}

/**
 * Finds what is outlined on a wall: by an edge, or by tape laid around it, of which the inner edge counts. Tape shows
 * twice, once as the edge of something lighter and once of something darker; the one that lies within the other is taken.
 *
 * @returns the outline, or null when no four sides are seen well enough
 */
export function findOutline(picture: Picture): FoundSheet | null {
  const [best, other] = candidates(picture).sort((a, b) => b.score - a.score);
  if (!best) return null;
  const first = placed(picture, best);
  const second = other && placed(picture, other);
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
  const middle = {
    x: corners.reduce((sum, { x }) => sum + x / 4, 0),
    y: corners.reduce((sum, { y }) => sum + y / 4, 0),
  };
  const shorter = Math.min(...corners.map((corner, k) => distance(corner, corners[(k + 1) % 4])));
  const step = 2 * coarsePxSize + 2;
  for (let inset = step; inset <= maxTapeShare * shorter; inset += step) {
    const share = (2 * inset) / shorter;
    const rough = quadBy((k) => ({
      x: corners[k].x + share * (middle.x - corners[k].x),
      y: corners[k].y + share * (middle.y - corners[k].y),
    }));
    const inner = refined(picture, rough, -polarity, coarsePxSize);
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

/** The best outline of something lighter than its ground, and of something darker, as far as there are any. */
function candidates(picture: Picture): (Candidate & { quad: Quad; factorX: number; factorY: number })[] {
  checkPicture(picture);
  const shrink = Math.min(1, coarsePx / Math.max(picture.width, picture.height));
  const width = Math.max(1, Math.round(picture.width * shrink));
  const height = Math.max(1, Math.round(picture.height * shrink));
  if (Math.min(width, height) < 24) return [];
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const luminance = luminanceOfWindow(picture, whole, width, height);
  const lightness: Plane = { width, height, data: lightnessPlane(luminance.data) };
  const edges = straightEdges(gaussianBlur(lightness, 1));
  const factors = { factorX: picture.width / width, factorY: picture.height / height };
  return [1, -1].flatMap((polarity) => {
    const candidate = bestQuad(edges, polarity);
    return candidate.quad ? [{ ...candidate, quad: candidate.quad, ...factors }] : [];
  });
}

/** An outline placed at full resolution. */
function placed(
  picture: Picture,
  { quad, polarity, seen, factorX, factorY }: ReturnType<typeof candidates>[number],
): FoundSheet | null {
  const rough = quadBy((k) => ({ x: quad[k].x * factorX, y: quad[k].y * factorY }));
  const corners = refined(picture, rough, polarity, Math.max(factorX, factorY));
  return corners && { corners: fromTopLeft(corners), seen, polarity };
}

type Candidate = { quad: Quad | null; score: number; seen: number; polarity: number };

/** The four edges that best close round an area lighter (polarity 1) or darker (−1) than its ground. */
function bestQuad(edges: Edges, polarity: number): Candidate {
  const best: Candidate = { quad: null, score: 0, seen: 0, polarity };
  const opposites = facingPairs(edges, polarity);
  const area = edges.width * edges.height;
  for (let i = 0; i < opposites.length; i++) {
    for (let j = i + 1; j < opposites.length; j++) {
      const quad = closed(opposites[i], opposites[j], edges);
      if (!quad) continue;
      const share = Math.abs(signedArea(quad.corners.flatMap(({ x, y }) => [x, y]))) / area;
      if (share < minArea) continue;
      // The larger of two sheets seen equally well: a frame drawn on a sheet is inside it.
      const most = share ** 0.6;
      if (most <= best.score) continue;
      let score = most;
      let seen = 1;
      for (let k = 0; k < 4 && score > best.score; k++) {
        const side = edges.between(quad.sides[k], quad.corners[k], quad.corners[(k + 1) % 4]);
        seen = Math.min(seen, side.seen);
        score *= side.seen < minSeen ? 0 : soundness(side);
      }
      if (score > best.score) Object.assign(best, { quad: quad.corners, score, seen });
    }
  }
  return best;
}

/** How much a stretch of edge looks like a side of a sheet, 0–1. */
function soundness({ seen, step, goesOn }: Stretch): number {
  return Math.min(1, seen / fullySeen) * (step / (step + halfSoundStep)) * (1 - 0.5 * goesOn);
}

type Pair = readonly [StraightEdge, StraightEdge];

/** Pairs of edges that face each other, near enough parallel to be opposite sides of a sheet. */
function facingPairs({ edges }: Edges, polarity: number): Pair[] {
  const pairs: Pair[] = [];
  for (let i = 0; i < edges.length; i++) {
    for (let j = i + 1; j < edges.length; j++) {
      const a = edges[i].line;
      const b = edges[j].line;
      // Lines point to their lighter side: opposite sides point towards each other, or both away.
      if (a.nx * b.nx + a.ny * b.ny > -0.75) continue;
      const gap = -(a.offset + b.offset) * polarity;
      if (gap > 20) pairs.push([edges[i], edges[j]]);
    }
  }
  return pairs;
}

/** The figure two facing pairs make, in order round it, or null when they make none. */
function closed(
  [a, c]: Pair,
  [b, d]: Pair,
  { width, height }: Edges,
): { corners: Quad; sides: StraightEdge[] } | null {
  if (a === b || a === d || c === b || c === d) return null;
  if (Math.abs(a.line.nx * b.line.nx + a.line.ny * b.line.ny) > 0.75) return null;
  if (Math.abs(c.line.nx * d.line.nx + c.line.ny * d.line.ny) > 0.75) return null;
  for (const sides of [
    [a, b, c, d],
    [a, d, c, b],
  ]) {
    const found = sides.map((side, k) => crossing(sides[(k + 3) % 4].line, side.line));
    const corners: Point[] = [];
    for (const corner of found) {
      if (!corner) return null;
      const [x, y] = corner;
      if (x < -0.04 * width || y < -0.04 * height || x > 1.04 * width || y > 1.04 * height) return null;
      corners.push({ x, y });
    }
    const quad = quadBy((k) => corners[k]);
    if (isConvexQuad(quad)) return { corners: quad, sides };
  }
  return null;
}

/** Each side placed at full resolution, twice: first within the coarse doubt, then close by. */
function refined(picture: Picture, rough: Quad, polarity: number, coarsePxSize: number): Quad | null {
  let corners = rough;
  for (const reachPx of [2.5 * coarsePxSize + 4, Math.max(5, 0.6 * coarsePxSize)]) {
    const lines: Line[] = [];
    for (let k = 0; k < 4; k++) {
      const line = refinedSide(picture, corners[k], corners[(k + 1) % 4], polarity, reachPx);
      if (!line) return null;
      lines.push(line);
    }
    const next: Point[] = [];
    for (let k = 0; k < 4; k++) {
      const corner = crossing(lines[(k + 3) % 4], lines[k]);
      if (!corner || distance({ x: corner[0], y: corner[1] }, corners[k]) > 6 * coarsePxSize + 20)
        return null;
      next.push({ x: corner[0], y: corner[1] });
    }
    corners = quadBy((k) => next[k]);
  }
  return isConvexQuad(corners) ? corners : null;
}

/** The same corners beginning with the one nearest the top left of the photograph. */
function fromTopLeft(quad: Quad): Quad {
  const sums = quad.map(({ x, y }) => x + y);
  const first = sums.indexOf(Math.min(...sums));
  return [quad[first], quad[(first + 1) % 4], quad[(first + 2) % 4], quad[(first + 3) % 4]];
}
