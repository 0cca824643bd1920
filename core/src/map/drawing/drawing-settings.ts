import { choiceDecision, numberDecision, optionalNumberDecision } from '../../decisions/index.js';
import type { CleanUpKind } from './clean-up/index.js';
import { faintStrokeWays, hatchingWays, referenceKinds, rulingWays, toneWays } from '../setting-choices.js';

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
  softUnder: optionalNumberDecision({
    min: 0.05,
    max: 1,
    initial: null,
    unit: 'share',
    none: 'nowhere',
    label: 'Edges are soft where lines are fainter than',
    help: 'of a drawing, stretches of its lines that are fainter than this share of its own darkness, or broken, are soft edges; all its edges are hard when not given',
    flag: '--soft-under',
  }),
  faintStrokes: choiceDecision(faintStrokeWays, {
    initial: 'dropped',
    label: 'Fainter lines are',
    help: 'what becomes of the fainter lines of a drawing: construction lines and what rubbing out left',
    flag: '--faint-strokes',
    choices: { dropped: 'left out', dotted: 'dotted', kept: 'drawn' },
  }),
  hatching: choiceDecision(hatchingWays, {
    initial: 'direction',
    label: 'Hatching is',
    help: 'what becomes of tone laid in hatching in a drawing',
    flag: '--hatching',
    choices: {
      direction: 'kept as strokes of direction',
      lines: 'drawn like other lines',
      dropped: 'left out',
    },
  }),
  tone: choiceDecision(toneWays, {
    initial: 'left-out',
    label: 'Its tone is',
    help: 'what becomes of the washes, shading and blacks of a drawing, beside its lines',
    flag: '--tone',
    choices: { 'left-out': 'left out', shapes: 'kept as shapes' },
  }),
  rulings: choiceDecision(rulingWays, {
    initial: 'kept',
    label: 'Lines printed on the paper are',
    help: 'what becomes of the lines of ruled or squared paper, or of a printed grid, beneath a drawing',
    flag: '--rulings',
    choices: { kept: 'taken like others', 'taken-away': 'taken away' },
  }),
  restatedMm: numberDecision({
    min: 0,
    max: 10,
    initial: 0,
    unit: 'mm',
    label: 'Make one of strokes restated within',
    help: 'strokes of a drawing side by side, with no more bare paper between them than this, are made one',
    flag: '--restated',
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
  symmetryMm: optionalNumberDecision({
    min: 0.1,
    max: 50,
    initial: null,
    unit: 'mm',
    none: 'not at all',
    label: 'Average sides that differ by no more than',
    help: 'the two sides of symmetrical things in a drawing are averaged about their centre line where they differ by no more than this',
    flag: '--symmetry',
  }),
  ellipsesMm: optionalNumberDecision({
    min: 0.1,
    max: 20,
    initial: null,
    unit: 'mm',
    none: 'not at all',
    label: 'Make ellipses true within',
    help: 'rings and arcs of a drawing that are ellipses within this are made true ones',
    flag: '--true-ellipses',
  }),
  straightenMm: optionalNumberDecision({
    min: 0.1,
    max: 20,
    initial: null,
    unit: 'mm',
    none: 'not at all',
    label: 'Make straight what is so within',
    help: 'lines of a drawing that are straight within this are made straight',
    flag: '--straighten',
  }),
  levelDeg: optionalNumberDecision({
    min: 0.1,
    max: 10,
    initial: null,
    unit: '°',
    none: 'not at all',
    label: 'Make level or plumb what is so within',
    help: 'straight lines of a drawing that are level or plumb within this are made so',
    flag: '--level',
  }),
};

type CleanUpWords = {
  setting: keyof typeof drawingSettings;
  /** The limit it is tried with. */
  usual: number;
  /** What its switch says. */
  label: string;
  /** What was done to a line. */
  made: string;
};

/** Each thing that can be cleaned up in a drawing. */
export const cleanUps = {
  symmetry: {
    setting: 'symmetryMm',
    usual: 3,
    label: 'Average the sides of symmetrical things',
    made: 'averaged with the other side',
  },
  ellipses: {
    setting: 'ellipsesMm',
    usual: 1,
    label: 'Make ellipses true',
    made: 'brought onto a true ellipse',
  },
  straights: {
    setting: 'straightenMm',
    usual: 0.8,
    label: 'Make nearly straight lines straight',
    made: 'made straight',
  },
  level: {
    setting: 'levelDeg',
    usual: 2,
    label: 'Make nearly level and plumb lines so',
    made: 'made level or plumb',
  },
} as const satisfies Record<CleanUpKind, CleanUpWords>;
