import { isTooSteep, type Finding, type Measure, type Measured, type MeasureKind } from '../check/index.js';
import type { Rect } from '../geometry/index.js';
import { bowKind } from './drills/curve.js';
import { slopeKind } from './drills/angle.js';
import { drillIds, type DrillId } from './drills/index.js';
import { whereIn } from './drills/placing.js';
import { proportionKind } from './drills/proportion.js';
import { seenWrongly, type DrillAnswer, type SeenWrongly } from './record.js';

/** An error that the eye is known to make counts so many times beside others when checks are chosen. */
const knownCounts = 2;

/** What the eye does consistently wrong in any drill. */
export const allSeenWrongly = (answers: readonly DrillAnswer[]): SeenWrongly[] =>
  drillIds.flatMap((drill) => seenWrongly(drill, answers));

/**
 * The known error of the eye that an error in a drawing is an instance of: of the same kind of thing, and to the same side.
 *
 * @returns null where it is none, or nothing was found of it in the drawing
 */
export function knownErrorOf({ measure, wanted, drawn }: Measured, known: readonly SeenWrongly[]) {
  const judged = drawn && judgedBy(measure, wanted, drawn.error);
  if (!judged) return null;
  return (
    known.find(
      ({ drill, kind, mean }) =>
        drill === judged.drill && kind === judged.kind && mean > 0 === judged.isTooMuch && drawn.error !== 0,
    ) ?? null
  );
}

/** How many times a check counts beside others. */
export const countsTo =
  (known: readonly SeenWrongly[]) =>
  (measured: Measured): number =>
    knownErrorOf(measured, known) ? knownCounts : 1;

/** The drill in which the eye is tried in what a check measures, the kind of thing, and which way it was drawn wrongly. */
function judgedBy(
  { kind, at }: Measure,
  wanted: number,
  error: number,
): { drill: DrillId; kind: string; isTooMuch: boolean } | null {
  const drill = drillsOf[kind];
  const [a, b, c, d] = at;
  if (drill === undefined || !a || !b) return null;
  switch (drill) {
    case 'angle':
      return { drill, kind: slopeKind(wanted), isTooMuch: isTooSteep(error, wanted) };
    case 'proportion':
      return c && d ? { drill, kind: proportionKind([a, b], [c, d]), isTooMuch: error > 0 } : null;
    case 'curve':
      return { drill, kind: bowKind(wanted), isTooMuch: error > 0 };
  }
}

/** Checks of what a drill tries too. */
const drillsOf: Readonly<Partial<Record<MeasureKind, 'angle' | 'proportion' | 'curve'>>> = {
  angle: 'angle',
  proportion: 'proportion',
  bow: 'curve',
};

/** The known error of the eye in placing that a finding is an instance of, or null. */
export function knownPlacingOf(finding: Finding, frame: Rect, known: readonly SeenWrongly[]) {
  if (finding.kind !== 'part') return null;
  const { at, move } = finding;
  return (
    known.find(
      ({ drill, kind, mean }) => drill === 'placing' && kind === whereIn(frame, at) && mean * move.dx > 0,
    ) ?? null
  );
}

/** Findings with those first that the eye is known to make, after what is wrong with the whole. */
export function pointFirst(findings: readonly Finding[], frame: Rect, known: readonly SeenWrongly[]) {
  const rank = (finding: Finding) =>
    finding.kind === 'whole' ? 0 : knownPlacingOf(finding, frame, known) ? 1 : 2;
  return [...findings].sort((a, b) => rank(a) - rank(b));
}
