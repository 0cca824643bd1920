import { edgeQualities, type BoundaryOf, type MapDocument, type MapLine } from '../../documents/index.js';
import {
  distanceToSegment,
  divideRun,
  polylineLength,
  type Point,
  type Polyline,
} from '../../geometry/index.js';
import { mapSettingsSchema } from '../../map/index.js';
import { figureOff, shuffled, type DrillModule } from './drill.js';

/** What kind of edge a boundary makes. */
const edgeKinds: Readonly<Record<BoundaryOf, string>> = {
  contour: 'outlines',
  value: 'values on a form',
  'cast-shadow': 'shadows',
  'form-shadow': 'shadows',
  highlight: 'highlights',
  texture: 'values on a form',
  stroke: 'outlines',
};

/** An edge is shown with so many times the width that is soft around it, and at least this share of the shorter side. */
const reachInSoft = 9;
const minReach = 0.05;
/** It is shown from its middle so far to either side, and nothing else lies so near to that, as shares of what is shown. */
const halfRun = 0.4;
const clearOf = 0.2;
/** Nearer to each other than this, in doublings, edges are as hard to tell. */
const nearEnough = 0.35;

/** Telling hard edges from soft and lost ones. */
export const edge: DrillModule = {
  name: 'Edge',
  asks: 'Is the edge between the marks hard, soft or lost?',
  unit: 'doublings',
  judged: (kind) => `edges of ${kind}`,
  wrong: ['too soft', 'too hard'],
  usual: 1,
  guess: 1 / edgeQualities.length,
  pose: ({ map, lightnessAt }, level, random) => {
    const limits = limitsOf(map);
    const reachMm = Math.max(
      reachInSoft * limits.softFromMm,
      minReach * Math.min(map.frame.width, map.frame.height),
    );
    const edges = map.lines.flatMap((line) => {
      const away = awayOf(line, limits);
      const middle = away === null ? null : middleOf(line, halfRun * reachMm);
      return away === null || !middle ? [] : [{ line, away, ...middle }];
    });
    // Each of the three as often as the others, whichever the map has most of.
    const qualities = shuffled(edgeQualities, random);
    const chosen = qualities
      .map((quality) =>
        edges
          .filter(({ line }) => line.edge === quality)
          .map((one) => ({ one, order: Math.abs(one.away - level) + nearEnough * random() }))
          .sort((a, b) => a.order - b.order)
          .find(
            ({ one: { line, at } }) =>
              Number.isFinite(lightnessAt(at.x, at.y)) && isAlone(at, line, map, clearOf * reachMm),
          ),
      )
      .find((found) => found !== undefined)?.one;
    if (!chosen) return null;
    const { line, away, run, at } = chosen;
    return {
      drill: 'edge',
      kind: edgeKinds[line.of ?? 'contour'],
      level: away,
      run,
      at,
      reachMm,
      softnessMm: line.softness,
      contrast: line.contrast,
      truth: edgeQualities.indexOf(line.edge),
    };
  },
  judge: (task, given) => {
    const error = figureOff(task, given);
    return { error, right: error === 0 };
  },
};

/** From which width on an edge is soft, and under which contrast lost, as the map was made with. */
type Limits = { softFromMm: number; lostUnder: number };

const limitsSchema = mapSettingsSchema.pick({ softFromMm: true, lostUnder: true });

/** The limits of a map; those that are usual where it does not say. */
function limitsOf({ settings }: MapDocument): Limits {
  const told = limitsSchema.safeParse(settings);
  return told.success ? told.data : limitsSchema.parse({});
}

/**
 * How far an edge lies from being of another quality, in doublings of its width or its contrast; null of a line whose edge
 * was not measured, or that lies on the limit.
 */
function awayOf(
  { kind, edge: quality, byHand, softness, contrast, known }: MapLine,
  { softFromMm, lostUnder }: Limits,
): number | null {
  if (kind !== 'boundary' || byHand || known || lostUnder <= 0) return null;
  const seen = Math.log2(contrast / lostUnder);
  if (quality === 'lost') return seen < 0 && contrast > 0 ? -seen : null;
  if (softness <= 0) return null;
  const soft = Math.log2(softness / softFromMm) * (quality === 'soft' ? 1 : -1);
  const away = Math.min(soft, seen);
  return away > 0 ? away : null;
}

/** The middle of a line, and what lies so far to either side of it along its way; null of a line that is shorter. */
function middleOf({ points }: MapLine, halfMm: number): { run: Point[]; at: Point } | null {
  const flat = Float64Array.from(points.flat());
  const half = halfMm / polylineLength(flat);
  if (!(half < 0.5)) return null;
  const [, before, after] = divideRun(flat, false, [0.5 - half, 0.5, 0.5 + half]).map(placesIn);
  return { run: [...before, ...after.slice(1)], at: after[0] };
}

const placesIn = (points: Polyline): Point[] =>
  Array.from({ length: points.length / 2 }, (_, k) => ({ x: points[2 * k], y: points[2 * k + 1] }));

/** Whether no other line of a map passes so near to a place of a line. */
const isAlone = ({ x, y }: Point, own: MapLine, { lines }: MapDocument, withinMm: number) =>
  lines.every(
    (line) =>
      line === own ||
      line.points.every(([bx, by], i) => {
        const [ax, ay] = line.points[Math.max(0, i - 1)];
        return distanceToSegment(x, y, ax, ay, bx, by) > withinMm;
      }),
  );
