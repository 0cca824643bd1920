import { figureOff, pick, type DrillModule } from './drill.js';
import { curvedRuns } from './runs.js';

/** Bending a line to a contour that was seen for a moment. */
export const curve: DrillModule = {
  name: 'Curve',
  asks: 'Look at the contour, then bend the line to it from memory.',
  unit: '% of the chord',
  usual: 4,
  guess: null,
  pose: (source, _level, random) => {
    const run = pick(curvedRuns(source), random);
    if (!run) return null;
    const truth = run.bowMm / run.chordMm;
    return { drill: 'curve', kind: Math.abs(truth) < 0.15 ? 'flat' : 'full', run: run.points, truth };
  },
  judge: (task, given, level) => {
    const off = 100 * figureOff(task, given);
    const truth = typeof task.truth === 'number' ? task.truth : 0;
    // Too bowed is positive, whichever way it bends.
    const error = off * Math.sign(truth || 1);
    return { error, right: Math.abs(error) <= level };
  },
};
