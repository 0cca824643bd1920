import type { Surface } from '../../fit/index.js';
import type { Hand } from '../order/palm.js';
import type { OrderSchool } from '../order/schools.js';
import { cautions, type CautionId } from './cautions.js';

export const phases = ['Prepare', 'Trace', 'Finish'] as const;
export type Phase = (typeof phases)[number];

/** One step of a transfer, with its reason, and a caution where the work can hurt someone or spoil the surface. */
export type TransferStep = { id: string; phase: Phase; title: string; why: string; caution?: string };

/** What goes over the lines. */
export const mediums = ['pale-washes', 'deep-washes', 'opaque', 'pastel', 'ink'] as const;
export type Medium = (typeof mediums)[number];

/** What steps follow from. */
export type Circumstances = Omit<Surface, 'name'> & {
  medium: Medium;
  hand: Hand;
  school: OrderSchool;
  /** Printed sheets to join: whether there is more than one. */
  joined: boolean;
  /** Longer than a table is deep, so that it is worked on in sections. */
  large: boolean;
};

/** A longer side from which a work is large: what an arm spans without moving along, mm. */
export const largeFromMm = 700;

/** When a step applies: every circumstance named is so, or is one of those named. */
export type When = { [K in keyof Circumstances]?: Circumstances[K] | readonly Circumstances[K][] };

/**
 * A step as data. Of those with one id the first that applies is taken; one without `when` always applies.
 * `{from}`, `{hand}`, `{sheets}` and `{bars}` stand for the side worked from, the drawing hand, the number of sheets
 * and the lengths of the check bars.
 */
export type StepRule = {
  id: string;
  phase: Phase;
  title: string;
  why: string;
  caution?: CautionId;
  when?: When;
};

/** Whether a rule applies. */
export function applies(when: When | undefined, circumstances: Circumstances): boolean {
  return Object.entries(when ?? {}).every(([key, wanted]) => {
    const is: unknown = Object.entries(circumstances).find(([name]) => name === key)?.[1];
    return Array.isArray(wanted) ? wanted.includes(is) : wanted === is;
  });
}

/** The steps that apply, in the order of the rules, with their words filled in. */
export function stepsFor(
  rules: readonly StepRule[],
  circumstances: Circumstances,
  words: Readonly<Record<string, string>>,
): TransferStep[] {
  const taken = new Set<string>();
  const fill = (text: string) => text.replace(/\{(\w+)\}/g, (whole, name: string) => words[name] ?? whole);
  return rules.flatMap(({ id, phase, title, why, caution, when }) => {
    if (taken.has(id) || !applies(when, circumstances)) return [];
    taken.add(id);
    return [
      { id, phase, title: fill(title), why: fill(why), ...(caution ? { caution: cautions[caution] } : {}) },
    ];
  });
}
