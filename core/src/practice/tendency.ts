import { z } from 'zod';

/** An answer as it is kept. */
export const answerSchema = z.object({
  at: z.iso.datetime(),
  /** What kind of thing was judged, such as “near upright”. */
  kind: z.string().max(60),
  /** How far off it was, signed, in the drill's unit; for what is chosen −1, 0 or 1 steps and more. */
  error: z.number(),
  /** What had to be told apart, or the error that was to be stayed within. */
  level: z.number().positive(),
  right: z.boolean(),
});
export type Answer = z.infer<typeof answerSchema>;

/** What an eye does consistently wrong at a kind of thing. */
export type Tendency = { kind: string; mean: number; low: number; high: number; answers: number };

/** As many answers without a tendency each kind is taken to have had before: few answers say little. */
const priorAnswers = 4;
/** Fewer answers than this of a kind are not spoken of. */
const minAnswers = 6;
/** A normal mean lies within this many deviations 19 times in 20. */
const nineteenInTwenty = 1.96;

/**
 * What an eye does consistently wrong: the mean signed error by kind, drawn towards none (shrinkage towards a known mean,
 * Gelman and others, Bayesian Data Analysis, 3rd edition, § 2.5), where its interval leaves none out. The most certain
 * first.
 */
export function tendenciesOf(answers: readonly Answer[]): Tendency[] {
  const kinds = new Map<string, number[]>();
  for (const { kind, error } of answers) kinds.set(kind, [...(kinds.get(kind) ?? []), error]);
  return [...kinds]
    .flatMap(([kind, errors]): Tendency[] => {
      const n = errors.length;
      if (n < minAnswers) return [];
      const sum = errors.reduce((all, error) => all + error, 0);
      const mean = sum / (n + priorAnswers);
      const squares = errors.reduce((all, error) => all + (error - sum / n) ** 2, 0);
      const off = nineteenInTwenty * Math.sqrt(squares / (n - 1) / (n + priorAnswers));
      return Math.abs(mean) > off ? [{ kind, mean, low: mean - off, high: mean + off, answers: n }] : [];
    })
    .sort((a, b) => Math.abs(b.mean) / (b.high - b.low) - Math.abs(a.mean) / (a.high - a.low));
}
