import { lightnessPlane } from '../../colour/index.js';
import {
  crossing,
  distance,
  isConvexQuad,
  quadBy,
  signedArea,
  type Line,
  type Point,
  type Quad,
} from '../../geometry/index.js';
import {
  checkPicture,
  gaussianBlur,
  luminanceOfWindow,
  type Picture,
  type Plane,
} from '../../raster/index.js';
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
  const [best] = sheetCandidates(picture);
  return best ? placedSheet(picture, best) : null;
}

/** The outline of something lighter or darker than its ground, by a coarse look, and how much coarser that was. */
export type SheetCandidate = Candidate & { quad: Quad; factorX: number; factorY: number };

/** The best outline of something lighter than its ground and of something darker, as far as there are any; the better first. */
export function sheetCandidates(picture: Picture): SheetCandidate[] {
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
  return [1, -1]
    .flatMap((polarity): SheetCandidate[] => {
      const candidate = bestQuad(edges, polarity);
      return candidate.quad ? [{ ...candidate, quad: candidate.quad, ...factors }] : [];
    })
    .sort((a, b) => b.score - a.score);
}

/** An outline placed at full resolution. */
export function placedSheet(
  picture: Picture,
  { quad, polarity, seen, factorX, factorY }: SheetCandidate,
): FoundSheet | null {
  const rough = quadBy((k) => ({ x: quad[k].x * factorX, y: quad[k].y * factorY }));
  const corners = refinedCorners(picture, rough, polarity, Math.max(factorX, factorY));
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
  const cornerAt = (one: StraightEdge, other: StraightEdge): Point | null => {
    const found = crossing(one.line, other.line);
    if (!found) return null;
    const [x, y] = found;
    const isNear = x >= -0.04 * width && y >= -0.04 * height && x <= 1.04 * width && y <= 1.04 * height;
    return isNear ? { x, y } : null;
  };
  const [da, ab] = [cornerAt(d, a), cornerAt(a, b)];
  if (!da || !ab) return null;
  const [bc, cd] = [cornerAt(b, c), cornerAt(c, d)];
  if (!bc || !cd) return null;
  const forward: Quad = [da, ab, bc, cd];
  if (isConvexQuad(forward)) return { corners: forward, sides: [a, b, c, d] };
  const backward: Quad = [ab, da, cd, bc];
  if (isConvexQuad(backward)) return { corners: backward, sides: [a, d, c, b] };
  return null;
}

/** Each side placed at full resolution, twice: first within the coarse doubt, then close by. */
export function refinedCorners(
  picture: Picture,
  rough: Quad,
  polarity: number,
  coarsePxSize: number,
): Quad | null {
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
export function fromTopLeft(quad: Quad): Quad {
  const sums = quad.map(({ x, y }) => x + y);
  const first = sums.indexOf(Math.min(...sums));
  return [quad[first], quad[(first + 1) % 4], quad[(first + 2) % 4], quad[(first + 3) % 4]];
}
