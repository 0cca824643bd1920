import { figureOff, pick, type DrillModule } from './drill.js';
import { curvedRuns } from './runs.js';

/** A curve that lies less than this share of its chord off it is flat. */
const fullFrom = 0.15;

/** What kind of curve a bow, as a share of its chord, makes. */
export const bowKind = (bow: number) => (Math.abs(bow) < fullFrom ? 'flat' : 'full');

/** Bending a line to a contour that was seen for a moment. */
export const curve: DrillModule = {
  name: 'Curve',
  asks: 'Look at the contour, then bend the line to it from memory.',
  unit: '% of the chord',
  judged: (kind) => `${kind} curves`,
  wrong: ['too bowed', 'too flat'],
  usual: 4,
  guess: null,
  pose: (source, level, random) => {
    const run = pick(curvedRuns(source), random);
    if (!run) return null;
    const truth = run.bowMm / run.chordMm;
    return { drill: 'curve', kind: bowKind(truth), level, run: run.points, truth };
  },
  judge: (task, given) => {
    const off = 100 * figureOff(task, given);
    const truth = typeof task.truth === 'number' ? task.truth : 0;
    // Too bowed is positive, whichever way it bends.
    const error = off * Math.sign(truth || 1);
    return { error, right: Math.abs(error) <= task.level };
  },
};
