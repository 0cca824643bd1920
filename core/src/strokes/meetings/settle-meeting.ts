import { stepLength } from '../../geometry/index.js';
import { median, type Plane } from '../../raster/index.js';
import type { Heading } from './arm-ends.js';
import type { Meeting } from '../skeleton/graph.js';

/** How deep in the ink each pixel of a picture lies, pixels; nothing where there is none. */
export type Depths = { width: number; height: number; data: Float32Array };

/** Ink: how deep in it each pixel lies, and how dark it is, L\*. */
export type Ink = { depths: Depths; darkness: Plane };

/** Ink fainter than this share of the faintest of a meeting's strokes is none of theirs, but a line's under them. */
const ownInk = 0.6;

/** An arm as it is read up to a meeting: from the point nearest it outwards, and where it points there. */
export type ReadArm = { points: readonly number[]; heading: Heading };

/** The ink about a meeting is looked at no further out than this many times its reach, in no more than so many steps each way. */
const patchReach = 1.6;
const patchSteps = 11;

/** Steps by which a meeting is moved until its strokes cover the ink best, as shares of its depth. */
const firstStep = 0.5;
const lastStepPx = 0.2;

/** A meeting moves no further than this many times the depth of its ink. */
const maxMove = 1.6;

/** How much it counts that a meeting lies a pixel aside of where an arm points, beside a pixel of ink not covered. */
const straightness = 4;

/** A stroke bends into its meeting over so many straights. */
const bendParts = 4;

/**
 * Moves a meeting to where the strokes that meet there, drawn as wide as their ink and bent into it as they point,
 * cover the ink about it best.
 *
 * The middles of arms cannot be read where their ink runs together; what can be seen there is its outline. So the
 * place is found by drawing: least squares between the ink and the discs of the strokes' width along their middles, by
 * a search in halved steps.
 */
export function settledMeeting(
  meeting: Meeting,
  arms: readonly ReadArm[],
  ink: Ink,
): { x: number; y: number } {
  const fit = new MeetingFit(meeting, arms, ink);
  let best = { x: meeting.x, y: meeting.y };
  let fault = fit.faultAt(best.x, best.y);
  for (let step = firstStep * meeting.deepest; step > lastStepPx;) {
    let moved = false;
    for (const [dx, dy] of ways) {
      const [x, y] = [best.x + dx * step, best.y + dy * step];
      if (stepLength(x - meeting.x, y - meeting.y) > maxMove * meeting.deepest + 1) continue;
      const own = fit.faultAt(x, y);
      if (own >= fault) continue;
      [best, fault, moved] = [{ x, y }, own, true];
    }
    if (!moved) step /= 2;
  }
  return best;
}

const ways = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/** Points of the way from where an arm is read to its meeting, both left out: a parabola that leaves it as it points. */
export function bentInto({ heading }: ReadArm, x: number, y: number): number[] {
  const { x: ax, y: ay, ux, uy } = heading;
  const half = stepLength(ax - x, ay - y) / 2;
  const [cx, cy] = [ax - ux * half, ay - uy * half];
  const points: number[] = [];
  for (let k = 1; k < bendParts; k++) {
    const t = k / bendParts;
    const [a, c, m] = [(1 - t) * (1 - t), 2 * t * (1 - t), t * t];
    points.push(a * ax + c * cx + m * x, a * ay + c * cy + m * y);
  }
  return points;
}

/** How badly strokes that meet at a place cover the ink about it. */
class MeetingFit {
  /** The places that are looked at, x and y by turns, each with whether it is inked and how far the arms cover it. */
  private readonly places: Float64Array;
  private readonly inked: Float64Array;
  private readonly byArms: Float64Array;
  /** How far they are covered once the arms are bent into the meeting: worked out anew for every place it is tried at. */
  private readonly covered: Float64Array;
  private readonly halves: number[];
  /** How many pixels each of those looked at stands for. */
  private readonly each: number;

  constructor(
    meeting: Meeting,
    private readonly arms: readonly ReadArm[],
    { depths, darkness }: Ink,
  ) {
    this.halves = arms.map(({ points }) => halfWidthOf(points, depths));
    const faintest = ownInk * Math.min(...arms.map(({ heading }) => heading.darkness));
    const reach = patchReach * meeting.reach + 3;
    const step = Math.max(1, reach / patchSteps);
    this.each = step * step;
    const places: number[] = [];
    const inked: number[] = [];
    for (let dy = -reach; dy <= reach; dy += step)
      for (let dx = -reach; dx <= reach; dx += step) {
        const [x, y] = [Math.floor(meeting.x + dx), Math.floor(meeting.y + dy)];
        if (x < 0 || y < 0 || x >= depths.width || y >= depths.height) continue;
        places.push(x + 0.5, y + 0.5);
        const i = y * depths.width + x;
        inked.push(depths.data[i] > 0 && darkness.data[i] >= faintest ? 1 : 0);
      }
    this.places = Float64Array.from(places);
    this.inked = Float64Array.from(inked);
    this.byArms = new Float64Array(inked.length);
    this.covered = new Float64Array(inked.length);
    arms.forEach(({ points }, k) => coverAlong(this.byArms, this.places, points, this.halves[k]));
  }

  /** Sum of squares of what is covered and bare, or inked and not covered, and of how far aside of its arms it lies. */
  faultAt(x: number, y: number): number {
    const { arms, covered, halves, inked, places } = this;
    covered.set(this.byArms);
    let aside = 0;
    arms.forEach((arm, k) => {
      const { nx, ny, offset } = arm.heading.line;
      aside += (nx * x + ny * y - offset) ** 2;
      const bend = [arm.heading.x, arm.heading.y, ...bentInto(arm, x, y), x, y];
      coverAlong(covered, places, bend, halves[k]);
    });
    let bare = 0;
    for (let i = 0; i < covered.length; i++) bare += (covered[i] - inked[i]) ** 2;
    return straightness * aside + this.each * bare;
  }
}

/**
 * Covers places by a stroke of some half width, pixels: wholly within it, less and less over the pixel about its rim.
 * The distance to each straight is written out, with no root for what lies too far off: most of the time goes here.
 *
 * @param places row by row, from the top of the picture down
 */
function coverAlong(
  covered: Float64Array,
  places: Float64Array,
  points: readonly number[],
  half: number,
): void {
  const reach = half + 0.5;
  for (let k = 2; k < points.length; k += 2) {
    const [ax, ay] = [points[k - 2], points[k - 1]];
    const [dx, dy] = [points[k] - ax, points[k + 1] - ay];
    const squared = dx * dx + dy * dy;
    const left = Math.min(0, dx) - reach;
    const right = Math.max(0, dx) + reach;
    const top = Math.min(0, dy) - reach;
    const bottom = Math.max(0, dy) + reach;
    for (let i = 0; i < covered.length; i++) {
      const py = places[2 * i + 1] - ay;
      if (py <= top) continue;
      if (py >= bottom) break;
      const px = places[2 * i] - ax;
      if (px <= left || px >= right || covered[i] >= 1) continue;
      let t = squared > 0 ? (px * dx + py * dy) / squared : 0;
      t = t < 0 ? 0 : t > 1 ? 1 : t;
      const [ox, oy] = [px - t * dx, py - t * dy];
      const off = ox * ox + oy * oy;
      if (off >= reach * reach) continue;
      const cover = reach - Math.sqrt(off);
      if (cover > covered[i]) covered[i] = cover > 1 ? 1 : cover;
    }
  }
}

/** Half the width of an arm's ink, pixels, from how deep its middle lies in it. */
function halfWidthOf(points: readonly number[], { width, height, data }: Depths): number {
  const depths: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [Math.floor(points[i]), Math.floor(points[i + 1])];
    if (x >= 0 && y >= 0 && x < width && y < height) depths.push(data[y * width + x]);
  }
  return Math.max(0.5, median(Float64Array.from(depths)));
}
