import { Option, type Command } from 'commander';
import type { z } from 'zod';
import {
  choicesOf,
  decisionsIn,
  initialWords,
  isChoice,
  isNumber,
  limitsOf,
  withValueAt,
  type Limits,
  type PlacedDecision,
} from '@nobrel/core/decisions';
import { LengthError, parseSize, type SizeMm } from '@nobrel/core/units';
import { Fault } from '../faults.js';

/** What was asked for on the command line cannot be done; the message is one line that says how to mend it. */
export function badArgument(message: string): Fault {
  return new Fault(400, 'bad-argument', message);
}

/** Does what may fail for what was brought in: such a failure is told as bad input, by its own words. */
export function asBadInput<T>(kind: new (...words: never[]) => Error, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof kind) throw badArgument(error.message);
    throw error;
  }
}

/** Reads a number between two limits. */
const readNumber =
  (flag: string, { min, max, whole }: Limits) =>
  (text: string): number => {
    const value = Number(text);
    if (
      text.trim() === '' ||
      !Number.isFinite(value) ||
      value < min ||
      value > max ||
      (whole && !Number.isInteger(value))
    ) {
      const kind = whole ? 'a whole number' : 'a number';
      throw badArgument(`${flag} takes ${kind} from ${min} to ${max}, not “${text}”.`);
    }
    return value;
  };

/** An option that takes a number between two limits, and is no decision of a work. */
export function numberOption(
  flags: string,
  description: string,
  { initial, ...limits }: Partial<Limits> & { min: number; max: number; initial?: number },
): Option {
  const option = new Option(flags, description).argParser(
    readNumber(flags.split(' ')[0] ?? flags, { whole: false, ...limits }),
  );
  return initial === undefined ? option : option.default(initial);
}

/** The size of what a simulated camera takes. */
export const megapixelsOption = (): Option =>
  numberOption('--megapixels <n>', 'size of the photograph', { min: 0.3, max: 24, initial: 12 });

/** What the chance of a stand-in begins from: the same number gives the same again. */
export const seedOption = (description: string): Option =>
  numberOption('--seed <n>', description, { min: 0, max: 1e9, whole: true, initial: 1 });

/**
 * Reads a size, such as a4 or 300x450mm.
 *
 * @throws Fault naming the flag
 */
export function readSize(text: string, flag: string): SizeMm {
  try {
    return parseSize(text);
  } catch (error) {
    if (error instanceof LengthError) throw badArgument(`${flag}: ${error.message}`);
    throw error;
  }
}

const unitWords = (unit = 'n') => unit.split(' ')[0] ?? unit;

/** The option of a decision: its limits, choices, words and what it begins as come from its table. */
function optionOf({ decision, words: { flag = '', help, unit } }: PlacedDecision): Option {
  const usually = `${help} (usually ${initialWords(decision)})`;
  if (isNumber(decision)) {
    const placeholder = unit === 'length' ? 'mm' : unitWords(unit);
    return new Option(`${flag} <${placeholder}>`, usually).argParser(readNumber(flag, limitsOf(decision)));
  }
  if (isChoice(decision))
    return new Option(`${flag} <choice>`, usually).choices(choicesOf(decision).map(({ value }) => value));
  return new Option(flag, help);
}

/** Adds an option for every decision of a station that has one. */
export function addDecisionOptions(command: Command, table: z.ZodType): Command {
  for (const placed of decisionsIn(table)) if (placed.words.flag) command.addOption(optionOf(placed));
  return command;
}

/** The decisions that were asked for, as they stand in the station's table; parse them by it. */
export function readDecisionOptions(
  table: z.ZodType,
  options: Readonly<Record<string, unknown>>,
  base: object = {},
): unknown {
  let asked: unknown = base;
  for (const placed of decisionsIn(table)) {
    if (!placed.words.flag) continue;
    const value = options[optionOf(placed).attributeName()];
    if (value !== undefined) asked = withValueAt(asked, placed.path, value);
  }
  return asked;
}

/** Parses what was asked for by the station's own table, and says what is wrong in one line. */
export function parseDecisions<T>(table: z.ZodType<T>, asked: unknown): T {
  const parsed = table.safeParse(asked);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw badArgument(
    issue ? `${issue.path.length > 0 ? `${issue.path.join('.')}: ` : ''}${issue.message}` : 'Not understood.',
  );
}
