import { onEllipse } from '../../../geometry/index.js';
import { meetingsOf, settled, type MeetingPlace } from './meetings.js';
import { sectionsOf, type Run, type Section } from './sections.js';
import type { Shape } from './shapes.js';

/** What hangs on what has moved moves after it; that is done so many times over. */
const rounds = 3;

/**
 * Makes sections of runs the shapes they nearly are. What meets still meets: ends go where the shapes cross, and what
 * is left as it is follows them, most at its ends.
 *
 * @param touchMm how close ends meet
 * @param shapeOf what a section is made
 */
export function remade(runs: readonly Run[], touchMm: number, shapeOf: (section: Section) => Shape): Run[] {
  const sections = sectionsOf(runs);
  const shapes = sections.map(shapeOf);
  if (shapes.every((shape) => shape === null)) return [...runs];
  const meetings = meetingsOf(sections, touchMm);
  const places = meetings.map((meeting) => settled(meeting, shapes));
  const free = places.map((place) => place === null);
  let points = sections.map(({ points: own }) => own);
  for (let round = 0; round < rounds; round++) {
    const ends = endsOf(sections, meetings, places);
    points = sections.map((section, s) =>
      remadeSection(section, shapes[s], ends.get(2 * s), ends.get(2 * s + 1)),
    );
    meetings.forEach(({ x, y, bodies }, m) => {
      if (!free[m]) return;
      const moved = bodies.find(({ section }) => shapes[section] === null);
      if (!moved) return;
      const [at, before, now] = [2 * moved.point, sections[moved.section].points, points[moved.section]];
      places[m] = { x: x + now[at] - before[at], y: y + now[at + 1] - before[at + 1] };
    });
  }
  const out = runs.map((run) => ({ ...run, points: run.points.slice() }));
  sections.forEach(({ run, at }, s) =>
    at.forEach((i, k) => {
      out[run].points[2 * i] = points[s][2 * k];
      out[run].points[2 * i + 1] = points[s][2 * k + 1];
    }),
  );
  return out;
}

type Move = { dx: number; dy: number };
type Place = { x: number; y: number } | null;

/** How far each end moves, by its number. */
function endsOf(
  sections: readonly Section[],
  meetings: readonly MeetingPlace[],
  places: readonly Place[],
): Map<number, Move> {
  const moves = new Map<number, Move>();
  meetings.forEach(({ ends }, m) => {
    const place = places[m];
    if (!place) return;
    for (const id of ends) {
      const { points } = sections[id >> 1];
      const at = (id & 1) === 0 ? 0 : points.length - 2;
      moves.set(id, { dx: place.x - points[at], dy: place.y - points[at + 1] });
    }
  });
  return moves;
}

const still: Move = { dx: 0, dy: 0 };

function remadeSection({ points }: Section, shape: Shape, first = still, last = still): Float64Array {
  const n = points.length / 2;
  const out = points.slice();
  if (shape?.kind === 'line') {
    const [ax, ay] = [points[0] + first.dx, points[1] + first.dy];
    const [bx, by] = [points[2 * n - 2] + last.dx, points[2 * n - 1] + last.dy];
    const squared = (bx - ax) ** 2 + (by - ay) ** 2;
    for (let i = 0; i < n; i++) {
      // Each point goes square onto the straight between the ends, so that none is drawn further along it.
      const along =
        ((points[2 * i] - ax) * (bx - ax) + (points[2 * i + 1] - ay) * (by - ay)) / (squared || 1);
      const t = i === 0 ? 0 : i === n - 1 ? 1 : Math.min(1, Math.max(0, along));
      out[2 * i] = ax + t * (bx - ax);
      out[2 * i + 1] = ay + t * (by - ay);
    }
    return out;
  }
  if (shape?.kind === 'ellipse')
    for (let i = 0; i < n; i++) {
      const on = onEllipse(shape.ellipse, points[2 * i], points[2 * i + 1]);
      out[2 * i] = on.x;
      out[2 * i + 1] = on.y;
    }
  // What the shape has not done already is spread evenly from end to end.
  const rest = (at: number, { dx, dy }: Move) => [
    points[at] + dx - out[at],
    points[at + 1] + dy - out[at + 1],
  ];
  const [fx, fy] = first === still ? [0, 0] : rest(0, first);
  const [lx, ly] = last === still ? [0, 0] : rest(2 * n - 2, last);
  for (let i = 0; i < n; i++) {
    const t = n > 1 ? i / (n - 1) : 0;
    out[2 * i] += (1 - t) * fx + t * lx;
    out[2 * i + 1] += (1 - t) * fy + t * ly;
  }
  return out;
}
