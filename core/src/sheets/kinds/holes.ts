import Flatbush from 'flatbush';
import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { stepLength } from '../../geometry/index.js';
import type { SheetDecisions } from '../decisions.js';
import { flat } from './lines.js';

/** A hole to prick, mm on the surface. */
export type Hole = {
  x: number;
  y: number;
  /** The lines it lies on; crossing lines share one. */
  lines: string[];
  /** Why it is where it is. */
  at: 'end' | 'corner' | 'crossing' | 'along';
};

export type Pricking = {
  holes: Hole[];
  /** Places where dots of two lines, or of two stretches of one, lie closer than the paper stands. */
  merging: { x: number; y: number; lines: string[] }[];
  minutes: number;
};

/** A needle goes in about once in this time, lifts and turns of the paper included, s. An estimate of practice. */
const secondsPerHole = 0.9;

/** A turn sharper than this is a corner, and pricked. */
const cornerRad = (35 * Math.PI) / 180;

/** Directions before and behind a point are read over this length, mm. */
const armMm = 1;

/** Holes this close are one, mm. */
const sameMm = 0.05;

type Limits = SheetDecisions['pricking'];

/** A run of points with the length from its start to each. */
type Run = { id: string; points: Float64Array; along: Float64Array; closed: boolean };

/** A place on a run that is pricked whatever the spacing. */
type Fixed = { s: number; at: Hole['at'] };

/**
 * The holes of a pouncing pattern. Ends, corners and crossings are always pricked; between them holes follow so
 * that the straight from one to the next leaves the line by no more than the chord error: on a curve of radius R
 * they are √(8·R·e) apart, never closer than the paper stands nor further than the eye joins.
 */
export function prick(map: MapDocument, limits: Limits): Pricking {
  const runs = map.lines
    .filter(isTraced)
    .map(runOf)
    .filter(({ along }) => along[along.length - 1] > 0);
  const crossings = findCrossings(runs);
  const holes: Hole[] = [];
  const shared = new SharedHoles(holes);
  runs.forEach((run, index) => {
    const fixed = fixedPlaces(run, crossings[index]);
    const curvature = curvatureOf(run);
    for (const hole of along(run, curvature, fixed, limits)) shared.add(hole);
  });
  return {
    holes,
    merging: findMerging(holes, limits.leastMm),
    minutes: (holes.length * secondsPerHole) / 60,
  };
}

function runOf({ id, points, closed }: MapLine): Run {
  const run = flat(closed ? [...points, points[0]] : points);
  const lengths = new Float64Array(run.length / 2);
  for (let i = 1; i < lengths.length; i++)
    lengths[i] = lengths[i - 1] + stepLength(run[2 * i] - run[2 * i - 2], run[2 * i + 1] - run[2 * i - 1]);
  return { id, points: run, along: lengths, closed };
}

/** The place at a length along a run. */
function placeAt({ points, along }: Run, s: number): [number, number] {
  let low = 0;
  let high = along.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (along[middle] <= s) low = middle;
    else high = middle;
  }
  const length = along[high] - along[low];
  const t = length > 0 ? Math.min(1, Math.max(0, (s - along[low]) / length)) : 0;
  return [
    points[2 * low] + t * (points[2 * high] - points[2 * low]),
    points[2 * low + 1] + t * (points[2 * high + 1] - points[2 * low + 1]),
  ];
}

/** How far a run turns over an arm to each side of a place, rad; of a closed run also over its seam. */
function turnAt(run: Run, s: number, arm: number): number {
  const total = run.along[run.along.length - 1];
  const at = (place: number) =>
    placeAt(run, run.closed ? (place + total) % total : Math.min(total, Math.max(0, place)));
  const [ax, ay] = at(s - arm);
  const [x, y] = at(s);
  const [bx, by] = at(s + arm);
  const [ux, uy, vx, vy] = [x - ax, y - ay, bx - x, by - y];
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}

function fixedPlaces(run: Run, crossings: readonly number[]): Fixed[] {
  const total = run.along[run.along.length - 1];
  const fixed: Fixed[] = run.closed
    ? []
    : [
        { s: 0, at: 'end' },
        { s: total, at: 'end' },
      ];
  fixed.push(...crossings.map((s): Fixed => ({ s, at: 'crossing' })));
  const arm = Math.min(armMm, total / 4);
  for (let i = run.closed ? 0 : 1; i < run.along.length - 1; i++) {
    const s = run.along[i];
    // Only vertices can be corners; a flattened curve turns little at each.
    if (cornerHere(run, i) || turnAt(run, s, arm) > 2 * cornerRad) fixed.push({ s, at: 'corner' });
  }
  fixed.sort((a, b) => a.s - b.s);
  // Of places that fall together the first of the kind that matters most stays.
  const kept: Fixed[] = [];
  for (const place of fixed) {
    const last = kept[kept.length - 1];
    if (last && place.s - last.s < sameMm * 4) {
      if (last.at === 'corner' && place.at !== 'corner') kept[kept.length - 1] = place;
    } else kept.push(place);
  }
  if (run.closed && kept.length === 0) kept.push({ s: 0, at: 'along' });
  return kept;
}

/** The turn at a vertex itself, from the steps before and behind it. */
function cornerHere({ points, along, closed }: Run, i: number): boolean {
  const n = along.length;
  const before = i === 0 ? (closed ? n - 2 : 0) : i - 1;
  const [ux, uy] = [points[2 * i] - points[2 * before], points[2 * i + 1] - points[2 * before + 1]];
  const [vx, vy] = [points[2 * i + 2] - points[2 * i], points[2 * i + 3] - points[2 * i + 1]];
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > cornerRad;
}

/** Holes along a run between its fixed places, those included. */
function* along(run: Run, curvature: Float64Array, fixed: readonly Fixed[], limits: Limits): Generator<Hole> {
  const total = run.along[run.along.length - 1];
  const hole = (s: number, at: Hole['at']): Hole => {
    const [x, y] = placeAt(run, s % (total + 1e-9));
    return { x, y, lines: [run.id], at };
  };
  const stops = run.closed ? [...fixed, { s: fixed[0].s + total, at: fixed[0].at }] : fixed;
  yield hole(stops[0].s, stops[0].at);
  for (let k = 1; k < stops.length; k++) {
    for (const s of between(curvature, total, stops[k - 1].s, stops[k].s, limits)) yield hole(s, 'along');
    if (!run.closed || k < stops.length - 1) yield hole(stops[k].s, stops[k].at);
  }
}

/** Steps in which curvature is read and the wanted spacing is summed along a run, mm. */
const stepMm = 0.25;

/** The curvature of a run at even steps along it, 1/mm: the turn over an arm to each side, by its length. */
function curvatureOf(run: Run): Float64Array {
  const total = run.along[run.along.length - 1];
  const steps = Math.max(4, Math.ceil(total / stepMm));
  const places = new Float64Array(2 * (steps + 1));
  for (let i = 0, at = 1; i <= steps; i++) {
    const s = (i / steps) * total;
    while (at < run.along.length - 1 && run.along[at] < s) at++;
    const length = run.along[at] - run.along[at - 1];
    const t = length > 0 ? (s - run.along[at - 1]) / length : 0;
    for (const axis of [0, 1])
      places[2 * i + axis] =
        run.points[2 * at - 2 + axis] + t * (run.points[2 * at + axis] - run.points[2 * at - 2 + axis]);
  }
  const reach = Math.max(1, Math.min(Math.round(armMm / stepMm), steps >> 2));
  const arm = (reach / steps) * total;
  const out = new Float64Array(steps + 1);
  for (let i = 0; i <= steps; i++) {
    const before = run.closed ? (i - reach + steps) % steps : Math.max(0, i - reach);
    const after = run.closed ? (i + reach) % steps : Math.min(steps, i + reach);
    const ux = places[2 * i] - places[2 * before];
    const uy = places[2 * i + 1] - places[2 * before + 1];
    const vx = places[2 * after] - places[2 * i];
    const vy = places[2 * after + 1] - places[2 * i + 1];
    out[i] = Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) / arm;
  }
  return out;
}

/** Places between two fixed ones: spread by the spacing wanted at each, never closer than the least. */
function between(
  curvature: Float64Array,
  total: number,
  from: number,
  to: number,
  { leastMm, mostMm, chordMm }: Limits,
): number[] {
  const length = to - from;
  const steps = Math.max(4, Math.ceil(length / stepMm));
  const last = curvature.length - 1;
  const sum = new Float64Array(steps + 1);
  for (let i = 1; i <= steps; i++) {
    const s = from + ((i - 0.5) / steps) * length;
    const bend = curvature[Math.round(((s > total ? s - total : s) / total) * last)];
    const spacing = Math.min(mostMm, Math.max(leastMm, Math.sqrt((8 * chordMm) / Math.max(bend, 1e-9))));
    sum[i] = sum[i - 1] + length / steps / spacing;
  }
  const count = Math.min(Math.ceil(sum[steps] - 1e-6), Math.max(1, Math.floor(length / leastMm)));
  const places: number[] = [];
  for (let k = 1, i = 1; k < count; k++) {
    const wanted = (k / count) * sum[steps];
    while (sum[i] < wanted) i++;
    const share = (wanted - sum[i - 1]) / (sum[i] - sum[i - 1]);
    places.push(from + ((i - 1 + share) / steps) * length);
  }
  return places;
}

/** Ends, corners and crossings by place, so that lines that meet or cross share a hole. */
class SharedHoles {
  private readonly byCell = new Map<number, number[]>();

  constructor(private readonly holes: Hole[]) {}

  add(hole: Hole): void {
    if (hole.at === 'along') {
      this.holes.push(hole);
      return;
    }
    const column = Math.floor(hole.x / sameMm);
    const row = Math.floor(hole.y / sameMm);
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        for (const index of this.byCell.get(cellOf(column + dx, row + dy)) ?? []) {
          const other = this.holes[index];
          if (stepLength(other.x - hole.x, other.y - hole.y) > sameMm) continue;
          for (const line of hole.lines) if (!other.lines.includes(line)) other.lines.push(line);
          return;
        }
      }
    }
    const cell = cellOf(column, row);
    this.byCell.set(cell, [...(this.byCell.get(cell) ?? []), this.holes.push(hole) - 1]);
  }
}

/** A number for a cell; walls of 20 m have under a million of them each way. */
const cellOf = (column: number, row: number) => column * 2 ** 22 + row;

/** Where runs cross others, as lengths along each. Runs that only meet at their ends do not cross. */
function findCrossings(runs: readonly Run[]): number[][] {
  const found: number[][] = runs.map(() => []);
  const owner: [number, number][] = [];
  runs.forEach(({ along: lengths }, r) => {
    for (let i = 1; i < lengths.length; i++) owner.push([r, i]);
  });
  if (owner.length === 0) return found;
  const index = new Flatbush(owner.length);
  for (const [r, i] of owner) {
    const p = runs[r].points;
    index.add(
      Math.min(p[2 * i - 2], p[2 * i]),
      Math.min(p[2 * i - 1], p[2 * i + 1]),
      Math.max(p[2 * i - 2], p[2 * i]),
      Math.max(p[2 * i - 1], p[2 * i + 1]),
    );
  }
  index.finish();
  owner.forEach(([r, i], own) => {
    const p = runs[r].points;
    const [ax, ay, bx, by] = [p[2 * i - 2], p[2 * i - 1], p[2 * i], p[2 * i + 1]];
    for (const other of index.search(
      Math.min(ax, bx),
      Math.min(ay, by),
      Math.max(ax, bx),
      Math.max(ay, by),
    )) {
      const [r2, j] = owner[other];
      if (other <= own || r2 === r) continue;
      const q = runs[r2].points;
      const shares = crossingShares(ax, ay, bx, by, q[2 * j - 2], q[2 * j - 1], q[2 * j], q[2 * j + 1]);
      if (!shares) continue;
      const [t, u] = shares;
      found[r].push(runs[r].along[i - 1] + t * (runs[r].along[i] - runs[r].along[i - 1]));
      found[r2].push(runs[r2].along[j - 1] + u * (runs[r2].along[j] - runs[r2].along[j - 1]));
    }
  });
  return found;
}

/** Shares of two segments at which they cross, or null. */
function crossingShares(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): [number, number] | null {
  const cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx);
  if (Math.abs(cross) < 1e-12) return null;
  const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / cross;
  const u = ((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [t, u] : null;
}

/** Holes of different lines closer than the paper stands, one place for each cluster. */
function findMerging(holes: readonly Hole[], leastMm: number): Pricking['merging'] {
  if (holes.length === 0) return [];
  const index = new Flatbush(holes.length);
  for (const { x, y } of holes) index.add(x, y, x, y);
  index.finish();
  const told = new Uint8Array(holes.length);
  const merging: Pricking['merging'] = [];
  const close = (i: number) =>
    index
      .search(holes[i].x - leastMm, holes[i].y - leastMm, holes[i].x + leastMm, holes[i].y + leastMm)
      .filter((j) => j !== i && isApart(holes[i], holes[j]) && within(holes[i], holes[j], 0.98 * leastMm));
  holes.forEach((hole, i) => {
    if (told[i]) return;
    const first = close(i);
    if (first.length === 0) return;
    const lines = new Set(hole.lines);
    const waiting = [i];
    told[i] = 1;
    let count = 0;
    let [x, y] = [0, 0];
    while (waiting.length > 0) {
      const at = waiting.pop() ?? i;
      x += holes[at].x;
      y += holes[at].y;
      count++;
      for (const line of holes[at].lines) lines.add(line);
      for (const j of close(at)) {
        if (told[j]) continue;
        told[j] = 1;
        waiting.push(j);
      }
    }
    merging.push({ x: x / count, y: y / count, lines: [...lines] });
  });
  return merging;
}

/** Holes next to each other on one line are meant to be near. */
const isApart = (a: Hole, b: Hole) => !a.lines.some((line) => b.lines.includes(line));
const within = (a: Hole, b: Hole, mm: number) => stepLength(a.x - b.x, a.y - b.y) < mm;
