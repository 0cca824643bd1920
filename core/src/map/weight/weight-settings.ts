import { choiceDecision, numberDecision, optionalNumberDecision } from '../../decisions/index.js';
import { firmnesses } from '../setting-choices.js';

/** What a line is worth, how firmly it is drawn, and how long the hand takes. */
export const weightSettings = {
  minWeight: numberDecision({
    min: 0,
    max: 1,
    initial: 0,
    unit: 'share',
    label: 'Leave out lines that matter less than',
    help: 'lines that matter less are left out; silhouette and big masses stay',
    flag: '--least-weight',
  }),
  focus: numberDecision({
    min: 0,
    max: 1,
    initial: 0.5,
    unit: 'share',
    label: 'How much focal areas count',
    help: 'how much more lines count in a marked focal area, and how much less elsewhere',
    flag: '--focus',
  }),
  firmness: choiceDecision(firmnesses, {
    initial: 'middling',
    label: 'Lines are drawn',
    help: 'how firmly the lines are drawn on the surface',
    flag: '--firmness',
    choices: { faint: 'faint', middling: 'middling', firm: 'firm' },
  }),
  mmPerSecond: numberDecision({
    min: 0.5,
    max: 200,
    initial: 8,
    unit: 'mm/s',
    label: 'My hand traces',
    help: 'how fast the hand traces along a line',
    flag: '--speed',
  }),
  secondsPerLift: numberDecision({
    min: 0,
    max: 60,
    initial: 1.5,
    unit: 's',
    label: 'From one line to the next',
    help: 'how long the hand takes from one line to the next',
    flag: '--lift',
  }),
  minutes: optionalNumberDecision({
    min: 0.1,
    max: 100000,
    initial: null,
    unit: 'min',
    none: 'all the time it takes',
    label: 'Minutes of tracing',
    help: 'minutes of tracing the map may take',
    flag: '--minutes',
  }),
};
