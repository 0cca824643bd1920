import { type MapDocument } from '../documents/index.js';
import { surfaceOf } from '../fit/index.js';
import { effortOf, type TracingSpeed } from '../map/index.js';
import type { TransferDecisions } from './decisions.js';
import { shareCrowded } from './gaps.js';
import {
  transferMethods,
  verdicts,
  type Judged,
  type Measured,
  type TransferMethod,
  type Verdict,
  type WordsWhen,
} from './methods/index.js';
import { applies, type Circumstances } from './steps/step.js';
import { circumstancesOf, type SheetsToJoin, type SurfacePlanned } from './steps/transfer-steps.js';

/** More line than this is much for one sitting: about an hour of pressing, m. */
const longMetres = 25;
/** Lines are crowded when so much of them lies nearer to others than the line is broad. */
const crowdedShare = 0.03;
/** Two sheets are joined in so many minutes. */
const minutesPerJoin = 3;

/** What is known of a work when its methods are weighed. */
export type ToWeigh = {
  fit: SurfacePlanned;
  transfer: TransferDecisions;
  map: MapDocument;
  sheets: SheetsToJoin;
  speed: TracingSpeed;
};

/** A method weighed for a work. */
export type Weighed = {
  method: TransferMethod;
  verdict: Verdict;
  /** Why, a sentence each; the worst first. */
  why: string[];
  minutes: { ready: number; trace: number; join: number; tidy: number; whole: number };
  /** What has to be there. */
  materials: string[];
  /** What stays on the surface. */
  leaves: string;
};

/** Weighs every method for a work, best first: works before with care, then by minutes. The choice is the painter's. */
export function weighMethods(work: ToWeigh): Weighed[] {
  const effort = effortOf(work.map, work.speed);
  const areaDm2 = (work.fit.widthMm * work.fit.heightMm) / 10_000;
  return (Object.keys(transferMethods) as TransferMethod[])
    .map((method) => weigh(method, work, effort, areaDm2))
    .sort(
      (a, b) =>
        verdicts.indexOf(a.verdict) - verdicts.indexOf(b.verdict) || a.minutes.whole - b.minutes.whole,
    );
}

function weigh(
  method: TransferMethod,
  { fit, transfer, map, sheets }: ToWeigh,
  effort: { metres: number; minutes: number },
  areaDm2: number,
): Weighed {
  const { objections, time, line, suits, leaves } = transferMethods[method];
  const circumstances = circumstancesOf(fit, { ...transfer, method }, sheets);
  const judged: Judged = { ...circumstances, ...measuredOf(fit, transfer, map, effort, line.widthMm) };
  const against = objections
    .filter(({ when }) => applies(when, judged))
    .sort((a, b) => verdicts.indexOf(b.verdict) - verdicts.indexOf(a.verdict));
  const minutes = {
    ready: time.readyMinutes + time.readyMinutesPerDm2 * areaDm2,
    trace: time.pace * effort.minutes,
    join: circumstances.joined ? minutesPerJoin * (sheets.count - 1) : 0,
    tidy: time.tidyMinutes,
  };
  return {
    method,
    verdict: against[0]?.verdict ?? 'works',
    why: against.length > 0 ? against.map(({ why }) => why) : [suits],
    minutes: { ...minutes, whole: minutes.ready + minutes.trace + minutes.join + minutes.tidy },
    materials: wordsFor(transferMethods[method].materials, judged),
    leaves: wordsFor(leaves, judged).join(' '),
  };
}

function measuredOf(
  fit: SurfacePlanned,
  { repeated, tired }: Pick<TransferDecisions, 'repeated' | 'tired'>,
  map: MapDocument,
  { metres }: { metres: number },
  lineMm: number,
): Measured {
  const { passesLight, id } = surfaceOf(fit);
  return {
    crowded: shareCrowded(map, lineMm) > crowdedShare,
    long: metres > longMetres,
    repeated,
    tired,
    seenThrough: passesLight === 'none' ? 'not' : passesLight === 'little' ? 'barely' : 'clearly',
    upright: id === 'wall' || id === 'ceramic',
  };
}

/** Of the words for each thing the first that apply. */
export function wordsFor(rules: readonly WordsWhen[], circumstances: Circumstances): string[] {
  const taken = new Set<string>();
  return rules.flatMap(({ for: thing, words, when }) => {
    if (taken.has(thing) || !applies(when, circumstances)) return [];
    taken.add(thing);
    return [words];
  });
}

/** What has to lie ready for a method. */
export function materialsFor(
  fit: SurfacePlanned,
  transfer: Pick<TransferDecisions, 'method' | 'hand' | 'school' | 'medium'>,
  sheets: Pick<SheetsToJoin, 'count'>,
): string[] {
  return wordsFor(transferMethods[transfer.method].materials, circumstancesOf(fit, transfer, sheets));
}
