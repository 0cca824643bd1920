import type { Point } from '../../geometry/index.js';
import { figureOff, pick, type DrillModule } from './drill.js';
import { straightRuns } from './runs.js';

/** Slopes steeper than this are near upright, flatter ones than the rest of it near level, degrees. */
const uprightFrom = 65;
const levelTo = 25;

/** What kind of slope an angle is. */
export const slopeKind = (deg: number) =>
  Math.abs(deg) >= uprightFrom ? 'near upright' : Math.abs(deg) <= levelTo ? 'near level' : 'slanting';

/** Degrees between two slopes, from −90 to 90. */
const between = (deg: number) => ((((deg + 90) % 180) + 180) % 180) - 90;

/** The slope from one place to another, degrees from level, up to the right, from −90 to 90; y grows down. */
export const slopeDegOf = (a: Point, b: Point) => between((Math.atan2(a.y - b.y, b.x - a.x) * 180) / Math.PI);

/** Setting a bar to the slope of an edge. */
export const angle: DrillModule = {
  name: 'Angle',
  asks: 'Set the bar to the slope of the edge.',
  unit: '°',
  judged: (kind) => (kind === 'slanting' ? 'slanting slopes' : `slopes ${kind}`),
  wrong: ['too steep', 'too flat'],
  usual: 4,
  guess: null,
  pose: (source, level, random) => {
    const run = pick(straightRuns(source), random);
    if (!run) return null;
    const truth = slopeDegOf(run.points[0], run.points[run.points.length - 1]);
    return { drill: 'angle', kind: slopeKind(truth), level, run: run.points, truth };
  },
  judge: (task, given) => {
    const off = between(figureOff(task, given));
    // Too steep is positive whichever way the edge leans.
    const truth = typeof task.truth === 'number' ? task.truth : 0;
    const steeper = Math.abs(between(truth + off)) - Math.abs(truth);
    return { error: Math.sign(steeper || 1) * Math.abs(off), right: Math.abs(off) <= task.level };
  },
};
