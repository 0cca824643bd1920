import { figureOff, pick, type DrillModule } from './drill.js';
import { slopeKind } from './angle.js';
import { straightRuns, type Run } from './runs.js';

/** Lengths that differ less are as good as the same, and more are counted rather than judged. */
const minTimes = 1.2;
const maxTimes = 6;

const directionOf = ({ points }: Run) => {
  const [a, b] = [points[0], points[points.length - 1]];
  return slopeKind((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI) === 'near level' ? 'across' : 'up';
};

/** Judging how many times one length goes into another. */
export const proportion: DrillModule = {
  name: 'Proportion',
  asks: 'How many times does the first go into the second? Set the divider.',
  unit: '%',
  usual: 12,
  guess: null,
  pose: (source, _level, random) => {
    const runs = straightRuns(source, 0.04);
    const unit = pick(runs, random);
    if (!unit) return null;
    const longer = runs.filter(
      ({ chordMm }) => chordMm >= minTimes * unit.chordMm && chordMm <= maxTimes * unit.chordMm,
    );
    const length = pick(longer, random);
    if (!length) return null;
    return {
      drill: 'proportion',
      kind: `${directionOf(unit)} into ${directionOf(length)}`,
      unit: [unit.points[0], unit.points[unit.points.length - 1]],
      length: [length.points[0], length.points[length.points.length - 1]],
      truth: length.chordMm / unit.chordMm,
    };
  },
  judge: (task, given, level) => {
    const times = typeof task.truth === 'number' ? task.truth : 1;
    const error = (100 * figureOff(task, given)) / times;
    return { error, right: Math.abs(error) <= level };
  },
};
