import { begunAt, crossing, fitLine, fitWay, pushCubic, stepLength } from '../../geometry/index.js';
import { median } from '../../raster/index.js';
import type { Stroke } from '../stroke.js';
import type { Depths } from '../meetings/settle-meeting.js';

/** In ink no wider than this a corner is read well enough as it is, pixels from the middle to the rim. */
const minHalfPx = 2;

/** A corner turns by so much, read from beyond where its arms' ink runs together. */
const minTurnRad = (50 * Math.PI) / 180;

/** The arms of a corner are read from so many halves of the stroke's width away from it to so many. */
const arms = { near: 1.5, far: 4.5 };

/** The corner's tip lies at least so far from the middle found, pixels, and no further than so many halves of the width. */
const minTipPx = 1;
const maxTipHalves = 3;

/**
 * From the outside of a bend to its middle it is half the width, as everywhere; from the outside of a corner whose
 * middle was cut it is more than this many halves, and some ink lies beyond the tip too.
 */
const cornerRimHalves = 1.45;
const tipRimHalves = 0.2;
const rimStepPx = 0.5;

type Place = [number, number];

/** A place along a stroke that may be a corner or a bend: its point, and how many points its arms begin and end away. */
type Turn = { at: number; near: number; far: number; turnRad: number };

/**
 * Gives wide strokes the corners and tight bends that reading across their ink has cut. Where their arms turn at once, the
 * middle goes on to where the two cross, if the ink reaches out there further than the ink of a bend does; where it is a
 * bend, on to half the width from its outer rim, since the inner rim of a bend tighter than the stroke is wide is a notch.
 *
 * @param stroke in pixels
 * @param ink how deep in the ink each pixel lies, pixels
 * @returns the stroke itself where it has no such turn
 */
export function withFullTurns(stroke: Stroke, ink: Depths): Stroke {
  const turns = stroke.black ? [] : turnsOf(stroke);
  if (turns.length === 0) return stroke;
  // A ring begins where it does not turn.
  const start = stroke.closed ? beginningAway(turns, stroke.widths.length) : 0;
  const run = start === 0 ? stroke : strokeBegunAt(stroke, start);
  const n = run.widths.length;
  const own = turns
    .map((turn) => ({ ...turn, at: (turn.at - start + n) % n }))
    .filter(({ at, far }) => at >= far && at + far < n)
    .sort((one, other) => one.at - other.at);
  const points: number[] = [];
  const [widths, darkness]: number[][] = [[], []];
  const push = (x: number, y: number, like: number) => {
    points.push(x, y);
    widths.push(run.widths[like]);
    darkness.push(run.darkness[like]);
  };
  const copy = (from: number, to: number) => {
    for (let i = from; i < to; i++) push(...placeAt(run, i), i);
  };
  let copied = 0;
  for (const turn of own) {
    const { at, near } = turn;
    if (at - near < copied) continue;
    const over = wayOver(run, turn, ink);
    if (!over) continue;
    copy(copied, at - near + 1);
    for (let i = 0; i < over.length; i += 2)
      push(over[i], over[i + 1], 2 * i < over.length ? at - near : at + near);
    copied = at + near;
  }
  if (copied === 0) return stroke;
  copy(copied, n);
  return {
    ...stroke,
    points: Float64Array.from(points),
    widths: Float64Array.from(widths),
    darkness: Float64Array.from(darkness),
  };
}

/** Where a stroke turns most, the sharpest of those close beside each other. */
function turnsOf({ points, widths, closed }: Stroke): Turn[] {
  const n = widths.length;
  const found: Turn[] = [];
  for (let i = 0; i < n; i++) {
    const half = widths[i] / 2;
    const near = Math.round(arms.near * half) + 2;
    const far = Math.round(arms.far * half) + 4;
    const middle = (near + far) >> 1;
    if (half < minHalfPx || 2 * far >= n || (!closed && (i < far || i + far >= n))) continue;
    const [a, m, b, c, o, d] = [i - far, i - middle, i - near, i + near, i + middle, i + far].map(
      (k) => 2 * ((k + n) % n),
    );
    const turnRad = Math.abs(turned(points, a, b, c, d));
    if (turnRad < minTurnRad) continue;
    // What a bend turns there, going on as its arms do.
    const ofArms = (turned(points, a, m, m, b) + turned(points, c, o, o, d)) / 2;
    const ofBend = (Math.abs(ofArms) * (near + far)) / ((far - near) / 2);
    if (turnRad - ofBend >= minTurnRad) found.push({ at: i, near, far, turnRad });
  }
  found.sort((one, other) => other.turnRad - one.turnRad || one.at - other.at);
  const apart = (one: Turn, other: Turn) => {
    const off = Math.abs(one.at - other.at);
    return closed ? Math.min(off, n - off) : off;
  };
  const kept: Turn[] = [];
  for (const turn of found) if (kept.every((other) => apart(turn, other) > other.far)) kept.push(turn);
  return kept;
}

/** How far a run turns, to the right on the page, from one stretch between two of its points to another. */
function turned(points: Float64Array, a: number, b: number, c: number, d: number): number {
  const [ux, uy] = [points[b] - points[a], points[b + 1] - points[a + 1]];
  const [vx, vy] = [points[d] - points[c], points[d + 1] - points[c + 1]];
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
}

/** The point of a ring furthest behind a corner and before the next. */
function beginningAway(turns: readonly Turn[], n: number): number {
  const at = turns.map((turn) => turn.at).sort((a, b) => a - b);
  let best = { gap: -1, start: 0 };
  at.forEach((from, k) => {
    const gap = (at[k + 1] ?? at[0] + n) - from;
    if (gap > best.gap) best = { gap, start: (from + (gap >> 1)) % n };
  });
  return best.start;
}

const strokeBegunAt = ({ points, widths, darkness, ...rest }: Stroke, start: number): Stroke => ({
  ...rest,
  points: begunAt(points, 2 * start),
  widths: begunAt(widths, start),
  darkness: begunAt(darkness, start),
});

const placeAt = ({ points }: Stroke, i: number): Place => [points[2 * i], points[2 * i + 1]];

/** How wide the arms of a turn are beyond it, half, pixels. */
const halfOf = ({ widths }: Stroke, { at, near, far }: Turn): number =>
  median([...widths.slice(at - far, at - near), ...widths.slice(at + near, at + far)]) / 2;

/** The way over a turn from arm to arm, both left out: by the tip of its corner, or round its bend; null where it is well as it was found. */
function wayOver(stroke: Stroke, turn: Turn, ink: Depths): number[] | null {
  const tip = tipOf(stroke, turn, ink);
  if (!tip) return bendOf(stroke, turn, ink);
  const { at, near } = turn;
  const to = straightTo(tip, placeAt(stroke, at + near));
  return [...straightTo(placeAt(stroke, at - near), tip), ...to.slice(0, -2)];
}

/** Where the arms of a turn cross, if its ink reaches out so far; null where it is a bend. */
function tipOf(stroke: Stroke, turn: Turn, ink: Depths): Place | null {
  const { points } = stroke;
  const { at, near, far } = turn;
  const before = fitLine(points, at - far, at - near);
  const after = fitLine(points, at + near, at + far);
  const tip = crossing(before, after);
  if (!tip) return null;
  const bend = placeAt(stroke, at);
  const half = halfOf(stroke, turn);
  const off = stepLength(tip[0] - bend[0], tip[1] - bend[1]);
  if (off < minTipPx || off > maxTipHalves * half) return null;
  const way: Place = [(tip[0] - bend[0]) / off, (tip[1] - bend[1]) / off];
  // Ink further out than this decides nothing more.
  const rim = rimFrom(bend, way, ink, off + cornerRimHalves * half);
  return rim >= cornerRimHalves * half && rim - off > tipRimHalves * half ? tip : null;
}

/** A bend whose middle was found no further than this within where it lies is well enough as it is, pixels. */
const minBendPx = 0.5;

/** A bend is looked for no further out than so many halves of the width from the middle found. */
const maxBendHalves = 1.5;

/** The outer rim is read from the middles that lie no further aside of where a bend points, pixels. */
const rimAsidePx = 2;

/**
 * The middle of a bend: a cubic that leaves and arrives as the arms point and passes half a width within the outer rim
 * where it turns back. Null where the middle found lies as far out already.
 *
 * @returns x0, y0 … from arm to arm, both left out, about a pixel apart
 */
function bendOf(stroke: Stroke, turn: Turn, ink: Depths): number[] | null {
  const { points } = stroke;
  const { at, near, far } = turn;
  const half = halfOf(stroke, turn);
  const [[ax, ay], [bx, by]] = [placeAt(stroke, at - near), placeAt(stroke, at + near)];
  const [one, other] = [fitWay(points, at - far, at - near), fitWay(points, at + far, at + near)];
  const out = [one.ux + other.ux, one.uy + other.uy];
  const sum = stepLength(out[0], out[1]);
  const [ux, uy] = [out[0] / sum, out[1] / sum];
  const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
  const reaches: { found: number; rim: number }[] = [];
  for (let i = at - near; i <= at + near; i++) {
    const [x, y] = placeAt(stroke, i);
    if (Math.abs((x - mx) * uy - (y - my) * ux) > rimAsidePx) continue;
    const found = (x - mx) * ux + (y - my) * uy;
    reaches.push({ found, rim: found + rimFrom([x, y], [ux, uy], ink, 3 * half) });
  }
  const apex = median(reaches.map(({ rim }) => rim)) - half;
  const outwards = apex - median(reaches.map(({ found }) => found));
  if (outwards < minBendPx || outwards > maxBendHalves * half) return null;
  // Halfway a cubic lies 3/8 of both its handles out from between its ends.
  const handle = apex / (0.375 * sum);
  const way: number[] = [];
  pushCubic(
    [
      ...[ax, ay, ax + handle * one.ux, ay + handle * one.uy],
      ...[bx + handle * other.ux, by + handle * other.uy, bx, by],
    ],
    Math.max(4, Math.round(2 * apex + stepLength(bx - ax, by - ay))),
    way,
  );
  return way.slice(0, -2);
}

/** How far the ink reaches from a place one way, pixels. */
function rimFrom([x, y]: Place, [ux, uy]: Place, { width, height, data }: Depths, most: number): number {
  for (let off = 0; off < most; off += rimStepPx) {
    const [px, py] = [Math.floor(x + off * ux), Math.floor(y + off * uy)];
    if (px < 0 || py < 0 || px >= width || py >= height || data[py * width + px] === 0) return off;
  }
  return most;
}

/** Points evenly from one place to another, the first left out, about a pixel apart: x0, y0 … */
function straightTo([ax, ay]: Place, [bx, by]: Place): number[] {
  const steps = Math.max(1, Math.round(stepLength(bx - ax, by - ay)));
  return Array.from({ length: steps }, (_, k) => [
    ax + ((bx - ax) * (k + 1)) / steps,
    ay + ((by - ay) * (k + 1)) / steps,
  ]).flat();
}
