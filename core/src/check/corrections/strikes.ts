import { cornersOf, lengthsAlong, turnBetween } from '../../geometry/index.js';
import type { Addition } from './additions.js';
import { LinesAt, type Crossing } from '../registration/lines-at.js';

/** What strikes a line out is no larger than this each way, mm. */
const maxStrikeMm = 26;

/** It crosses the line at more than this, and is on a side of it when it is so far out after so much of its way, mm. */
const minTurnRad = (18 * Math.PI) / 180;
const minBesideMm = 0.6;
const armMm = 1.6;

/**
 * Strokes through a line that belong together lie no further apart along it, mm, and so many come out on each side and
 * in all: of strokes close together one may have run into the line or another stroke, and be seen on one side alone.
 */
const strikings = [
  { togetherMm: 8, eachSide: 2, inAll: 4 },
  { togetherMm: 4, eachSide: 1, inAll: 3 },
] as const;

/** A zigzag turns back in corners; what crosses twice and only bends is a thing drawn anew. */
const sharpCorners = { arm: 6, turnRad: (70 * Math.PI) / 180 };

/** The ends of what was drawn are carried on by this when it is asked what they cross, mm: pieces end at a crossing. */
const carriedOnMm = 0.9;

/** What is left of a zigzag beside a line is no longer than this, and ends this near to what crosses, mm. */
const maxRestMm = 12;
const besideStrikeMm = 2.2;

/** A shorter line is no ring, mm, nor one whose ends lie further apart. */
const minRingMm = 8;
const closedMm = 1.3;

/** Where something drawn goes through a line or ends on it. */
type Strike = { addition: number; line: number; alongMm: number; left: boolean; right: boolean };

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
    for (const group of closeTogether(own, strikings[0].togetherMm)) {
      if (!strikings.some((striking) => isStruck(group, striking))) continue;
      struck.add(line);
      for (const { addition } of group) strikes.add(addition);
    }
  }
  return { struck, strikes: withRests(strikes, additions) };
}

/** Whether so many strikes that lie close enough together come out on both sides of their line. */
function isStruck(
  group: readonly Strike[],
  { togetherMm, eachSide, inAll }: (typeof strikings)[number],
): boolean {
  return closeTogether(group, togetherMm).some((close) => {
    const left = close.filter((strike) => strike.left).length;
    const right = close.filter((strike) => strike.right).length;
    return Math.min(left, right) >= eachSide && left + right >= inAll;
  });
}

/** Strikes of one line in groups whose neighbours lie no further apart along it than asked. */
function closeTogether(strikes: readonly Strike[], togetherMm: number): Strike[][] {
  const groups: Strike[][] = [];
  let last = -Infinity;
  for (const strike of [...strikes].sort((a, b) => a.alongMm - b.alongMm)) {
    if (strike.alongMm - last > togetherMm) groups.push([]);
    groups[groups.length - 1].push(strike);
    last = strike.alongMm;
  }
  return groups;
}

/** Whether a line closes on itself: a small thing drawn anew. */
function isRing(addition: Addition): boolean {
  const [[ax, ay], [bx, by]] = endsOf(addition);
  return addition.lengthMm > minRingMm && Math.hypot(bx - ax, by - ay) <= closedMm;
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

/** Where an addition goes through lines or ends on them. */
function strikesOf({ points }: Addition, addition: number, lines: LinesAt): Strike[] {
  const run = carriedOn(points);
  const along = lengthsAlong(run);
  const crossings: { at: number; crossing: Crossing }[] = [];
  for (let i = 1; i < along.length; i++)
    for (const crossing of lines.crossings(run[2 * i - 2], run[2 * i - 1], run[2 * i], run[2 * i + 1]))
      crossings.push({ at: i, crossing });
  const bends = !isStraight(points, along) && cornersOf(points, false, sharpCorners).length === 0;
  return [...groupedBy(crossings, ({ crossing }) => crossing.line).values()].flatMap((own) => {
    const through = goneThrough(own, along).flatMap(({ first, last, crossing }): Strike[] => {
      // What was only carried on is not drawn: the first and the last point do not count.
      const before = pointBack(along, first, armMm);
      const after = pointOn(along, last, armMm);
      const side = (k: number) =>
        (run[2 * k + 1] - crossing.y) * crossing.tx - (run[2 * k] - crossing.x) * crossing.ty;
      const sides = [Math.max(1, before), Math.min(along.length - 2, after)].map(side);
      const turn = turnBetween(
        run[2 * after] - run[2 * before],
        run[2 * after + 1] - run[2 * before + 1],
        crossing.tx,
        crossing.ty,
      );
      if (Math.min(turn, Math.PI - turn) < minTurnRad) return [];
      const { line, alongMm } = crossing;
      const left = sides.some((mm) => mm >= minBesideMm);
      const right = sides.some((mm) => mm <= -minBesideMm);
      return left || right ? [{ addition, line, alongMm, left, right }] : [];
    });
    return through.length === 2 && bends ? through.slice(0, 1) : through;
  });
}

/** A stroke whose chord is this share of its length is straight. */
const straightShare = 0.97;

function isStraight(points: Float64Array, along: Float64Array): boolean {
  const n = points.length;
  const chord = Math.hypot(points[n - 2] - points[0], points[n - 1] - points[1]);
  return chord >= straightShare * (along[along.length - 2] - along[1]);
}

/** Crossings that follow each other closely on the way are one: where ink runs together a line wavers. */
function goneThrough(crossings: readonly { at: number; crossing: Crossing }[], along: Float64Array) {
  const groups: { first: number; last: number; crossing: Crossing }[] = [];
  for (const { at, crossing } of crossings) {
    const before = groups.at(-1);
    if (before && along[at] - along[before.last] < armMm) before.last = at;
    else groups.push({ first: at, last: at, crossing });
  }
  return groups;
}

/** The point so far back along a run, or its first. */
function pointBack(along: Float64Array, from: number, mm: number): number {
  let at = from;
  while (at > 0 && along[from] - along[at] < mm) at--;
  return at;
}

/** The point so far on along a run, or its last. */
function pointOn(along: Float64Array, from: number, mm: number): number {
  let at = from;
  while (at < along.length - 1 && along[at] - along[from] < mm) at++;
  return at;
}

function groupedBy<T>(items: readonly T[], key: (item: T) => number): Map<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const item of items) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return groups;
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
      if (!endsOf(other).some(([x, y]) => strike.nearest(x, y, besideStrikeMm))) return;
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
