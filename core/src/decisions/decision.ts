import { z } from 'zod';

/** What a number counts. Lengths of work are spoken in the painter's unit, widths of points always in mm. */
export type DecisionUnit =
  | 'length'
  | 'mm'
  | 'mm²'
  | 'g/m²'
  | 'L*'
  | 'L* in 100 mm'
  | 'ΔE'
  | 'share'
  | '%'
  | '°'
  | 'times'
  | 'mm/s'
  | 's'
  | 'min'
  | 'lines'
  | 'pixels'
  | 'lm'
  | 'm'
  | 'values'
  | 'columns'
  | 'rows';

/** How a decision is spoken of: at its control, on the command line, and in the docs. */
export type DecisionWords = {
  /** At its control. */
  label: string;
  /** On the command line and in the docs, without a capital or full stop. */
  help: string;
  /** Its option on the command line, such as `--overlap`, where it has one. */
  flag?: string;
  unit?: DecisionUnit;
  /** Words for each choice. */
  choices?: Readonly<Record<string, string>>;
  /** Words for none at all, where that is allowed. */
  none?: string;
};

/** The words of every decision, by its schema. */
const registry = z.registry<DecisionWords>();

export type NumberDecision = z.ZodDefault<z.ZodNumber>;
export type OptionalNumberDecision = z.ZodDefault<z.ZodNullable<z.ZodNumber>>;
export type ChoiceDecision<T extends string = string> = z.ZodDefault<z.ZodEnum<{ [K in T]: K }>>;
export type SwitchDecision = z.ZodDefault<z.ZodBoolean>;
/** A decision with a control, an option and a line in the docs. */
export type Decision = NumberDecision | OptionalNumberDecision | ChoiceDecision | SwitchDecision;

type NumberWords = Omit<DecisionWords, 'choices'> & {
  unit: DecisionUnit;
  min: number;
  max: number;
  whole?: boolean;
};

const numberBetween = (min: number, max: number, whole: boolean): z.ZodNumber =>
  (whole ? z.int() : z.number()).min(min).max(max);

/** A number between two limits. */
export function numberDecision({
  min,
  max,
  whole = false,
  initial,
  ...words
}: Omit<NumberWords, 'none'> & { initial: number }): NumberDecision {
  return numberBetween(min, max, whole).default(initial).register(registry, words);
}

/** A number between two limits, or none at all. */
export function optionalNumberDecision({
  min,
  max,
  whole = false,
  initial,
  ...words
}: NumberWords & { none: string; initial: number | null }): OptionalNumberDecision {
  return numberBetween(min, max, whole).nullable().default(initial).register(registry, words);
}

/** One of some choices. */
export function choiceDecision<const T extends string>(
  from: readonly T[],
  {
    initial,
    ...words
  }: Omit<DecisionWords, 'unit' | 'none' | 'choices'> & {
    initial: NoInfer<T>;
    choices: Readonly<Record<NoInfer<T>, string>>;
  },
) {
  return z
    .enum(from)
    .default(() => initial)
    .register(registry, words);
}

/** On or off. */
export function switchDecision({
  initial,
  ...words
}: Omit<DecisionWords, 'unit' | 'none' | 'choices'> & {
  initial: boolean;
  /** Where it is spoken of as a choice of two. */
  choices?: Readonly<Record<'on' | 'off', string>>;
}): SwitchDecision {
  return z.boolean().default(initial).register(registry, words);
}

/** The words of a decision. */
export function wordsOf(decision: z.ZodType): DecisionWords {
  const words = registry.get(decision);
  if (!words) throw new Error('This schema is no decision: it was never given words.');
  return words;
}

/** Whether a schema is a decision with words. */
export const isDecision = (schema: z.ZodType): schema is Decision => registry.has(schema);

/** Whether a decision is a number. */
export function isNumber(decision: Decision): decision is NumberDecision | OptionalNumberDecision {
  const inner = decision.unwrap();
  return inner instanceof z.ZodNumber || inner instanceof z.ZodNullable;
}

/** Whether a decision is a choice. */
export const isChoice = (decision: Decision): decision is ChoiceDecision =>
  decision.unwrap() instanceof z.ZodEnum;

/** The limits of a number. */
export type Limits = { min: number; max: number; whole: boolean };

/** Reads the limits of a number off its schema. */
export function limitsOf(decision: NumberDecision | OptionalNumberDecision): Limits {
  const inner = decision.unwrap();
  const number = inner instanceof z.ZodNullable ? inner.unwrap() : inner;
  return { min: number.minValue ?? -Infinity, max: number.maxValue ?? Infinity, whole: number.isInt };
}

/** The choices with their words, in order. */
export function choicesOf<T extends string>(decision: ChoiceDecision<T>): { value: T; label: string }[] {
  const { choices = {} } = wordsOf(decision);
  return decision.unwrap().options.map((value) => ({ value, label: choices[value] ?? value }));
}

/** The words of one choice. */
export function choiceWords<T extends string>(decision: ChoiceDecision<T>, value: T): string {
  return wordsOf(decision).choices?.[value] ?? value;
}
