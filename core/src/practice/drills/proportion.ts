import type { Point } from '../../geometry/index.js';
import { figureOff, pick, shuffled, type DrillModule } from './drill.js';
import { slopeDegOf, slopeKind } from './angle.js';
import { straightRuns, type Run } from './runs.js';

/** Lengths that differ less are as good as the same, and more are counted rather than judged. */
const minTimes = 1.2;
const maxTimes = 6;

const endsOf = ({ points }: Run): [Point, Point] => [points[0], points[points.length - 1]];

const directionOf = ([a, b]: readonly [Point, Point]) =>
  slopeKind(slopeDegOf(a, b)) === 'near level' ? 'across' : 'up';

/** What kind of proportion one length into another is. */
export const proportionKind = (unit: readonly [Point, Point], length: readonly [Point, Point]) =>
  `${directionOf(unit)} into ${directionOf(length)}`;

/** Judging how many times one length goes into another. */
export const proportion: DrillModule = {
  name: 'Proportion',
  asks: 'How many times does the first go into the second? Set the divider.',
  unit: '%',
  judged: (kind) => `lengths ${kind}`,
  wrong: ['too many times', 'too few times'],
  usual: 12,
  guess: null,
  pose: (source, level, random) => {
    const runs = straightRuns(source, 0.04);
    const longerThan = (unit: Run) =>
      runs.filter(({ chordMm }) => chordMm >= minTimes * unit.chordMm && chordMm <= maxTimes * unit.chordMm);
    // The longest run, or one that stands alone, goes into no other and is no unit.
    const unit = shuffled(runs, random).find((run) => longerThan(run).length > 0);
    const length = unit && pick(longerThan(unit), random);
    if (!unit || !length) return null;
    return {
      drill: 'proportion',
      kind: proportionKind(endsOf(unit), endsOf(length)),
      level,
      unit: endsOf(unit),
      length: endsOf(length),
      truth: length.chordMm / unit.chordMm,
    };
  },
  judge: (task, given) => {
    const times = typeof task.truth === 'number' ? task.truth : 1;
    const error = (100 * figureOff(task, given)) / times;
    return { error, right: Math.abs(error) <= task.level };
  },
};
