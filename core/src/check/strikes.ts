import { polylineLength, turnBetween } from '../geometry/index.js';
import type { Addition } from './additions.js';
import { LinesAt, type Crossing } from './lines-at.js';

/** What strikes a line out is no larger than this each way, mm. */
const maxStrikeMm = 26;

/** It crosses the line at more than this, and comes out on both sides by so much. */
const minTurnRad = (25 * Math.PI) / 180;
const minBesideMm = 0.9;

/** How far to a side it reaches is read over so much of it, mm. */
const reachMm = 4;

/** It is straight where it crosses: over so much to each side, by its chord as a share of its length. */
const crossingArmMm = 2;
const minStraightness = 0.88;

/** Strokes through a line that belong together lie no further apart along it, mm. */
const togetherMm = 8;

/** Crossings nearer than this and in one direction are of one stroke that was found in two pieces. */
const oneStrokeMm = 1.2;
const oneStrokeRad = (20 * Math.PI) / 180;

/** The ends of what was drawn are carried on by this when it is asked what they cross, mm: pieces end at a crossing. */
const carriedOnMm = 0.9;

/** What is left of a zigzag beside a line is no longer than this, and touches what crosses within this, mm. */
const maxRestMm = 12;
const touchMm = 1.3;

/** A shorter line is no ring, mm. */
const minRingMm = 8;

type Strike = Crossing & {
  addition: number;
  angleRad: number;
  /** How far the stroke reaches to either side of the line, mm. */
  leftMm: number;
  rightMm: number;
};

/**
 * Which lines are struck out: by two strokes or more through them close together, side by side, as a cross or as a
 * zigzag.
 *
 * @param lines the lines that can be struck out
 * @returns numbers of the lines, and of what was drawn to strike them
 */
export function findStrikes(
  additions: readonly Addition[],
  lines: LinesAt,
): { struck: Set<number>; strikes: Set<number> } {
  const byLine = new Map<number, Strike[]>();
  additions.forEach((addition, number) => {
    if (extentOf(addition) > maxStrikeMm || isRing(addition)) return;
    for (const strike of strikesOf(addition, number, lines))
      byLine.set(strike.line, [...(byLine.get(strike.line) ?? []), strike]);
  });
  const struck = new Set<number>();
  const strikes = new Set<number>();
  for (const [line, own] of byLine) {
    const strokes = strokesThrough(own);
    for (let i = 1; i < strokes.length; i++) {
      if (strokes[i][0].alongMm - strokes[i - 1][0].alongMm > togetherMm) continue;
      struck.add(line);
      for (const { addition } of [...strokes[i - 1], ...strokes[i]]) strikes.add(addition);
    }
  }
  return { struck, strikes: withRests(strikes, additions) };
}

/** Whether a line closes on itself: a small thing drawn anew. */
function isRing(addition: Addition): boolean {
  const [[ax, ay], [bx, by]] = endsOf(addition);
  return addition.lengthMm > minRingMm && Math.hypot(bx - ax, by - ay) <= touchMm;
}

function extentOf({ points }: Addition): number {
  const span = (from: number) => {
    let [min, max] = [Infinity, -Infinity];
    for (let i = from; i < points.length; i += 2)
      [min, max] = [Math.min(min, points[i]), Math.max(max, points[i])];
    return max - min;
  };
  return Math.max(span(0), span(1));
}

/** Strokes that go through a line, each with its pieces, in the order they lie along it. */
function strokesThrough(strikes: readonly Strike[]): Strike[][] {
  const strokes: Strike[][] = [];
  for (const strike of [...strikes].sort((a, b) => a.alongMm - b.alongMm)) {
    const same = strokes.find(
      ([first]) =>
        strike.alongMm - first.alongMm <= oneStrokeMm &&
        halfTurn(first.angleRad, strike.angleRad) <= oneStrokeRad,
    );
    if (same) same.push(strike);
    else strokes.push([strike]);
  }
  return strokes.filter(
    (pieces) =>
      pieces.some(({ leftMm }) => leftMm >= minBesideMm) &&
      pieces.some(({ rightMm }) => rightMm >= minBesideMm),
  );
}

/** Angle between two directions whose sense means nothing. */
function halfTurn(a: number, b: number): number {
  const turn = Math.abs(a - b) % Math.PI;
  return Math.min(turn, Math.PI - turn);
}

function strikesOf({ points }: Addition, addition: number, lines: LinesAt): Strike[] {
  const run = carriedOn(points);
  const strikes: Strike[] = [];
  for (let i = 2; i < run.length; i += 2) {
    for (const crossing of lines.crossings(run[i - 2], run[i - 1], run[i], run[i + 1])) {
      const around = stretchAround(run, i, crossingArmMm);
      const drawn = stretchAround(points, Math.min(points.length - 2, i - 2), reachMm);
      const n = around.length;
      const [ux, uy] = [around[n - 2] - around[0], around[n - 1] - around[1]];
      const turn = turnBetween(ux, uy, crossing.tx, crossing.ty);
      if (Math.min(turn, Math.PI - turn) < minTurnRad || straightness(around) < minStraightness) continue;
      let [leftMm, rightMm] = [0, 0];
      for (let k = 0; k < drawn.length; k += 2) {
        const across = (drawn[k + 1] - crossing.y) * crossing.tx - (drawn[k] - crossing.x) * crossing.ty;
        leftMm = Math.max(leftMm, across);
        rightMm = Math.max(rightMm, -across);
      }
      strikes.push({ ...crossing, addition, angleRad: Math.atan2(uy, ux), leftMm, rightMm });
    }
  }
  return strikes;
}

/** The points of a run about one of them, as far as they lie within an arm of it along the run. */
function stretchAround(run: Float64Array, at: number, armMm: number): Float64Array {
  const step = (i: number) => Math.hypot(run[i] - run[i - 2], run[i + 1] - run[i - 1]);
  let [from, to] = [at, at];
  for (let along = 0; from >= 2 && (along += step(from)) <= armMm;) from -= 2;
  for (let along = 0; to + 2 < run.length && (along += step(to + 2)) <= armMm;) to += 2;
  return run.subarray(from, to + 2);
}

/** Chord of a run as a share of its length. */
function straightness(run: Float64Array): number {
  const length = polylineLength(run);
  const n = run.length;
  return length > 0 ? Math.hypot(run[n - 2] - run[0], run[n - 1] - run[1]) / length : 1;
}

/** A run with both ends carried straight on. */
function carriedOn(points: Float64Array): Float64Array {
  const n = points.length;
  const arm = Math.min(n - 2, 12);
  const beyond = (at: number, from: number) => {
    const [dx, dy] = [points[at] - points[from], points[at + 1] - points[from + 1]];
    const length = Math.hypot(dx, dy) || 1;
    return [points[at] + (dx / length) * carriedOnMm, points[at + 1] + (dy / length) * carriedOnMm];
  };
  return Float64Array.of(...beyond(0, arm), ...points, ...beyond(n - 2, n - 2 - arm));
}

/** Strikes with the short pieces that hang on them. */
function withRests(strikes: ReadonlySet<number>, additions: readonly Addition[]): Set<number> {
  const all = new Set(strikes);
  const waiting = [...strikes];
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    const strike = new LinesAt([additions[at].points]);
    additions.forEach((other, number) => {
      if (all.has(number) || other.lengthMm > maxRestMm) return;
      if (!endsOf(other).some(([x, y]) => strike.nearest(x, y, touchMm))) return;
      all.add(number);
      waiting.push(number);
    });
  }
  return all;
}

function endsOf({ points }: Addition): [number, number][] {
  const n = points.length;
  return [
    [points[0], points[1]],
    [points[n - 2], points[n - 1]],
  ];
}
