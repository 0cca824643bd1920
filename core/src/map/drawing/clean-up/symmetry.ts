import KDBush from 'kdbush';
import { smoothedRun, stepLength, turnBetween, type Line } from '../../../geometry/index.js';
import type { Run } from './sections.js';

/** Runs closer than this many touching distances belong to one thing. */
const reachOfThing = 2;

/** A thing is looked at for symmetry when it is so many touching distances across, at least. */
const leastAcross = 40;

/** It is symmetrical when this share of its line has its like on the other side. */
const symmetricalShare = 0.85;

/** Its centre line leans no further than this, and lies no further from the middle of its width than this share. */
const maxLeanRad = (8 * Math.PI) / 180;
const maxAside = 0.12;

/** Two sides run alike when they turn from each other by less. */
const alikeRad = (25 * Math.PI) / 180;

/** Whether a thing is symmetrical is asked in about so many of its places, and their likes are sought among so many. */
const places = 200;
const roughPlaces = 1500;

/** How far a point moves changes slowly along a run: standard deviation, in points. */
const smoothPoints = 12;

/** A place on a line and its direction there. */
type Sample = { x: number; y: number; ux: number; uy: number };

/**
 * Averages the two sides of symmetrical things about their centre lines, which are found: near plumb, and near the
 * middle of the thing. A thing is what hangs together.
 *
 * @param maxMm sides further apart than this, mirrored, are meant to differ
 */
export function madeSymmetrical(runs: readonly Run[], touchMm: number, maxMm: number): Run[] {
  const out = runs.map((run) => ({ ...run }));
  for (const numbers of thingsOf(runs, reachOfThing * touchMm)) {
    const own = numbers.map((k) => runs[k]);
    const thing = new Thing(own, maxMm);
    if (thing.widthMm < leastAcross * touchMm) continue;
    const axis = thing.findAxis();
    if (!axis) continue;
    for (const k of numbers) out[k].points = averaged(runs[k], axis, thing.likes);
  }
  return out;
}

/** Runs that hang together, as lists of their numbers. */
function thingsOf(runs: readonly Run[], reachMm: number): number[][] {
  const root = runs.map((_, i) => i);
  const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i])));
  const owners = runs.flatMap(({ points }, run) => Array.from({ length: points.length / 2 }, () => run));
  if (owners.length === 0) return [];
  const index = new KDBush(owners.length);
  for (const { points } of runs)
    for (let i = 0; i < points.length; i += 2) index.add(points[i], points[i + 1]);
  index.finish();
  runs.forEach(({ points }, run) => {
    for (let i = 0; i < points.length; i += 4)
      for (const found of index.within(points[i], points[i + 1], reachMm))
        root[find(owners[found])] = find(run);
  });
  const things = new Map<number, number[]>();
  runs.forEach((_, run) => things.set(find(run), [...(things.get(find(run)) ?? []), run]));
  return [...things.values()];
}

/** Places to be looked up by what lies on the other side of an axis. */
class Likes {
  private readonly index: KDBush;

  constructor(
    private readonly samples: readonly Sample[],
    private readonly maxMm: number,
  ) {
    this.index = new KDBush(samples.length);
    for (const { x, y } of samples) this.index.add(x, y);
    this.index.finish();
  }

  /** The place on the other side of an axis that a place has its like in. */
  of(at: Sample, axis: Line): Sample | null {
    const [x, y] = mirrored(axis, at.x, at.y);
    const along = 2 * (axis.nx * at.ux + axis.ny * at.uy);
    const [ux, uy] = [at.ux - along * axis.nx, at.uy - along * axis.ny];
    let best: Sample | null = null;
    let least = Infinity;
    for (const found of this.index.within(x, y, this.maxMm)) {
      const other = this.samples[found];
      const off = stepLength(other.x - x, other.y - y);
      if (off >= least) continue;
      const turn = turnBetween(ux, uy, other.ux, other.uy);
      if (Math.min(turn, Math.PI - turn) > alikeRad) continue;
      [best, least] = [other, off];
    }
    return best;
  }
}

/** Places all along a run, with its direction there. */
function samplesOf({ points, closed }: Run): Sample[] {
  const n = points.length / 2;
  return Array.from({ length: n }, (_, i) => {
    const a = 2 * (closed ? (i + n - 1) % n : Math.max(0, i - 1));
    const b = 2 * (closed ? (i + 1) % n : Math.min(n - 1, i + 1));
    const [dx, dy] = [points[b] - points[a], points[b + 1] - points[a + 1]];
    const length = stepLength(dx, dy) || 1;
    return { x: points[2 * i], y: points[2 * i + 1], ux: dx / length, uy: dy / length };
  });
}

/** A thing that may be symmetrical. */
class Thing {
  readonly widthMm: number;
  readonly likes: Likes;
  private readonly middle: { x: number; y: number };
  private readonly some: Sample[];
  private readonly roughLikes: Likes;

  constructor(runs: readonly Run[], maxMm: number) {
    const samples = runs.flatMap(samplesOf);
    const range = (pick: (sample: Sample) => number) =>
      samples.reduce(
        ([low, high], sample) => [Math.min(low, pick(sample)), Math.max(high, pick(sample))],
        [Infinity, -Infinity],
      );
    const [left, right] = range(({ x }) => x);
    const [top, bottom] = range(({ y }) => y);
    this.widthMm = right - left;
    this.middle = { x: (left + right) / 2, y: (top + bottom) / 2 };
    this.some = everySo(samples, places);
    this.likes = new Likes(samples, maxMm);
    this.roughLikes = new Likes(everySo(samples, roughPlaces), maxMm);
  }

  /** The centre line of a symmetrical thing; null when it is not. */
  findAxis(): Line | null {
    let best: { axis: Line; share: number } | null = null;
    for (let lean = -maxLeanRad; lean <= maxLeanRad + 1e-9; lean += maxLeanRad / 4)
      for (let aside = -maxAside; aside <= maxAside + 1e-9; aside += maxAside / 8) {
        const [nx, ny] = [Math.cos(lean), Math.sin(lean)];
        const axis = { nx, ny, offset: nx * (this.middle.x + aside * this.widthMm) + ny * this.middle.y };
        const { share } = this.judge(axis);
        if (!best || share > best.share) best = { axis, share };
      }
    if (!best) return null;
    for (let round = 0; round < 4; round++) {
      const { pairs } = this.judge(best.axis);
      const axis = axisOf(pairs, best.axis);
      const { share } = this.judge(axis);
      if (share < best.share) break;
      best = { axis, share };
    }
    return best.share >= symmetricalShare ? best.axis : null;
  }

  private judge(axis: Line) {
    const pairs: { one: Sample; other: Sample }[] = [];
    for (const one of this.some) {
      const other = this.roughLikes.of(one, axis);
      if (other) pairs.push({ one, other });
    }
    return { pairs, share: pairs.length / Math.max(1, this.some.length) };
  }
}

/** The axis that pairs of places lie most evenly about: it runs through their middles. */
function axisOf(pairs: readonly { one: Sample; other: Sample }[], before: Line): Line {
  let [xx, xy] = [0, 0];
  for (const { one, other } of pairs) {
    let [dx, dy] = [other.x - one.x, other.y - one.y];
    if (dx * before.nx + dy * before.ny < 0) [dx, dy] = [-dx, -dy];
    xx += dx;
    xy += dy;
  }
  const length = stepLength(xx, xy);
  if (!(length > 0)) return before;
  const [nx, ny] = [xx / length, xy / length];
  const offset =
    pairs.reduce((sum, { one, other }) => sum + (nx * (one.x + other.x) + ny * (one.y + other.y)) / 2, 0) /
    pairs.length;
  return { nx, ny, offset };
}

function mirrored({ nx, ny, offset }: Line, x: number, y: number): [number, number] {
  const off = nx * x + ny * y - offset;
  return [x - 2 * off * nx, y - 2 * off * ny];
}

/** A run brought half way to its like on the other side, by moves that change slowly along it. */
function averaged(run: Run, axis: Line, likes: Likes): Float64Array {
  const { points, closed } = run;
  const moves = new Float64Array(points.length);
  samplesOf(run).forEach((at, i) => {
    const like = likes.of(at, axis);
    if (!like) return;
    const [mx, my] = mirrored(axis, like.x, like.y);
    moves[2 * i] = (mx - at.x) / 2;
    moves[2 * i + 1] = (my - at.y) / 2;
  });
  const slow = smoothedRun(moves, closed, smoothPoints);
  return points.map((value, i) => value + slow[i]);
}

function everySo<T>(all: readonly T[], about: number): T[] {
  const step = Math.max(1, Math.floor(all.length / about));
  return all.filter((_, i) => i % step === 0);
}
