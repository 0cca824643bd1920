import { z } from 'zod';
import { choiceDecision, numberDecision } from '../../decisions/index.js';
import { grades, pressureSchema } from './pressure.js';
import { lightSources, roomLights } from './through-paper.js';

/** What of the transfer's decisions says what will be seen. */
export const seenDecisions = {
  light: choiceDecision(lightSources, {
    initial: 'light-box',
    label: 'Light from behind',
    help: 'what lights the paper from behind',
    choices: { 'light-box': 'a light box', lamp: 'a lamp under glass', window: 'a window by day' },
  }),
  room: choiceDecision(roomLights, {
    initial: 'dim',
    label: 'The room',
    help: 'how light the room is',
    choices: { dark: 'dark', dim: 'dim', lit: 'lit' },
  }),
  beneathGsm: numberDecision({
    min: 20,
    max: 400,
    initial: 80,
    label: 'Paper of the drawing',
    help: 'weight of the paper the drawing is printed on',
    unit: 'g/m²',
  }),
  throwRatio: numberDecision({
    min: 0.1,
    max: 10,
    initial: 1.5,
    label: 'Throw ratio',
    help: 'distance of the projector over the width of its picture',
    unit: 'times',
  }),
  pixelsAcross: numberDecision({
    min: 320,
    max: 8192,
    whole: true,
    initial: 1920,
    label: 'Pixels across',
    help: 'pixels of the projector from left to right',
    unit: 'pixels',
  }),
  pixelsDown: numberDecision({
    min: 200,
    max: 4320,
    whole: true,
    initial: 1080,
    label: 'Pixels down',
    help: 'pixels of the projector from top to bottom',
    unit: 'pixels',
  }),
  lumens: numberDecision({
    min: 10,
    max: 30000,
    initial: 500,
    label: 'Light of the projector',
    help: 'light of the projector',
    unit: 'lm',
  }),
  tiltDeg: numberDecision({
    min: 0,
    max: 40,
    initial: 0,
    label: 'Tilt',
    help: 'how far the projector is tilted from square to the surface',
    unit: '°',
  }),
  focalMm: numberDecision({
    min: 100,
    max: 600,
    initial: 315,
    label: 'Focal length',
    help: 'focal length of the lens of an overhead projector',
    unit: 'mm',
  }),
  /** What this viewer needs, by the strip of lines: more than 1 is more contrast than most. */
  viewer: z.number().min(0.01).max(100).default(1),
  grade: choiceDecision(grades, {
    initial: 'HB',
    label: 'Grade tried',
    help: 'the grade of graphite the strip was tried with',
    choices: { '2H': '2H', H: 'H', HB: 'HB', B: 'B', '2B': '2B', '4B': '4B', '6B': '6B' },
  }),
  /** What the marks of the pressure strip showed, or null. */
  strip: pressureSchema.default(null),
};
