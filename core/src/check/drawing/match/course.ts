import { isTraced, type MapDocument, type MapLine } from '../../../documents/index.js';
import { polylineLength } from '../../../geometry/index.js';
import { samplesAlong } from '../../registration/known-lines.js';
import { movedBy, turnRad, type Course, type Similarity } from './alignment.js';

/** A line of the map that is to be drawn. */
export type Wanted = {
  id: string;
  course: Course;
  lengthMm: number;
  closed: boolean;
  /** The middle of its places. */
  cx: number;
  cy: number;
  /** The direction, of length 1, in which it can slide along itself without being seen to; null for a bent one. */
  slide: [number, number] | null;
};

/** The lines of a map that are drawn, with their courses, as far as they lie on the surface. */
export function wantedLines(map: MapDocument): Wanted[] {
  const { width, height } = map.surface;
  return map.lines.filter(isTraced).flatMap((line) => {
    const run = runOf(line);
    const lengthMm = polylineLength(run);
    const course = onSurface(courseOf(run), width, height);
    const count = course.x.length;
    if (count === 0) return [];
    const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / count;
    return [
      {
        id: line.id,
        course,
        lengthMm,
        closed: line.closed,
        cx: mean(course.x),
        cy: mean(course.y),
        slide: slideOf(course),
      },
    ];
  });
}

const runOf = ({ points, closed }: MapLine): Float64Array =>
  Float64Array.from((closed ? [...points, points[0]] : points).flat());

/** A run looked at in even steps. */
function courseOf(run: Float64Array): Course {
  const places = samplesAlong(run);
  return {
    x: Float64Array.from(places, ({ x }) => x),
    y: Float64Array.from(places, ({ y }) => y),
    angleRad: Float64Array.from(places, ({ tx, ty }) => Math.atan2(ty, tx)),
  };
}

/** What of a course lies on the surface, and not at its very rim: beyond it nothing can be drawn. */
function onSurface({ x, y, angleRad }: Course, width: number, height: number): Course {
  const isOn = (_: number, i: number) =>
    x[i] > rimMm && y[i] > rimMm && x[i] < width - rimMm && y[i] < height - rimMm;
  return { x: x.filter(isOn), y: y.filter(isOn), angleRad: angleRad.filter(isOn) };
}

/** Along the rim of a sheet its edge is seen, not lines, mm. */
const rimMm = 0.8;

/** The courses of several lines as one; of every line one place in so many. */
export function together(courses: readonly Course[], every = 1): Course {
  const pick = (key: keyof Course) =>
    Float64Array.from(courses.flatMap((course) => [...course[key].filter((_, i) => i % every === 0)]));
  return { x: pick('x'), y: pick('y'), angleRad: pick('angleRad') };
}

/** A course where it is moved to. */
export function movedCourse({ x, y, angleRad }: Course, move: Similarity): Course {
  const turn = turnRad(move);
  const places = Array.from(x, (_, i) => movedBy(move, x[i], y[i]));
  return {
    x: Float64Array.from(places, ([px]) => px),
    y: Float64Array.from(places, ([, py]) => py),
    angleRad: angleRad.map((angle) => angle + turn),
  };
}

/** Of a line whose directions spread by less than about this, square of the sine, a slide along it cannot be told. */
const maxSlideSpread = 0.06;

function slideOf({ angleRad }: Course): [number, number] | null {
  // Directions without a way round: of twice the angle.
  let [c, s] = [0, 0];
  for (const angle of angleRad) {
    c += Math.cos(2 * angle);
    s += Math.sin(2 * angle);
  }
  const spread = (1 - Math.hypot(c, s) / angleRad.length) / 2;
  if (spread > maxSlideSpread) return null;
  const middle = Math.atan2(s, c) / 2;
  return [Math.cos(middle), Math.sin(middle)];
}
