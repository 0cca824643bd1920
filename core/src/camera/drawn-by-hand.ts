import { isTraced, type MapDocument, type MapLine } from '../documents/index.js';
import { polylineLength } from '../geometry/index.js';
import {
  stepMm,
  straightsThrough,
  throughPlaces,
  type DrawnStroke,
  type KnownDrawing,
} from './drawn-stroke.js';
import type { DrawnTruth, HandFaults } from './faults-of-hand.js';
import { diagonals, gridLines } from './ruled-lines.js';
import { seeded } from './seeded.js';

type Place = readonly [number, number];
type Mover = (x: number, y: number) => Place;
type DrawnLine = { line: MapLine; run: Float64Array; lengthMm: number; move: Mover | null; missing: boolean };

/** Only lines at least this long are moved, left out or added by themselves, mm. */
const minFaultMm = 14;

/** Lines within this of a chosen one go with it when a part is put wrongly, mm. */
const partReachMm = 38;

/** What is drawn without being on the map keeps this far from it, mm. */
const extraApartMm = 4;

/** A line is no further off than this where it is called true, mm. */
const maxTrueMm = 0.6;
const minMovedMm = 1.5;

/**
 * Draws a map as a hand would that makes the faults asked for.
 *
 * @returns the drawing on its sheet, and what was done to each line
 */
export function drawnByHand(
  map: MapDocument,
  faults: HandFaults,
  seed: number,
): { drawing: KnownDrawing; truth: DrawnTruth } {
  const random = seeded(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const { width: widthMm, height: heightMm } = map.surface;
  const lines = map.lines.filter(isTraced).map((line): DrawnLine => {
    const run = straightsThrough(line.closed ? [...line.points, line.points[0]] : line.points);
    return { line, run, lengthMm: polylineLength(run), move: null, missing: false };
  });
  const parts = movedParts(lines, faults.parts, random);
  const single = lines.filter(({ move, lengthMm }) => !move && lengthMm >= minFaultMm);
  const pick = () => single.splice(Math.floor(random() * single.length), 1)[0];
  for (let k = 0; k < faults.moved && single.length > 0; k++) {
    const line = pick();
    line.move = shiftedAcross(line.run, between(1.7, 6) * (random() < 0.5 ? -1 : 1));
  }
  for (let k = 0; k < faults.missing && single.length > 0; k++) pick().missing = true;
  lines.slice(Math.round(faults.drawnSoFar * lines.length)).forEach((line) => (line.missing = true));
  const { slip, doubled } = faults;
  const middle: Place = [widthMm / 2, heightMm / 2];
  if (slip)
    for (const line of lines.slice(Math.round(slip.from * lines.length)))
      line.move ??= similar(middle, { ...slip, scale: 1 });

  const whole = wholePlacement(faults.placement, widthMm, heightMm);
  const strokes: DrawnStroke[] = [];
  const draw = (points: Float64Array, closed: boolean, darkness: number, width = between(0.85, 1.15)) =>
    strokes.push({ points, closed, darkness, width, part: 'drawing' });
  const truth: DrawnTruth = { placement: faults.placement, lines: [], parts, extra: [], doubled: [] };
  for (const drawn of lines) {
    const { line, run, move, missing } = drawn;
    if (missing) {
      truth.lines.push({ id: line.id, status: 'missing', dx: 0, dy: 0, off: 0, worst: 0 });
      continue;
    }
    const own = wandering(run, line.closed, faults.wobbleMm, random);
    const laid = mapped(own, move ?? ((x, y) => [x, y]));
    truth.lines.push(truthOf(line.id, run, laid));
    const darkness = (line.strength ?? 1) * between(0.75, 1);
    draw(mapped(laid, whole), line.closed, darkness);
    if (random() < faults.restated)
      draw(
        mapped(wandering(laid, line.closed, between(0.15, 0.35), random), whole),
        line.closed,
        darkness * 0.8,
      );
  }
  if (doubled)
    for (const { line, run, missing } of lines) {
      if (missing || random() >= doubled.share) continue;
      truth.doubled.push(line.id);
      const again = mapped(
        wandering(run, line.closed, faults.wobbleMm, random),
        similar(middle, { ...doubled, scale: 1 }),
      );
      draw(mapped(again, whole), line.closed, line.strength ?? 1);
    }
  for (let k = 0; k < faults.extra; k++) {
    const run = somewhereFree(lines, { widthMm, heightMm }, random);
    if (!run) continue;
    truth.extra.push({ points: pairsOf(run), length: polylineLength(run) });
    draw(mapped(run, whole), false, between(0.75, 1));
  }
  for (let k = 0; k < faults.smudges; k++) {
    const [x, y] = [between(0.1, 0.9) * widthMm, between(0.1, 0.9) * heightMm];
    const run = straightsThrough([
      [x, y],
      [x + between(-12, 12), y + between(-12, 12)],
    ]);
    draw(run, false, between(0.06, 0.14), between(8, 16));
  }
  if (faults.gridMm > 0)
    for (const run of gridLines({ widthMm, heightMm }, faults.gridMm, random))
      draw(run, false, between(0.35, 0.6), 0.8);
  if (faults.diagonals)
    for (const run of diagonals({ widthMm, heightMm }, random)) draw(run, false, between(0.35, 0.6), 0.8);
  return { drawing: { name: 'drawn by hand', widthMm, heightMm, strokes }, truth };
}

/** Groups of lines about a chosen one, each put, turned and sized wrongly as one. */
function movedParts(lines: readonly DrawnLine[], count: number, random: () => number): DrawnTruth['parts'] {
  const between = (low: number, high: number) => low + (high - low) * random();
  const parts: DrawnTruth['parts'] = [];
  for (let k = 0, tries = 0; k < count && tries < 20; tries++) {
    const middle = middleOf(lines[Math.floor(random() * lines.length)]?.run ?? new Float64Array(2));
    const group = lines.filter(({ run, move }) => {
      if (move) return false;
      for (let i = 0; i < run.length; i += 2)
        if (Math.hypot(run[i] - middle[0], run[i + 1] - middle[1]) > partReachMm) return false;
      return true;
    });
    if (group.length < 2 || group.reduce((sum, { lengthMm }) => sum + lengthMm, 0) < 60) continue;
    const [cx, cy] = middleOf(Float64Array.from(group.flatMap(({ run }) => [...run])));
    const scale = between(0.93, 1.07);
    const angleDeg = between(-3, 3);
    const heading = between(0, 2 * Math.PI);
    const by = between(2.2, 5);
    const [dx, dy] = [by * Math.cos(heading), by * Math.sin(heading)];
    const move = similar([cx, cy], { dx, dy, angleDeg, scale });
    for (const line of group) line.move = move;
    parts.push({ lines: group.map(({ line }) => line.id), dx, dy, scale, angleDeg });
    k++;
  }
  return parts;
}

function wholePlacement(placement: HandFaults['placement'], widthMm: number, heightMm: number): Mover {
  return similar([widthMm / 2, heightMm / 2], placement);
}

function similar([cx, cy]: Place, { dx, dy, angleDeg, scale }: HandFaults['placement']): Mover {
  const angleRad = (angleDeg * Math.PI) / 180;
  const [c, s] = [scale * Math.cos(angleRad), scale * Math.sin(angleRad)];
  return (x, y) => [cx + dx + c * (x - cx) - s * (y - cy), cy + dy + s * (x - cx) + c * (y - cy)];
}

/** A shift across the chord of a line; of one that comes back to its beginning, any way. */
function shiftedAcross(run: Float64Array, byMm: number): Mover {
  const last = run.length - 2;
  const half = 2 * Math.floor(run.length / 4);
  const isRound = Math.hypot(run[last] - run[0], run[last + 1] - run[1]) < 5;
  const [toX, toY] = isRound ? [run[half], run[half + 1]] : [run[last], run[last + 1]];
  const across = Math.atan2(toY - run[1], toX - run[0]) + Math.PI / 2;
  const [dx, dy] = [byMm * Math.cos(across), byMm * Math.sin(across)];
  return (x, y) => [x + dx, y + dy];
}

/** The longest and shortest wave in which a hand wanders, mm. */
const longestWaveMm = 70;
const shortestWaveMm = 9;
const waves = 6;

/** A line as a hand draws it: off its course to both sides in slow waves, and never more than it may be. */
function wandering(run: Float64Array, closed: boolean, rmsMm: number, random: () => number): Float64Array {
  const lengthMm = polylineLength(run);
  const own = Array.from({ length: waves }, () => {
    const free = 1 / (shortestWaveMm + (longestWaveMm - shortestWaveMm) * random() ** 2);
    // Round a closed line a wave comes out even.
    const perMm = closed ? Math.max(1, Math.round(free * lengthMm)) / lengthMm : free;
    return { perMm, phase: 2 * Math.PI * random() };
  });
  const scale = rmsMm * Math.sqrt(2 / waves);
  const out = run.slice();
  const count = run.length / 2;
  for (let i = 0; i < count; i++) {
    const [before, after] = [Math.max(0, i - 4), Math.min(count - 1, i + 4)];
    const [tx, ty] = [run[2 * after] - run[2 * before], run[2 * after + 1] - run[2 * before + 1]];
    const length = Math.hypot(tx, ty) || 1;
    const at = i * stepMm;
    const wave = own.reduce((sum, { perMm, phase }) => sum + Math.sin(2 * Math.PI * perMm * at + phase), 0);
    const off = Math.max(-0.9 * maxTrueMm, Math.min(0.9 * maxTrueMm, scale * wave));
    out[2 * i] -= (ty / length) * off;
    out[2 * i + 1] += (tx / length) * off;
  }
  return out;
}

function truthOf(id: string, run: Float64Array, laid: Float64Array): DrawnTruth['lines'][number] {
  let [dx, dy, off, worst] = [0, 0, 0, 0];
  for (let i = 0; i < run.length; i += 2) {
    const [x, y] = [laid[i] - run[i], laid[i + 1] - run[i + 1]];
    dx += x;
    dy += y;
    off += Math.hypot(x, y);
    worst = Math.max(worst, Math.hypot(x, y));
  }
  const count = run.length / 2;
  const mean = off / count;
  const status = worst <= maxTrueMm ? 'true' : mean >= minMovedMm ? 'moved' : 'between';
  return { id, status, dx: dx / count, dy: dy / count, off: mean, worst };
}

/** A bow of a line that keeps clear of what is on the map; null when there is no room for one. */
function somewhereFree(
  lines: readonly DrawnLine[],
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  random: () => number,
): Float64Array | null {
  for (let tries = 0; tries < 60; tries++) {
    const [x, y] = [(0.08 + 0.84 * random()) * widthMm, (0.08 + 0.84 * random()) * heightMm];
    const heading = 2 * Math.PI * random();
    const bend = random() - 0.5;
    const step = 5 + 4 * random();
    const run = throughPlaces(
      [0, 1, 2, 3].map((k): Place => {
        const angle = heading + bend * k;
        return [x + step * k * Math.cos(angle), y + step * k * Math.sin(angle)];
      }),
    );
    if (isClear(run, lines, widthMm, heightMm)) return run;
  }
  return null;
}

function isClear(run: Float64Array, lines: readonly DrawnLine[], widthMm: number, heightMm: number): boolean {
  for (let i = 0; i < run.length; i += 10) {
    const [x, y] = [run[i], run[i + 1]];
    if (x < 8 || y < 8 || x > widthMm - 8 || y > heightMm - 8) return false;
    for (const { run: other } of lines)
      for (let k = 0; k < other.length; k += 6)
        if (Math.hypot(other[k] - x, other[k + 1] - y) < extraApartMm) return false;
  }
  return true;
}

function mapped(run: Float64Array, move: Mover): Float64Array {
  const out = run.slice();
  for (let i = 0; i < run.length; i += 2) [out[i], out[i + 1]] = move(run[i], run[i + 1]);
  return out;
}

function middleOf(run: Float64Array): Place {
  let [x, y] = [0, 0];
  for (let i = 0; i < run.length; i += 2) {
    x += run[i];
    y += run[i + 1];
  }
  return [(2 * x) / run.length, (2 * y) / run.length];
}

function pairsOf(run: Float64Array): [number, number][] {
  return Array.from({ length: run.length / 2 }, (_, i) => [run[2 * i], run[2 * i + 1]]);
}
