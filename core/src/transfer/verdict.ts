import { type MapDocument } from '../documents/index.js';
import { surfaceOf } from '../fit/index.js';
import { effortOf, type Effort, type TracingSpeed } from '../map/index.js';
import type { TransferDecisions } from './decisions.js';
import { findCrowded, type Crowded } from './gaps.js';
import { lineWidthMm } from './line-width.js';
import {
  transferMethods,
  verdicts,
  type Judged,
  type Measured,
  type Objection,
  type TransferMethod,
  type Verdict,
  type WordsWhen,
} from './methods/index.js';
import { isTiled } from '../sheets/index.js';
import { project, seenOn } from './seen/index.js';
import { isLargeEnough } from './sheet-places/index.js';
import {
  estimateMinutes,
  measuresOf,
  ownShares,
  standardReady,
  standardTracing,
  type Estimate,
  type OwnSpeeds,
  standardSpeeds,
} from './speeds/index.js';
import { supplyWords } from './supplies.js';
import { applies, type Circumstances } from './steps/step.js';
import { circumstancesOf, type SheetsToJoin, type SurfacePlanned } from './steps/transfer-steps.js';

/** More line than this is much for one sitting: about an hour of pressing, m. */
const longMetres = 25;
/** Lines are crowded when so much of them lies nearer to others than the line is broad. */
const crowdedShare = 0.03;

/** What is known of a work when its methods are weighed. */
export type ToWeigh = {
  fit: SurfacePlanned;
  transfer: TransferDecisions;
  map: MapDocument;
  sheets: SheetsToJoin;
  speed: TracingSpeed;
  /** The painter's own speeds; the standard ones when not given. */
  own?: OwnSpeeds;
  /** Breadth of the printed lines, mm. */
  lineMm: number;
};

/** A method weighed for a work. */
export type Weighed = {
  method: TransferMethod;
  verdict: Verdict;
  /** Why, a sentence each; the worst first. */
  why: string[];
  minutes: { ready: number; trace: number; join: number; tidy: number; whole: number };
  /** The same in all, and between which minutes it lies four times in five. */
  estimate: Estimate;
  /** How broad its line becomes, mm, and where lines run together then. */
  lineMm: number;
  crowded: Crowded;
  /** What has to be there. */
  materials: string[];
  /** What it uses up, with amounts. */
  supplies: string[];
  /** What stays on the surface. */
  leaves: string;
};

/** Weighs every method for a work, best first: works before with care, then by minutes. The choice is the painter's. */
export function weighMethods(work: ToWeigh): Weighed[] {
  const effort = effortOf(work.map, work.speed);
  return (Object.keys(transferMethods) as TransferMethod[])
    .map((method) => weigh(method, work, effort))
    .sort(
      (a, b) =>
        verdicts.indexOf(a.verdict) - verdicts.indexOf(b.verdict) || a.minutes.whole - b.minutes.whole,
    );
}

const areaDm2Of = ({ widthMm, heightMm }: SurfacePlanned) => (widthMm * heightMm) / 10_000;

function weigh(method: TransferMethod, work: ToWeigh, effort: Effort): Weighed {
  const { fit, transfer, sheets } = work;
  const { objections, suits, leaves, supplies } = transferMethods[method];
  const circumstances = circumstancesOf(fit, { ...transfer, method }, sheets);
  const lineMm = lineWidthMm(method, fit, transfer);
  const crowded = findCrowded(work.map, lineMm);
  const judged: Judged = { ...circumstances, ...measuredOf(method, work, effort, crowded) };
  const against = [...objections, ...againstAny]
    .filter(({ when }) => applies(when, judged))
    .sort((a, b) => verdicts.indexOf(b.verdict) - verdicts.indexOf(a.verdict));
  const { minutes, estimate } = minutesBy(method, work, effort);
  return {
    method,
    verdict: against[0]?.verdict ?? 'works',
    why: against.length > 0 ? against.map(({ why }) => why) : [suits],
    minutes,
    estimate,
    lineMm,
    crowded,
    materials: wordsFor(transferMethods[method].materials, judged),
    supplies: supplyWords(supplies, {
      metres: effort.metres,
      areaM2: areaDm2Of(fit) / 100,
      sheets: Math.max(1, sheets.count),
      sheetLifeMetres: transfer.sheetLifeMetres,
    }),
    leaves: wordsFor(leaves, judged).join(' '),
  };
}

/** Whether nothing says that a work cannot be carried across by a method, its lines apart. */
export function canWork(
  method: TransferMethod,
  work: Pick<ToWeigh, 'fit' | 'transfer' | 'sheets' | 'lineMm'>,
  metres: number,
): boolean {
  const judged: Judged = {
    ...circumstancesOf(work.fit, { ...work.transfer, method }, work.sheets),
    ...measuredOf(method, work, { metres }, { share: 0 }),
  };
  return ![...transferMethods[method].objections, ...againstAny].some(
    ({ when, verdict }) => verdict === 'does not work' && applies(when, judged),
  );
}

/** What a work takes by a method at the painter's own speeds, part by part. */
function minutesBy(
  method: TransferMethod,
  { fit, transfer, sheets, speed, own = standardSpeeds }: ToWeigh,
  { metres, lifts }: Effort,
): Pick<Weighed, 'minutes' | 'estimate'> {
  const measures = measuresOf({ fit, transfer: { ...transfer, method }, sheets }, { metres, lifts });
  const { ready, join, tidy } = standardReady(method, areaDm2Of(fit), sheets.count);
  const { line, lift } = standardTracing(measures, speed);
  const shares = ownShares(measures, own);
  const estimate = estimateMinutes(measures, own, speed);
  return {
    minutes: {
      ready: shares.ready * ready,
      trace: shares.tracing * (line + lift),
      join: shares.ready * join,
      tidy: shares.ready * tidy,
      whole: estimate.minutes,
    },
    estimate,
  };
}

/** What speaks against any method. */
const againstAny: readonly Objection[] = [
  { when: { atHand: false }, verdict: 'with care', why: 'What it needs is not at hand.' },
  {
    when: { manySheets: true },
    verdict: 'with care',
    why: 'There are many sheets to join, each a chance to be a little off: have it printed in one piece, or check the joins.',
  },
];

/** More sheets than this are many to join. */
const manySheets = 12;

function measuredOf(
  method: TransferMethod,
  { fit, transfer, sheets, lineMm }: Pick<ToWeigh, 'fit' | 'transfer' | 'sheets' | 'lineMm'>,
  { metres }: { metres: number },
  { share }: Pick<Crowded, 'share'>,
): Measured {
  const { gear, sheets: kinds } = transferMethods[method];
  const { id } = surfaceOf(fit);
  const surface = { width: fit.widthMm, height: fit.heightMm };
  return {
    crowded: share > crowdedShare,
    long: metres > longMetres,
    repeated: transfer.repeated,
    tired: transfer.tired,
    seenThrough: seenOn(fit, transfer, lineMm),
    beyondLight: !isLargeEnough(transfer.lightMm, surface),
    tooFar:
      project({ ...transfer, widthMm: fit.widthMm, heightMm: fit.heightMm }).distanceMm >
      transfer.roomDepthMm,
    manySheets: sheets.count > manySheets && kinds.some((kind) => isTiled(kind)),
    atHand: gear.every((piece) => transfer.atHand?.includes(piece) ?? true),
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
