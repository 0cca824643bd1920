import { z } from 'zod';
import {
  choicesOf,
  isChoice,
  isDecision,
  isNumber,
  limitsOf,
  wordsOf,
  type Decision,
  type DecisionWords,
} from './decision.js';

/** Where a decision stands in a station's decisions: its name, or those of its group and itself. */
export type DecisionPath<T> = {
  [K in keyof T & string]: T[K] extends Record<string, unknown> ? `${K}.${keyof T[K] & string}` : K;
}[keyof T & string];

/** A decision of a station with the names that lead to it, such as `['pricking', 'minMm']`. */
export type PlacedDecision = { path: readonly string[]; decision: Decision; words: DecisionWords };

/** Every decision of a station's table, groups opened, in order; what has no words is left out. */
export function decisionsIn(table: z.ZodType, path: readonly string[] = []): PlacedDecision[] {
  const inner = table instanceof z.ZodPrefault ? table.unwrap() : table;
  if (!(inner instanceof z.ZodObject)) return [];
  return Object.entries(inner.shape).flatMap(([name, schema]): PlacedDecision[] => {
    const own = [...path, name];
    if (!(schema instanceof z.ZodType)) return [];
    if (isDecision(schema)) return [{ path: own, decision: schema, words: wordsOf(schema) }];
    return decisionsIn(schema, own);
  });
}

/**
 * The decision that stands at a path of a station's table.
 *
 * @throws Error when there is none: a mistake in the program
 */
export function decisionAt(table: z.ZodType, at: string): PlacedDecision {
  const path = at.split('.');
  const schema = path.reduce<z.ZodType | null>((group, name) => {
    const inner = group instanceof z.ZodPrefault ? group.unwrap() : group;
    const part: unknown = inner instanceof z.ZodObject ? inner.shape[name] : null;
    return part instanceof z.ZodType ? part : null;
  }, table);
  if (!schema || !isDecision(schema)) throw new Error(`There is no decision ${at}.`);
  return { path, decision: schema, words: wordsOf(schema) };
}

type Tree = Readonly<Record<string, unknown>>;
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null;

/** What stands at a path of a station's decisions. */
export function valueAt(values: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((inner, name) => (isTree(inner) ? inner[name] : undefined), values);
}

/** The decisions with another value at a path; parse them by the station's table. */
export function withValueAt(values: unknown, [name, ...rest]: readonly string[], value: unknown): unknown {
  if (name === undefined) return value;
  const tree = isTree(values) ? values : {};
  return { ...tree, [name]: withValueAt(tree[name], rest, value) };
}

/** The values a decision takes, as they are written on the command line: “0 to 100” or “a, b, c”. */
export function rangeWords(decision: Decision): string {
  if (isNumber(decision)) {
    const { min, max, whole } = limitsOf(decision);
    const { none } = wordsOf(decision);
    return `${whole ? 'whole, ' : ''}${min} to ${max}${none === undefined ? '' : `, or ${none}`}`;
  }
  if (isChoice(decision))
    return choicesOf(decision)
      .map(({ value }) => value)
      .join(', ');
  return 'yes or no';
}

/** What a decision begins with, as it is written on the command line. */
export function initialWords(decision: Decision): string {
  const initial = decision.parse(undefined);
  if (typeof initial === 'boolean') return initial ? 'yes' : 'no';
  return initial === null ? (wordsOf(decision).none ?? 'none') : String(initial);
}

/** The decisions of a station as a table in Markdown. */
export function decisionTable(table: z.ZodType): string {
  const rows = decisionsIn(table).map(({ decision, words: { label, help, flag, unit } }) => [
    label,
    help,
    unit === undefined ? '' : unit === 'length' ? 'mm' : unit,
    rangeWords(decision),
    initialWords(decision),
    flag ? `\`${flag}\`` : '',
  ]);
  return markdownTable(['decision', 'what it does', 'unit', 'takes', 'begins as', 'option'], rows);
}

/** A table in Markdown. */
export function markdownTable(head: readonly string[], rows: readonly (readonly string[])[]): string {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  return [line(head), line(head.map(() => '---')), ...rows.map(line)].join('\n');
}
