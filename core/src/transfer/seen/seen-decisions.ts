import { z } from 'zod';
import { choiceDecision, numberDecision } from '../../decisions/index.js';
import { pressureSchema } from './pressure.js';
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
  /** What this viewer needs, by the strip of lines: more than 1 is more contrast than most. */
  viewer: z.number().min(0.01).max(100).default(1),
  /** What the marks of the pressure strip showed, or null. */
  strip: pressureSchema.default(null),
};
