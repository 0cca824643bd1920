import { z } from 'zod';

/*
 * How well somebody judges, as one figure with what is not known of it: the threshold, at which three in four succeed.
 * For answers that are set (an angle, a place) it is the error that three in four stay within; for answers that are
 * chosen (which grey) it is the difference at which three in four choose rightly. Both are kept as a posterior over the
 * logarithm of the threshold, as in QUEST (A. Watson and D. Pelli, QUEST: a Bayesian adaptive psychometric method,
 * Perception & Psychophysics 33, 1983), with the whole error used where there is one.
 */

/** Thresholds that are told apart: from 1/16 of the usual one to 16 times it. */
const steps = 161;
const reach = Math.log(16);
/** Before anything is known a threshold lies within a factor of two of the usual one two times in three. */
const priorDeviation = Math.log(2);
/** A skill drifts: with every answer it may be so much better or worse. */
const driftDeviation = 0.02;
/** One answer in so many has nothing to do with skill: a slip of the hand. */
const slips = 0.03;
/** An error that was a slip lies anywhere within so many thresholds. */
const slipReach = 12;
/** How fast success grows with the difference, as usual for choosing (Watson and Pelli, 1983). */
const slope = 3.5;
/** Within so many deviations a normal error stays three times in four. */
const threeInFour = 1.1503;

/** What is known of a skill. */
export const skillSchema = z.object({
  /** The threshold of most people, in the drill's own unit. */
  usual: z.number().positive(),
  /** How likely each step of the threshold is, by its logarithm. */
  posterior: z.array(z.number().min(0)).length(steps),
  answers: z.int().min(0),
});
export type Skill = z.infer<typeof skillSchema>;

/** The logarithm of each step against the usual threshold. */
const logOf = (step: number) => (2 * reach * step) / (steps - 1) - reach;

/**
 * A skill of which nothing is known yet.
 *
 * @param usual the threshold of most people
 */
export function newSkill(usual: number): Skill {
  const posterior = Array.from({ length: steps }, (_, k) =>
    Math.exp(-0.5 * (logOf(k) / priorDeviation) ** 2),
  );
  return { usual, posterior: normalised(posterior), answers: 0 };
}

/**
 * Learns from an answer that was set.
 *
 * @param error how far it lay off, in the unit of the threshold; a known tendency taken out
 */
export function learnFromError(skill: Skill, error: number): Skill {
  return learned(skill, (threshold) => {
    const deviation = threshold / threeInFour;
    const normal = Math.exp(-0.5 * (error / deviation) ** 2) / (deviation * Math.sqrt(2 * Math.PI));
    const off = Math.abs(error) < slipReach * skill.usual ? 1 / (2 * slipReach * skill.usual) : 1e-9;
    return (1 - slips) * normal + slips * off;
  });
}

/**
 * Learns from an answer that was chosen.
 *
 * @param difference between what had to be told apart, in the unit of the threshold
 * @param guess how often somebody who sees nothing is right
 */
export function learnFromChoice(skill: Skill, difference: number, guess: number, right: boolean): Skill {
  return learned(skill, (threshold) => {
    const success = successAt(difference, threshold, guess);
    return right ? success : 1 - success;
  });
}

/**
 * How often somebody of a threshold chooses rightly (a Weibull function, three in four at the threshold).
 *
 * @param guess how often somebody who sees nothing is right
 */
export function successAt(difference: number, threshold: number, guess: number): number {
  const most = 1 - slips;
  const scale = -Math.log(1 - (0.75 - guess) / (most - guess));
  return guess + (most - guess) * (1 - Math.exp(-scale * (Math.max(0, difference) / threshold) ** slope));
}

/** The threshold with an interval that holds it four times in five. */
export function thresholdOf({ usual, posterior }: Skill): { threshold: number; low: number; high: number } {
  const mean = posterior.reduce((sum, weight, k) => sum + weight * logOf(k), 0);
  const quantile = (share: number) => {
    let sum = 0;
    const at = posterior.findIndex((weight) => (sum += weight) >= share);
    return usual * Math.exp(logOf(at < 0 ? steps - 1 : at));
  };
  return { threshold: usual * Math.exp(mean), low: quantile(0.1), high: quantile(0.9) };
}

function learned(skill: Skill, likelihood: (threshold: number) => number): Skill {
  const { usual, posterior, answers } = skill;
  const weighed = posterior.map((weight, k) => weight * likelihood(usual * Math.exp(logOf(k))));
  return { usual, posterior: normalised(drifted(normalised(weighed))), answers: answers + 1 };
}

/** A posterior after a skill may have drifted: spread by a narrow normal. */
function drifted(posterior: readonly number[]): number[] {
  const step = logOf(1) - logOf(0);
  const variance = (driftDeviation / step) ** 2;
  // Of a normal narrower than a step only the neighbours take a share.
  const share = Math.min(0.25, variance / 2);
  return posterior.map((weight, k) => {
    const before = posterior[k - 1] ?? posterior[k];
    const after = posterior[k + 1] ?? posterior[k];
    return (1 - 2 * share) * weight + share * (before + after);
  });
}

function normalised(weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + weight, 0);
  return sum > 0 ? weights.map((weight) => weight / sum) : newSkill(1).posterior;
}
