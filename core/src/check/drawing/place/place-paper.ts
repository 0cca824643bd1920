import {
  composed,
  cornersOfRect,
  distance,
  inverted,
  ontoQuad,
  quadBy,
  scaling,
  type Homography,
  type Quad,
} from '../../../geometry/index.js';
import type { Picture } from '../../../raster/index.js';
import { findSheet, steepestAcross } from '../../../reference/index.js';
import type { SizeMm } from '../../../units/index.js';
import {
  inPicture,
  onSheet,
  poseOf,
  pulledPose,
  unitScale,
  type Pull,
  type SheetPose,
} from '../../registration/pose.js';
import { cornersHeld, waysRound, type Held } from '../../registration/register.js';

/** How a photograph may lie on the surface, before anything drawn was looked at. */
export type PaperPose = {
  pose: SheetPose;
  /** How the corners came about: from the edges seen, as given, or as the picture's own. */
  found: 'auto' | 'given' | 'picture';
  /** What holds the pose, whatever is drawn; null when nothing does. */
  held: Held | null;
};

/** Corners of the surface that are known: the sheet's own, or worked out from points of the drawing, which lines put right. */
export type GivenCorners = { corners: Quad; byPoints: boolean };

/** Corners given by hand hold a pose as much as so many times all lines. */
const givenShare = 3;
/** … and sides that were seen. */
const sidesShare = 3;

/** Long side of the look a sheet is told by, pixels. */
const maxLookPx = 1600;

/**
 * The ways a photograph may lie on the surface: by the sheet's own sides, the lens's bending read from how these bow;
 * by corners that were given; or, when no sheet is seen, with the picture's corners as the sheet's.
 *
 * @param levels the photograph and its halves (`pyramid`)
 * @param given corners in the picture, from the surface's top left on clockwise
 */
export function placePaper(
  levels: readonly Picture[],
  size: SizeMm,
  given: GivenCorners | null,
): PaperPose[] {
  const [picture] = levels;
  if (given?.byPoints) return [{ pose: poseBy(picture, given.corners, size), found: 'picture', held: null }];
  if (given) return [givenPose(picture, size, given.corners)];
  // Its sides are placed exactly below: for seeing that it is a sheet, a coarser look does.
  for (const look of levels.filter(({ width, height }) => Math.max(width, height) <= maxLookPx)) {
    const sheet = findSheet(look);
    if (!sheet) continue;
    const scale = picture.width / look.width;
    const corners = quadBy((k) => ({ x: scale * sheet.corners[k].x, y: scale * sheet.corners[k].y }));
    const ways = waysRound(corners, size);
    // Upside down a sheet has the same sides.
    const upright = ways
      .slice(0, ways.length / 2)
      .map((quad) => poseBySides(picture, quad, sheet.polarity, size, sideSteps));
    return [...upright, ...upright.map((way) => upsideDown(way, size))].map(
      ({ pose, pulls }, k): PaperPose => {
        const held = pulls.length > 0 ? { pulls, share: sidesShare } : cornersHeld(ways[k], size, givenShare);
        return { pose, found: 'auto', held };
      },
    );
  }
  return asPictured(picture, size);
}

/** Given corners are those of a sheet when so much of its sides is seen beside them. */
const minSidesSeen = 0.6;

/**
 * Between corners that were given; where these are a sheet's, its sides place them, and tell the lens. Tape has an edge
 * of either kind on both its sides: the nearer one is meant.
 */
function givenPose(picture: Picture, size: SizeMm, given: Quad): PaperPose {
  const offMm = ({ pose }: { pose: SheetPose }) =>
    Math.max(
      ...cornersOfRect({ x: 0, y: 0, width: size.widthMm, height: size.heightMm }).map((corner, k) =>
        distance(onSheet(pose, given[k].x, given[k].y), corner),
      ),
    );
  const [nearest] = [1, -1]
    .map((polarity) => poseBySides(picture, given, polarity, size, sideSteps.slice(1)))
    .filter(({ pulls }) => pulls.length >= minSidesSeen * 4 * stations)
    .sort((a, b) => offMm(a) - offMm(b));
  if (nearest)
    return { pose: nearest.pose, found: 'given', held: { pulls: nearest.pulls, share: sidesShare } };
  return { pose: poseBy(picture, given, size), found: 'given', held: cornersHeld(given, size, givenShare) };
}

/** With the picture's corners as the sheet's, as a scanner gives it or a camera that was too near. */
export function asPictured(picture: Picture, size: SizeMm): PaperPose[] {
  const { width, height } = picture;
  const whole: Quad = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  return waysRound(whole, size).map((quad) => ({
    pose: poseBy(picture, quad, size),
    found: 'picture',
    held: null,
  }));
}

function poseBy(picture: Picture, quad: Quad, { widthMm, heightMm }: SizeMm): SheetPose {
  return poseOf(picture, composed(scaling(widthMm, heightMm), inverted(ontoQuad(quad))));
}

/** Places along each side at which its edge is looked for, and how near the corners it is not. */
const stations = 120;
const fromCorner = 0.025;

/** How far off a side may be found, and how far off it still counts, as shares of the shorter side: step by step. */
const sideSteps = [
  { reachShare: 0.03, countsShare: 0.025 },
  { reachShare: 0.015, countsShare: 0.0125 },
  { reachShare: 0.008, countsShare: 0.006 },
  { reachShare: 0.005, countsShare: 0.0033 },
  { reachShare: 0.004, countsShare: 0.002 },
] as const;
const roundsPerStep = 4;

/** A pose that lays the sides of a sheet straight, and the places of these sides that agree on it. */
type BySides = { pose: SheetPose; pulls: Pull[] };

function poseBySides(
  picture: Picture,
  corners: Quad,
  polarity: number,
  size: SizeMm,
  steps: readonly { reachShare: number; countsShare: number }[],
): BySides {
  let pose = poseBy(picture, corners, size);
  let pulls: Pull[] = [];
  for (const { reachShare, countsShare } of steps) {
    const countsMm = countsShare * Math.min(size.widthMm, size.heightMm);
    const seen = sidesSeen(picture, pose, polarity, size, reachShare);
    for (let round = 0; round < roundsPerStep; round++) {
      pulls = seen.flatMap((pull) => {
        const { x, y } = onSheet(pose, pull.x, pull.y);
        const off = Math.abs(pull.nx * x + pull.ny * y - pull.offset) / countsMm;
        return off < 1 ? [{ ...pull, weight: (1 - off * off) ** 2 }] : [];
      });
      if (pulls.length < stations) return { pose, pulls: [] };
      pose = pulledPose(pose, pulls, 'lens');
    }
  }
  return { pose, pulls };
}

/** The same sheet with its other end up. */
function upsideDown({ pose, pulls }: BySides, { widthMm, heightMm }: SizeMm): BySides {
  const turned: Homography = [-1, 0, widthMm, 0, -1, heightMm, 0, 0, 1];
  return {
    pose: { ...pose, toSheet: unitScale(composed(turned, pose.toSheet)) },
    pulls: pulls.map((pull) => ({ ...pull, offset: pull.nx * widthMm + pull.ny * heightMm - pull.offset })),
  };
}

/** Where the edges of a sheet are seen near where its sides should be. */
function sidesSeen(
  picture: Picture,
  pose: SheetPose,
  polarity: number,
  { widthMm, heightMm }: SizeMm,
  reachShare: number,
): Pull[] {
  const fromSheet = inverted(pose.toSheet);
  const at = (x: number, y: number) => inPicture(pose, fromSheet, x, y);
  const sides = [
    { from: [0, 0], to: [widthMm, 0], nx: 0, ny: 1, offset: 0 },
    { from: [widthMm, 0], to: [widthMm, heightMm], nx: 1, ny: 0, offset: widthMm },
    { from: [widthMm, heightMm], to: [0, heightMm], nx: 0, ny: 1, offset: heightMm },
    { from: [0, heightMm], to: [0, 0], nx: 1, ny: 0, offset: 0 },
  ] as const;
  const top = at(0, 0);
  const low = at(widthMm, heightMm);
  const reachPx =
    (reachShare * Math.hypot(low.x - top.x, low.y - top.y) * Math.min(widthMm, heightMm)) /
    Math.hypot(widthMm, heightMm);
  return sides.flatMap(({ from, to, nx, ny, offset }) =>
    Array.from(
      { length: stations },
      (_, i) => fromCorner + ((1 - 2 * fromCorner) * (i + 0.5)) / stations,
    ).flatMap((share): Pull[] => {
      const [x, y] = [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
      const here = at(x, y);
      const ahead = at(x + 0.01 * (to[0] - from[0]), y + 0.01 * (to[1] - from[1]));
      const length = Math.hypot(ahead.x - here.x, ahead.y - here.y);
      const [ux, uy] = [(ahead.x - here.x) / length, (ahead.y - here.y) / length];
      const off = steepestAcross(picture, here.x, here.y, ux, uy, polarity, reachPx);
      if (off === null) return [];
      return [{ x: here.x - uy * off, y: here.y + ux * off, nx, ny, offset, weight: 1 }];
    }),
  );
}

/** Where the corners of the surface lie in the picture, from its top left on clockwise. */
export function cornersInPicture(pose: SheetPose, { widthMm, heightMm }: SizeMm): Quad {
  const fromSheet = inverted(pose.toSheet);
  return quadBy((k) => inPicture(pose, fromSheet, k === 1 || k === 2 ? widthMm : 0, k >= 2 ? heightMm : 0));
}
