import { fitEllipse, onEllipse, type Ellipse } from '../../geometry/index.js';
import type { KnownLines } from '../registration/known-lines.js';
import { movedCourse, type Wanted } from './match/course.js';
import type { Match } from './match/match.js';

/** A line of the map that is an ellipse, and the ellipse it was drawn as. */
export type DrawnEllipse = { id: string; wanted: Ellipse; drawn: Ellipse };

/** Shorter ones are dots, mm; flatter ones are strokes, half their width in mm. */
const minLengthMm = 25;
const minHalfMm = 2.5;

/** A line is an ellipse that nowhere leaves one by more than this, mm, or as a share of its length. */
const maxOffMm = 0.4;
const maxOffShare = 0.015;

/** What was drawn for it is looked for this far off, mm, but for no more than this share of half its width. */
const reachMm = 3;
const reachShare = 0.4;

/** So much of the way round has to be seen. */
const minSeen = 0.7;

/** What lies further off the ellipse than this belongs to another line, mm. */
const ownMm = 0.7;

/** The lines that are ellipses on the map, with the ellipses that were drawn for them. */
export function drawnEllipses(matches: readonly Match[], drawn: KnownLines): DrawnEllipse[] {
  return matches.flatMap((match) => {
    const wanted = ellipseOf(match.wanted);
    if (!wanted) return [];
    const own = ownEllipse(match, wanted, drawn);
    return own ? [{ id: match.wanted.id, wanted, drawn: own }] : [];
  });
}

const pairsOf = (x: ArrayLike<number>, y: ArrayLike<number>) =>
  Float64Array.from({ length: 2 * x.length }, (_, i) => (i % 2 === 0 ? x[i >> 1] : y[i >> 1]));

function ellipseOf({ course: { x, y }, closed, lengthMm }: Wanted): Ellipse | null {
  if (!closed || lengthMm < minLengthMm) return null;
  const ellipse = fitEllipse(pairsOf(x, y));
  if (!ellipse || Math.min(ellipse.a, ellipse.b) < minHalfMm) return null;
  const most = Math.max(maxOffMm, maxOffShare * lengthMm);
  for (let i = 0; i < x.length; i++) {
    const on = onEllipse(ellipse, x[i], y[i]);
    if (Math.hypot(on.x - x[i], on.y - y[i]) > most) return null;
  }
  return ellipse;
}

function ownEllipse(match: Match, wanted: Ellipse, drawn: KnownLines): Ellipse | null {
  const { x, y, angleRad } = movedCourse(match.wanted.course, match.move);
  const reach = Math.min(reachMm, reachShare * Math.min(wanted.a, wanted.b));
  let places: [number, number][] = [];
  for (let i = 0; i < x.length; i++) {
    const k = drawn.nearest(x[i], y[i], angleRad[i], reach);
    if (k < 0) continue;
    const { across, away } = drawn.off(k, x[i], y[i]);
    if (away <= reach) places.push([x[i] + across * drawn.ty[k], y[i] - across * drawn.tx[k]]);
  }
  let ellipse: Ellipse | null = null;
  for (let round = 0; round < 3; round++) {
    if (places.length < minSeen * x.length) return null;
    const fitted = fitEllipse(Float64Array.from(places.flat()));
    if (!fitted) return null;
    ellipse = fitted;
    places = places.filter(([px, py]) => {
      const on = onEllipse(fitted, px, py);
      return Math.hypot(on.x - px, on.y - py) <= ownMm;
    });
  }
  return ellipse;
}

/** Places round an ellipse, from one end of its first axis on. */
export function roundEllipse({ x, y, a, b, angleRad }: Ellipse, count = 48): [number, number][] {
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  return Array.from({ length: count }, (_, k) => {
    const turn = (2 * Math.PI * k) / count;
    const [u, v] = [a * Math.cos(turn), b * Math.sin(turn)];
    return [x + u * cos - v * sin, y + u * sin + v * cos];
  });
}
