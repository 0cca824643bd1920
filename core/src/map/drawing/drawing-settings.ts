import { choiceDecision, numberDecision, optionalNumberDecision } from '../../decisions/index.js';
import { faintStrokeWays, referenceKinds } from '../setting-choices.js';

/** What the reference is taken for, and which lines of a drawing are taken how. */
export const drawingSettings = {
  reference: choiceDecision(referenceKinds, {
    initial: 'auto',
    label: 'The reference is',
    help: 'what the reference is: a photograph of things, whose map is worked out, or a drawing, whose own lines are taken',
    flag: '--reference',
    choices: { auto: 'what it looks like', photograph: 'a photograph', drawing: 'a drawing' },
  }),
  darkerThan: optionalNumberDecision({
    min: 0.01,
    max: 1,
    initial: null,
    unit: 'share',
    none: 'what lies beneath',
    label: 'Take lines darker than',
    help: 'of a drawing, lines darker than this share of its own darkness are taken; where its lines and what is beneath them part, when not given',
    flag: '--darker-than',
  }),
  faintStrokes: choiceDecision(faintStrokeWays, {
    initial: 'dropped',
    label: 'Fainter lines are',
    help: 'what becomes of the fainter lines of a drawing: construction lines and what rubbing out left',
    flag: '--faint-strokes',
    choices: { dropped: 'left out', dotted: 'dotted', kept: 'drawn' },
  }),
  joinEndsMm: numberDecision({
    min: 0,
    max: 20,
    initial: 1,
    unit: 'mm',
    label: 'Join ends within',
    help: 'ends of a drawing’s lines that point at each other are joined over a gap this wide',
    flag: '--join-ends',
  }),
  smoothMm: numberDecision({
    min: 0,
    max: 10,
    initial: 0.1,
    unit: 'mm',
    label: 'Smooth wobbles up to',
    help: 'wobbles of the hand in a drawing are smoothed, moving no line by more than this',
    flag: '--smooth',
  }),
};
