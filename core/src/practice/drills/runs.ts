import { isTraced, type MapLine } from '../../documents/index.js';
import { distance, distanceToSegment, type Point } from '../../geometry/index.js';
import type { DrillSource } from './drill.js';

/** A run of a line with its chord. */
export type Run = { line: MapLine; points: Point[]; chordMm: number; bowMm: number };

const placesOf = (line: MapLine): Point[] => line.points.map(([x, y]) => ({ x, y }));

/** Lines that can be shown one by one: open, whole, longer than a share of the surface. */
function linesOver(source: DrillSource, share: number): MapLine[] {
  const { width, height } = source.map.surface;
  const shortest = share * Math.hypot(width, height);
  return source.map.lines.filter((line) => {
    if (!isTraced(line) || line.closed || line.points.length < 2) return false;
    const points = placesOf(line);
    return distance(points[0], points[points.length - 1]) >= shortest;
  });
}

/** How far a run lies off its chord at its farthest, mm; left of its way positive (y grows down). */
function bowOf(points: readonly Point[]): number {
  const a = points[0];
  const b = points[points.length - 1];
  let bow = 0;
  for (const { x, y } of points) {
    const off = distanceToSegment(x, y, a.x, a.y, b.x, b.y);
    const side = (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x);
    if (off > Math.abs(bow)) bow = side < 0 ? off : -off;
  }
  return bow;
}

const runOf = (line: MapLine): Run => {
  const points = placesOf(line);
  return { line, points, chordMm: distance(points[0], points[points.length - 1]), bowMm: bowOf(points) };
};

/** A line farther off its chord than this share of it is a curve. */
const straightWithin = 0.02;

/** Straight runs of a map, and curved ones: chords over so much of the surface's diagonal. */
export const straightRuns = (source: DrillSource, share = 0.06): Run[] =>
  linesOver(source, share)
    .map(runOf)
    .filter(({ bowMm, chordMm }) => Math.abs(bowMm) <= straightWithin * chordMm);
export const curvedRuns = (source: DrillSource, share = 0.06): Run[] =>
  linesOver(source, share)
    .map(runOf)
    .filter(({ bowMm, chordMm }) => Math.abs(bowMm) > 2 * straightWithin * chordMm)
    .filter(isOneBend);

/** A bend may lie so far off the simplest curve of its bow, as a share of the bow: no hook, no wave. */
const bendWithin = 0.3;

/** Whether a run bends once, evenly, all along its chord. */
function isOneBend({ points, bowMm, chordMm }: Run): boolean {
  const a = points[0];
  const b = points[points.length - 1];
  const [ux, uy] = [(b.x - a.x) / chordMm, (b.y - a.y) / chordMm];
  return points.every(({ x, y }) => {
    const along = ((x - a.x) * ux + (y - a.y) * uy) / chordMm;
    const off = (x - a.x) * uy - (y - a.y) * ux;
    const even = 4 * bowMm * along * (1 - along);
    return along > -0.02 && along < 1.02 && Math.abs(off - even) <= bendWithin * Math.abs(bowMm);
  });
}
