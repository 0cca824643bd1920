import { isTraced } from '../../documents/index.js';
import { distance, type Point } from '../../geometry/index.js';
import { pick, type DrillModule, type Given, type Window } from './drill.js';

const third = (value: number, words: readonly [string, string, string]) =>
  words[Math.min(2, Math.floor(3 * value))];

/** Which third of the frame a place lies in. */
export const whereIn = ({ x, y, width, height }: Window, at: Point) =>
  `${third((at.y - y) / height, ['upper', 'middle', 'lower'])} ${third((at.x - x) / width, ['left', 'centre', 'right'])}`;

const isPoint = (given: Given): given is Point => typeof given === 'object' && 'x' in given;

/** Marking where a landmark of the picture falls on the empty frame. */
export const placing: DrillModule = {
  name: 'Placing',
  asks: 'Mark where the landmark falls on the empty frame.',
  unit: '% of the longer side',
  judged: (kind) => `places at ${kind}`,
  wrong: ['too far right', 'too far left'],
  usual: 3,
  guess: null,
  pose: ({ map }, level, random) => {
    const line = pick(map.lines.filter(isTraced), random);
    const spot = line && pick([line.points[0], line.points[line.points.length - 1]], random);
    if (!spot) return null;
    const window = map.frame;
    const truth = { x: spot[0], y: spot[1] };
    return { drill: 'placing', kind: whereIn(window, truth), level, window, truth };
  },
  judge: (task, given) => {
    if (task.drill !== 'placing' || !isPoint(given))
      throw new TypeError('The answer to “placing” is a place.');
    const { truth, window, level } = task;
    const longer = Math.max(window.width, window.height);
    const off = (100 * distance(given, truth)) / longer;
    // Too far right is positive, which is what eyes go wrong in most.
    return { error: Math.sign(given.x - truth.x || 1) * off, right: off <= level };
  },
};
