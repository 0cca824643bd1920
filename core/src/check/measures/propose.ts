import type { CheckReport, MapDocument } from '../../documents/index.js';
import type { Point } from '../../geometry/index.js';
import { drawnPlaces } from './drawn-places.js';
import { landmarksOf, type Landmark } from './landmarks.js';
import { errorOf, normalisedError, valueOf, type Measure } from './measure.js';

/** A check held against a drawing. */
export type Measured = {
  measure: Measure;
  wanted: number;
  /** As it was drawn, and where; null where a line it hangs on was not found. */
  drawn: { value: number; error: number; at: Point[] } | null;
};

/** Holds a check against a drawing. */
export function measuredOn(measure: Measure, drawnAt: (place: Point) => Point | null): Measured {
  const wanted = valueOf(measure);
  const at = measure.at.map(drawnAt).filter((place) => place !== null);
  const value = at.length === measure.at.length ? valueOf({ kind: measure.kind, at }) : NaN;
  const error = errorOf(measure.kind, wanted, value);
  return { measure, wanted, drawn: Number.isFinite(error) ? { value, error, at } : null };
}

/** So many checks tell most about a drawing; no more of one kind than so many. */
export const proposedMeasures = 12;
const maxOfKind = 4;

/** Slopes and triangles shorter than this share of the diagonal tell little. */
const minSpan = 0.14;
/** Places that are plumb or level with each other within this, mm, are seen to be so. */
const maxAskewMm = 3;
/** Errors less than this are not seen. */
const minNormalised = 0.6;
/** Places nearer than this share of the diagonal are the same spot: a check that hangs on one that another hangs on counts so much less. */
const sameSpot = 0.05;
const againCounts = 0.3;

/**
 * The checks that tell most about a drawing: the largest error first, beside what the eye just sees, spread over it.
 *
 * @param counts how many times one counts beside others, such as for an error that this painter is known to make
 */
export function proposeMeasures(
  report: CheckReport,
  map: MapDocument,
  counts: (measured: Measured) => number = () => 1,
): Measured[] {
  const diagonal = Math.hypot(map.surface.width, map.surface.height);
  const drawnAt = drawnPlaces(report, map);
  const landmarks = landmarksOf(map).filter((landmark) => drawnAt(landmark) !== null);
  const open = candidates(landmarks, minSpan * diagonal).flatMap((measure) => {
    const measured = measuredOn(measure, drawnAt);
    if (!measured.drawn) return [];
    const bad = normalisedError(measure.kind, measured.drawn.error);
    return bad >= minNormalised ? [{ measured, bad: bad * counts(measured), spots: spotsOf(measure) }] : [];
  });
  const isNear = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y) < sameSpot * diagonal;
  const chosen: typeof open = [];
  while (chosen.length < proposedMeasures && open.length > 0) {
    let [best, most] = [-1, 0];
    open.forEach(({ measured, bad, spots }, k) => {
      const alike = chosen.filter(({ measured: other }) => other.measure.kind === measured.measure.kind);
      // Nearly the same check twice tells nothing more.
      const isAgain = alike.some((other) =>
        spots.every((spot) => other.spots.some((own) => isNear(own, spot))),
      );
      if (isAgain || alike.length >= maxOfKind) return;
      const near = chosen
        .flatMap((other) => other.spots)
        .filter((spot) => spots.some((own) => isNear(own, spot))).length;
      const tells = bad * againCounts ** near;
      if (tells > most) [best, most] = [k, tells];
    });
    if (best < 0) break;
    chosen.push(...open.splice(best, 1));
  }
  return chosen.map(({ measured }) => measured);
}

function candidates(landmarks: readonly Landmark[], minSpanMm: number): Measure[] {
  const all: Measure[] = [];
  const spot = ({ x, y }: Point): Point => ({ x, y });
  const pairs = landmarks.flatMap((a, i) =>
    landmarks
      .slice(i + 1)
      .flatMap((b) => (Math.hypot(b.x - a.x, b.y - a.y) >= minSpanMm ? [[a, b] as const] : [])),
  );
  for (const [a, b] of pairs) {
    const at = [spot(a), spot(b)];
    if (Math.abs(b.x - a.x) <= maxAskewMm) all.push({ kind: 'plumb', at });
    else if (Math.abs(b.y - a.y) <= maxAskewMm) all.push({ kind: 'level', at });
    else all.push({ kind: 'angle', at });
  }
  // The unit is the widest span of the largest thing: the landmarks begin with its.
  const [unit] = pairs;
  if (unit)
    for (const pair of pairs)
      if (pair !== unit) all.push({ kind: 'proportion', at: [...unit, ...pair].map(spot) });
  const few = landmarks.slice(0, 9);
  few.forEach((a, i) =>
    few.forEach((b, j) =>
      few.slice(j + 1).forEach((c, k) => {
        if (i === j || i === j + 1 + k) return;
        const spans = [a, b, c].map((p, n, of) =>
          Math.hypot(p.x - of[(n + 1) % 3].x, p.y - of[(n + 1) % 3].y),
        );
        if (Math.min(...spans) >= minSpanMm) all.push({ kind: 'triangle', at: [a, b, c].map(spot) });
      }),
    ),
  );
  return all;
}

/** The places a check is about, mm on the surface: of a length in units not those of the unit. */
export const spotsOf = ({ kind, at }: Measure): readonly Point[] =>
  kind === 'proportion' ? at.slice(2) : at;
