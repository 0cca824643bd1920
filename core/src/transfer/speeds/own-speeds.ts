import { inverse, Matrix } from 'ml-matrix';
import { z } from 'zod';
import { usualSpeed, type TracingSpeed } from '../../map/index.js';
import { transferMethodIds } from '../methods/index.js';
import { speedTerms, standardMinutes, termsOf, type WorkMeasures } from './measures.js';

/** A sitting, or a whole work, with the minutes it took, and when it was done: only the order counts. */
export type TimedWork = WorkMeasures & { minutes: number; at: number };

/** Own speeds, as far as they are known. */
export const ownSpeedsSchema = z.object({
  /** The figure of each term, and its covariance, row by row, in shares of the variance of a sitting. */
  figures: z.array(z.number()).length(speedTerms.length),
  covariance: z.array(z.number()).length(speedTerms.length ** 2),
  /** How unlike sittings are: variance of the minutes of one over the square of what was expected. */
  variance: z.number().positive(),
  /** Degrees of freedom of that. */
  freedom: z.number().positive(),
  /** Sittings it was learned from, and those left out as not to be believed. */
  sittings: z.int().min(0),
  leftOut: z.int().min(0),
});
export type OwnSpeeds = z.infer<typeof ownSpeedsSchema>;

/** An estimate, and between which minutes it lies four times in five. */
export const estimateSchema = z.object({
  minutes: z.number().min(0),
  low: z.number().min(0),
  high: z.number().min(0),
});
export type Estimate = z.infer<typeof estimateSchema>;

/** The variance of a sitting before any was timed: it lies within 15 % of what was expected two times in three. */
const usualVariance = 0.15 ** 2;
/** As much as so many timed sittings that usual variance counts for. */
const usualFreedom = 8;
/** A sitting has so many minutes that do not grow with it: what is mislaid, told, drunk. They weigh on short ones. */
const unsettledMinutes = 3;
/** What took this many times longer, or shorter, than expected is not believed: a watch left running, or started late. */
const believedWithin = 4;
/** Less than this, by the watch or by the standard figures, says nothing of speed. */
const minSaidMinutes = 1;
/**
 * A hand gets faster, or slower, by so much a sitting, as a deviation; looked back on over no more sittings than these.
 * Practice is fast at first and slow later (Newell and Rosenbloom, Mechanisms of skill acquisition, 1981): over a few
 * works it is as good as straight.
 */
const practiceDeviation = 0.004;
const maxPractised = 20;
/** A sitting of usual length, minutes: long works take several, whose chances even out. */
const usualSitting = 45;

/**
 * How far a painter's figures lie from the standard ones before anything is known, as deviations: people differ most in
 * how fast they go along a line and how long they take between lines; less in what a method or a tooth adds to it.
 */
const priorDeviation = (term: (typeof speedTerms)[number]) => {
  if (term === 'line') return 0.35;
  if (term === 'lift' || term === 'ready') return 0.5;
  return transferMethodIds.some((id) => id === term) ? 0.2 : 0.12;
};
const isShare = (term: (typeof speedTerms)[number]) => term === 'line' || term === 'lift' || term === 'ready';

/** How unsure a piece of work is by itself, in shares of the variance of a sitting. */
const spreadOf = (expected: number, sittings = 1) => expected ** 2 / sittings + unsettledMinutes * expected;

/**
 * Learns own speeds from timed sittings: a linear model of minutes whose figures begin at the standard ones and move as
 * far as what was timed carries them, and whose noise is learned with them (the conjugate normal, inverse-gamma model;
 * Gelman and others, Bayesian Data Analysis, 3rd edition, § 14.2 and 14.8). A sitting's deviation is taken to grow with
 * its length. What practice has done since a sitting is learned too, and taken out: the figures are those of now.
 *
 * @param timed sittings or whole works, in any order; one that nobody can believe is left out, and counted
 */
export function fitSpeeds(timed: readonly TimedWork[]): OwnSpeeds {
  // Far off what the others say, not off the standard: a slow hand is no mistake.
  const said = timed.filter((each) => Math.min(standardMinutes(each), each.minutes) >= minSaidMinutes);
  const typical = middleOf(said.map(shareOf));
  const believed = said
    .filter((each) => {
      const share = shareOf(each) / typical;
      return share < believedWithin && share > 1 / believedWithin;
    })
    .sort((a, b) => a.at - b.at)
    .map((each) => ({ minutes: each.minutes, standard: standardMinutes(each), terms: termsOf(each) }));
  const first = solved(believed, ({ standard }) => typical * standard);
  // Once the figures are about known, what each sitting was to take is known better.
  const found = solved(believed, ({ standard, terms }) => Math.max(standard / 5, dot(terms, first.figures)));
  return { ...found, sittings: believed.length, leftOut: said.length - believed.length };
}

/** A sitting with the minutes it took, those it takes by the standard figures, and its terms. */
type Explained = { minutes: number; standard: number; terms: readonly number[] };

/**
 * The figures that explain some sittings best.
 *
 * @param believed the oldest first
 * @param expectedOf minutes a sitting was about to take
 */
function solved(
  believed: readonly Explained[],
  expectedOf: (each: Explained) => number,
): Omit<OwnSpeeds, 'sittings' | 'leftOut'> {
  // What practice has done since is one more figure, which nobody asks for afterwards.
  const priors = [...speedTerms.map(priorDeviation), practiceDeviation];
  const standard = [...speedTerms.map((term) => (isShare(term) ? 1 : 0)), 0];
  const precision = Matrix.diag(priors.map((deviation) => usualVariance / deviation ** 2));
  const pull = precision.mmul(Matrix.columnVector(standard));
  let squares = standard.reduce((sum, figure, k) => sum + figure ** 2 * precision.get(k, k), 0);
  if (believed.length > 0) {
    const expected = believed.map(expectedOf);
    // Each row and its minutes are divided by their deviation, so that all count alike.
    const deviations = expected.map((minutes) => Math.sqrt(spreadOf(minutes)));
    const rows = new Matrix(
      believed.map((each, k) =>
        [...each.terms, expected[k] * Math.min(maxPractised, believed.length - k)].map(
          (term) => term / deviations[k],
        ),
      ),
    );
    const minutes = Matrix.columnVector(believed.map((each, k) => each.minutes / deviations[k]));
    precision.add(rows.transpose().mmul(rows));
    pull.add(rows.transpose().mmul(minutes));
    squares += minutes.dot(minutes);
  }
  const covariance = inverse(precision);
  const mean = covariance.mmul(pull);
  const off = squares - mean.transpose().mmul(precision).mmul(mean).get(0, 0);
  const freedom = usualFreedom + believed.length;
  const last = speedTerms.length - 1;
  return {
    figures: mean.to1DArray().slice(0, -1),
    covariance: covariance.subMatrix(0, last, 0, last).to1DArray(),
    variance: (usualFreedom * usualVariance + Math.max(0, off)) / freedom,
    freedom,
  };
}

function shareOf(each: TimedWork): number {
  return each.minutes / standardMinutes(each);
}

/** The median; of few, the standard counts as three more. */
function middleOf(shares: readonly number[]): number {
  const sorted = [...shares.filter((share) => Number.isFinite(share)), 1, 1, 1].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}

/** Own speeds before anything was timed: the standard figures. */
export const standardSpeeds: OwnSpeeds = fitSpeeds([]);

/**
 * Minutes a piece of work is likely to take by a painter's own speeds.
 *
 * @param speed along lines and between them where that is settled already, as for a map
 */
export function estimateMinutes(
  measures: WorkMeasures,
  speeds: OwnSpeeds = standardSpeeds,
  speed?: TracingSpeed,
): Estimate {
  const terms = termsOf(measures);
  const minutes = Math.max(standardMinutes(measures) / 10, dot(terms, figuresFor(speeds, speed)));
  const unknown = terms.reduce(
    (sum, term, i) =>
      sum + term * terms.reduce((row, other, k) => row + other * speeds.covariance[i * terms.length + k], 0),
    0,
  );
  const sittings = Math.max(1, Math.round(minutes / usualSitting));
  const deviation = Math.sqrt(speeds.variance * (unknown + spreadOf(minutes, sittings)));
  const off = fourInFive(speeds.freedom) * deviation;
  return { minutes, low: Math.max(minutes / 3, minutes - off), high: minutes + off };
}

/** The figures, with a settled speed in place of the learned one. */
function figuresFor({ figures }: OwnSpeeds, speed?: TracingSpeed): readonly number[] {
  if (!speed) return figures;
  const line = usualSpeed.mmPerSecond / speed.mmPerSecond;
  const lift = speed.secondsPerLift / usualSpeed.secondsPerLift;
  return [line, lift, ...figures.slice(2)];
}

/** What making ready, and tracing by a method on a tooth, take against the standard figures: shares of these. */
export function ownShares(
  { method, tooth }: Pick<WorkMeasures, 'method' | 'tooth'>,
  { figures }: OwnSpeeds,
): { ready: number; tracing: number } {
  const figure = (term: (typeof speedTerms)[number]) => figures[speedTerms.indexOf(term)];
  return {
    ready: Math.max(0.1, figure('ready')),
    tracing: Math.max(0.2, 1 + figure(method) + figure(tooth)),
  };
}

const dot = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, value, k) => sum + value * b[k], 0);

/** Deviations within which Student's t lies four times in five (Abramowitz and Stegun, 26.7.5). */
function fourInFive(freedom: number): number {
  const x = 1.2815516;
  return (
    x +
    (x ** 3 + x) / (4 * freedom) +
    (5 * x ** 5 + 16 * x ** 3 + 3 * x) / (96 * freedom ** 2) +
    (3 * x ** 7 + 19 * x ** 5 + 17 * x ** 3 - 15 * x) / (384 * freedom ** 3)
  );
}

/** The hand's own speed along lines and between them, by the quickest method: what a map is estimated at. */
export function ownTracingSpeed(speeds: OwnSpeeds): TracingSpeed {
  const [line, lift] = speeds.figures;
  return {
    mmPerSecond: Math.round((10 * usualSpeed.mmPerSecond) / Math.min(10, Math.max(0.05, line))) / 10,
    secondsPerLift: Math.round(10 * usualSpeed.secondsPerLift * Math.max(0, lift)) / 10,
  };
}
