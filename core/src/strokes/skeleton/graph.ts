import {
  cornersOf,
  crossing,
  fitLine,
  reversedPoints,
  stepLength,
  turnBetween,
} from '../../geometry/index.js';
import type { Skeleton } from './skeleton.js';

/** A stretch of a stroke between two places where strokes end or meet, in pixels. */
export type Arm = {
  /** Places along its middle, x0, y0 …, its nodes' places left out. */
  points: number[];
  from: number;
  to: number;
};

/** A place where strokes end or meet. */
export type Meeting = {
  x: number;
  y: number;
  /** How far the strokes' ink reaches around it, pixels: within, the middle of a stroke cannot be read. */
  reach: number;
  /** How deep the ink is there, pixels. */
  deepest: number;
  /** How many forks of the thinned lines it is made of. */
  places: number;
  /** Two arms meet here in a sharp corner whose ink runs on beyond where they part. */
  corner?: true;
  /** The arms that end here are far fainter than the stroke that runs on over them. */
  under?: true;
};

/** Strokes as they hang together. Arms taken away are null, so that numbers stay. */
export class StrokeGraph {
  readonly arms: (Arm | null)[];
  readonly meetings: Meeting[];

  constructor(skeleton: Skeleton, depths: Float32Array) {
    const { width } = skeleton;
    this.meetings = skeleton.nodes.map(({ x, y, pixels }) => {
      const deepest = Math.max(...pixels.map((i) => depths[i]));
      return { x, y, reach: deepest, deepest, places: 1 };
    });
    this.arms = skeleton.branches.map(({ pixels, from, to }) => ({
      points: pixels.flatMap((i) => [(i % width) + 0.5, Math.floor(i / width) + 0.5]),
      from,
      to,
    }));
  }

  /** The arms that end at each meeting; one that begins and ends there stands twice. */
  armsByMeeting(): number[][] {
    const out: number[][] = this.meetings.map(() => []);
    this.arms.forEach((arm, k) => {
      if (!arm) return;
      if (arm.from >= 0) out[arm.from].push(k);
      if (arm.to >= 0) out[arm.to].push(k);
    });
    return out;
  }

  /** Length of an arm with its nodes, pixels. */
  lengthOf({ points, from, to }: Arm): number {
    let length = 0;
    let before: { x: number; y: number } | null = from >= 0 ? this.meetings[from] : null;
    for (let i = 0; i < points.length; i += 2) {
      const here = { x: points[i], y: points[i + 1] };
      if (before) length += stepLength(here.x - before.x, here.y - before.y);
      before = here;
    }
    if (to >= 0 && before)
      length += stepLength(this.meetings[to].x - before.x, this.meetings[to].y - before.y);
    return length;
  }

  /** Parts arms where they turn back sharply, so that each side is read by itself and they meet in the corner's tip. */
  partAtCorners(depthAt: (x: number, y: number) => number): void {
    this.arms.forEach((arm, k) => {
      if (!arm || arm.from < 0) return;
      const corners = cornersOf(arm.points, false, sharpTurns).filter((i) =>
        isPointed(arm.points, i, depthAt),
      );
      if (corners.length === 0) return;
      const nodes = corners.map((i) => {
        const [x, y] = [arm.points[2 * i], arm.points[2 * i + 1]];
        const depth = depthAt(x, y);
        return this.meetings.push({ x, y, reach: depth, deepest: depth, places: 1, corner: true }) - 1;
      });
      const cuts = [-1, ...corners, arm.points.length / 2];
      const ends = [arm.from, ...nodes, arm.to];
      cuts.slice(1).forEach((to, part) => {
        const points = arm.points.slice(2 * (cuts[part] + 1), 2 * to);
        const own = { points, from: ends[part], to: ends[part + 1] };
        if (part === 0) this.arms[k] = own;
        else this.arms.push(own);
      });
    });
  }

  /** Takes away what thinning leaves at the rims of wide strokes, and draws together what it pulls apart where strokes cross. */
  tidy(): void {
    for (let round = 0; round < 4; round++) {
      const spurs = this.dropSpurs();
      const drawn = this.drawTogether();
      this.joinPairs();
      if (!spurs && !drawn) return;
    }
  }

  /** Takes away short arms with a free end that do not come out of the ink of what they grow from. */
  private dropSpurs(): boolean {
    const at = this.armsByMeeting();
    let any = false;
    this.arms.forEach((arm, k) => {
      if (!arm || arm.from < 0 || arm.from === arm.to) return;
      const free = [arm.from, arm.to].filter((node) => at[node].length === 1);
      if (free.length !== 1) return;
      const root = arm.from === free[0] ? arm.to : arm.from;
      if (at[root].length < 3) return;
      const { reach } = this.meetings[root];
      if (this.lengthOf(arm) > spurReach * reach + 1.5) return;
      this.arms[k] = null;
      at[root] = at[root].filter((other) => other !== k);
      if (this.isSharp(root, at[root])) this.meetings[root].corner = true;
      any = true;
    });
    return any;
  }

  /** Whether the two arms of a meeting leave it close beside each other. */
  private isSharp(node: number, own: readonly number[]): boolean {
    if (own.length !== 2 || own[0] === own[1]) return false;
    const meeting = this.meetings[node];
    const count = Math.max(sharpPoints, Math.round(3 * meeting.reach));
    const ways = own.map((k) => {
      const arm = this.arms[k];
      if (!arm) return null;
      const n = arm.points.length / 2;
      if (n < sharpPoints) return null;
      const i = 2 * (arm.from === node ? Math.min(n, count) - 1 : Math.max(0, n - count));
      return [arm.points[i] - meeting.x, arm.points[i + 1] - meeting.y] as const;
    });
    const [one, other] = ways;
    return one !== null && other !== null && turnBetween(...one, ...other) < sharpRad;
  }

  /** Makes one meeting of two that lie within each other's ink: a crossing is thinned to two forks. */
  private drawTogether(): boolean {
    const at = this.armsByMeeting();
    let any = false;
    this.arms.forEach((arm, k) => {
      if (!arm || arm.from < 0) return;
      const [a, b] = [this.meetings[arm.from], this.meetings[arm.to]];
      const longest = bridgeReach * Math.max(a.deepest, b.deepest) + 1;
      if (this.lengthOf(arm) > longest) return;
      if (arm.from !== arm.to && (at[arm.from].length < 3 || at[arm.to].length < 3)) return;
      // A net of fine strokes is no one meeting.
      if (arm.from !== arm.to && a.places + b.places > maxPlaces) return;
      any = true;
      if (arm.from === arm.to) this.arms[k] = null;
      else this.mergeAcross(k, at);
    });
    return any;
  }

  /** Makes one meeting, the first, of the two at the ends of an arm, which goes; the arms by meeting are kept up to date. */
  private mergeAcross(k: number, at: number[][]): void {
    const arm = this.arms[k];
    if (!arm) return;
    const [kept, gone] = [arm.from, arm.to];
    const [a, b] = [this.meetings[kept], this.meetings[gone]];
    this.arms[k] = null;
    const shareOfB = b.places / (a.places + b.places);
    this.meetings[kept] = {
      x: a.x + (b.x - a.x) * shareOfB,
      y: a.y + (b.y - a.y) * shareOfB,
      places: a.places + b.places,
      reach: Math.min(
        maxGrowth * Math.min(a.deepest, b.deepest),
        Math.max(a.reach, b.reach, stepLength(a.x - b.x, a.y - b.y) / 2 + Math.min(a.reach, b.reach)),
      ),
      deepest: Math.max(a.deepest, b.deepest),
    };
    for (const other of at[gone]) {
      const moved = this.arms[other];
      if (!moved) continue;
      if (moved.from === gone) moved.from = kept;
      if (moved.to === gone) moved.to = kept;
    }
    at[kept] = [...at[kept], ...at[gone]].filter((other) => other !== k);
    at[gone] = [];
  }

  /** Makes one arm of two that meet alone. */
  joinPairs(): void {
    const at = this.armsByMeeting();
    at.forEach((own, node) => {
      const { corner, under } = this.meetings[node];
      if (own.length !== 2 || own[0] === own[1] || corner || under) return;
      const [a, b] = own.map((k) => this.arms[k]);
      if (!a || !b) return;
      const before = a.to === node ? a : { points: [...reversedPoints(a.points)], from: a.to, to: a.from };
      const after = b.from === node ? b : { points: [...reversedPoints(b.points)], from: b.to, to: b.from };
      const { x, y } = this.meetings[node];
      this.arms[own[0]] = {
        points: [...before.points, x, y, ...after.points],
        from: before.from,
        to: after.to,
      };
      this.arms[own[1]] = null;
      const moved = at[after.to];
      moved[moved.indexOf(own[1])] = own[0];
      at[node] = [];
    });
  }
}

/** Whether the ink at a corner of a run reaches to where its sides would cross; that of a round bend does not. */
function isPointed(
  points: readonly number[],
  corner: number,
  depthAt: (x: number, y: number) => number,
): boolean {
  const n = points.length / 2;
  const depth = depthAt(points[2 * corner], points[2 * corner + 1]);
  const near = Math.round(sideFrom * depth);
  const count = Math.max(sharpPoints, Math.round(sideLength * depth));
  const [before, after] = [corner - near - count, corner + near + count];
  if (before < 0 || after >= n) return true;
  const run = Float64Array.from(points.slice(2 * before, 2 * (after + 1)));
  const last = after - before;
  const tip = crossing(fitLine(run, 0, count), fitLine(run, last - count, last));
  if (tip === null) return true;
  const [dx, dy] = [tip[0] - points[2 * corner], tip[1] - points[2 * corner + 1]];
  const share = Math.max(0, 1 - tipFaultPx / Math.max(tipFaultPx, stepLength(dx, dy)));
  return (
    depthAt(points[2 * corner] + share * dx, points[2 * corner + 1] + share * dy) >= pointedDepth * depth
  );
}

/** The sides of a corner are read from so far on each way, over so much of them: times the depth of the ink there. */
const sideFrom = 1.3;
const sideLength = 2;

/** Where the sides of a corner cross the ink is at least so deep, times that of the corner of the thinned line. */
const pointedDepth = 0.6;

/** That is looked at so far short of the place: the sides of thin strokes are read as crossing a pixel or two off. */
const tipFaultPx = 2.5;

/** A run of pixels that turns by so much over so many of them to each side turns back: no bend is so tight. */
const sharpTurns = { arm: 8, turnRad: (105 * Math.PI) / 180 };

/** A corner is sharp when its arms leave it within this of each other, over at least so many points. */
const sharpRad = (100 * Math.PI) / 180;
const sharpPoints = 6;

/** A spur is no longer than this many times the depth of the ink it grows in. */
const spurReach = 1.35;

/** A bridge between the two forks of one crossing is no longer than this many times the depth of the ink there. */
const bridgeReach = 2;

/** The most forks that one meeting of strokes is thinned to: more than six strokes hardly cross in one place. */
const maxPlaces = 5;

/** Meetings drawn together reach no further than this many times the depth of their ink. */
const maxGrowth = 2.5;
