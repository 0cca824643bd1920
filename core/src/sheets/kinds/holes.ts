import { isTraced, type MapDocument } from '../../documents/index.js';
import { stepLength, turnBetween } from '../../geometry/index.js';
import type { SheetDecisions } from '../decisions.js';
import { findCrossings } from './crossings.js';
import type { Hole, Pricking } from './hole.js';
import { findMerging } from './merging.js';
import { armMm, curvatureOf, placeAt, runOf, stepMm, turnAt, type Run } from './runs.js';

/** A needle goes in about once in this time, lifts and turns of the paper included, s. An estimate of practice. */
const secondsPerHole = 0.9;

/** A turn sharper than this is a corner, and pricked. */
const cornerRad = (35 * Math.PI) / 180;

/** Holes this close are one, mm. */
const sameMm = 0.05;

type Limits = SheetDecisions['pricking'];

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
    merging: findMerging(holes, limits.minMm),
    minutes: (holes.length * secondsPerHole) / 60,
  };
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
  return turnBetween(ux, uy, vx, vy) > cornerRad;
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

/** Places between two fixed ones: spread by the spacing wanted at each, never closer than the least. */
function between(
  curvature: Float64Array,
  total: number,
  from: number,
  to: number,
  { minMm, maxMm, chordMm }: Limits,
): number[] {
  const length = to - from;
  const steps = Math.max(4, Math.ceil(length / stepMm));
  const last = curvature.length - 1;
  const sum = new Float64Array(steps + 1);
  for (let i = 1; i <= steps; i++) {
    const s = from + ((i - 0.5) / steps) * length;
    const bend = curvature[Math.round(((s > total ? s - total : s) / total) * last)];
    const spacing = Math.min(maxMm, Math.max(minMm, Math.sqrt((8 * chordMm) / Math.max(bend, 1e-9))));
    sum[i] = sum[i - 1] + length / steps / spacing;
  }
  const count = Math.min(Math.ceil(sum[steps] - 1e-6), Math.max(1, Math.floor(length / minMm)));
  const places: number[] = [];
  for (let k = 1, i = 1; k < count; k++) {
    const wanted = (k / count) * sum[steps];
    while (sum[i] < wanted) i++;
    const share = (wanted - sum[i - 1]) / (sum[i] - sum[i - 1]);
    places.push(from + ((i - 1 + share) / steps) * length);
  }
  return places;
}

/** Holes by place, so that lines that meet or cross, or run back over themselves, share theirs. */
class SharedHoles {
  private readonly byCell = new Map<number, number[]>();

  constructor(private readonly holes: Hole[]) {}

  add(hole: Hole): void {
    const column = Math.floor(hole.x / sameMm);
    const row = Math.floor(hole.y / sameMm);
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        for (const index of this.byCell.get(cellOf(column + dx, row + dy)) ?? []) {
          const other = this.holes[index];
          if (stepLength(other.x - hole.x, other.y - hole.y) > sameMm) continue;
          for (const line of hole.lines) if (!other.lines.includes(line)) other.lines.push(line);
          if (other.at === 'along') other.at = hole.at;
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
