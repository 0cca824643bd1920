import { distanceToSegment, stepLength } from '../geometry/index.js';
import { median } from '../raster/index.js';
import type { Heading } from './arm-ends.js';
import type { Meeting } from './graph.js';

/** How deep in the ink each pixel of a picture lies, pixels; nothing where there is none. */
export type Depths = { width: number; height: number; data: Float32Array };

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
  ink: Depths,
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
  return Array.from({ length: bendParts - 1 }, (_, k) => {
    const t = (k + 1) / bendParts;
    const [a, c, m] = [(1 - t) * (1 - t), 2 * t * (1 - t), t * t];
    return [a * ax + c * cx + m * x, a * ay + c * cy + m * y];
  }).flat();
}

/** How badly strokes that meet at a place cover the ink about it. */
class MeetingFit {
  private readonly pixels: { x: number; y: number; inked: number; covered: number }[] = [];
  private readonly halves: number[];
  /** How many pixels each of those looked at stands for. */
  private readonly each: number;

  constructor(
    meeting: Meeting,
    private readonly arms: readonly ReadArm[],
    ink: Depths,
  ) {
    this.halves = arms.map(({ points }) => halfWidthOf(points, ink));
    const reach = patchReach * meeting.reach + 3;
    const step = Math.max(1, reach / patchSteps);
    this.each = step * step;
    for (let dy = -reach; dy <= reach; dy += step)
      for (let dx = -reach; dx <= reach; dx += step) {
        const [x, y] = [Math.floor(meeting.x + dx), Math.floor(meeting.y + dy)];
        if (x < 0 || y < 0 || x >= ink.width || y >= ink.height) continue;
        const inked = ink.data[y * ink.width + x] > 0 ? 1 : 0;
        this.pixels.push({ x: x + 0.5, y: y + 0.5, inked, covered: this.coveredByArms(x + 0.5, y + 0.5) });
      }
  }

  private coveredByArms(x: number, y: number): number {
    let most = 0;
    this.arms.forEach(({ points }, k) => {
      for (let i = 2; i < points.length; i += 2)
        most = Math.max(
          most,
          coverage(
            distanceToSegment(x, y, points[i - 2], points[i - 1], points[i], points[i + 1]),
            this.halves[k],
          ),
        );
    });
    return most;
  }

  /** Sum of squares of what is covered and bare, or inked and not covered, and of how far aside of its arms it lies. */
  faultAt(x: number, y: number): number {
    const bends = this.arms.map((arm) => [arm.heading.x, arm.heading.y, ...bentInto(arm, x, y), x, y]);
    let fault = 0;
    for (const { heading } of this.arms) {
      const { nx, ny, offset } = heading.line;
      fault += straightness * (nx * x + ny * y - offset) ** 2;
    }
    for (const pixel of this.pixels) {
      let covered = pixel.covered;
      for (let k = 0; k < bends.length && covered < 1; k++) {
        const bend = bends[k];
        for (let i = 2; i < bend.length; i += 2) {
          const off = distanceToSegment(pixel.x, pixel.y, bend[i - 2], bend[i - 1], bend[i], bend[i + 1]);
          covered = Math.max(covered, coverage(off, this.halves[k]));
        }
      }
      fault += this.each * (covered - pixel.inked) ** 2;
    }
    return fault;
  }
}

const coverage = (off: number, half: number) => Math.min(1, Math.max(0, half - off + 0.5));

/** Half the width of an arm's ink, pixels, from how deep its middle lies in it. */
function halfWidthOf(points: readonly number[], { width, height, data }: Depths): number {
  const depths: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [Math.floor(points[i]), Math.floor(points[i + 1])];
    if (x >= 0 && y >= 0 && x < width && y < height) depths.push(data[y * width + x]);
  }
  return Math.max(0.5, median(Float64Array.from(depths)));
}
