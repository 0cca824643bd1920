import { z } from 'zod';
import { drillIds, drills, type DrillId } from './drills/index.js';
import type { Practised } from './next-drill.js';
import { learnFromChoice, learnFromError, newSkill, thresholdOf, type Skill } from './skill.js';
import { answerSchema, tendenciesOf, type Answer, type Tendency } from './tendency.js';

/** An answer to a drill, as it is sent. */
export const drillAnswerSchema = answerSchema.extend({ drill: z.enum(drillIds) });
export type DrillAnswer = z.infer<typeof drillAnswerSchema>;

/** The same as it is kept. */
export const keptAnswerSchema = drillAnswerSchema.extend({ id: z.string() });
export type KeptAnswer = z.infer<typeof keptAnswerSchema>;

/** A skill after one more answer. */
export function learnFrom(skill: Skill, drill: DrillId, { error, level, right }: Answer): Skill {
  const { guess } = drills[drill];
  return guess === null ? learnFromError(skill, error) : learnFromChoice(skill, level, guess, right);
}

/** What is known of each drill from all answers, in the order they were given. */
export function practisedBy(answers: readonly DrillAnswer[]): Practised {
  const known: Partial<Record<DrillId, { skill: Skill; lastAt: string }>> = {};
  for (const answer of answers) {
    const before = known[answer.drill]?.skill ?? newSkill(drills[answer.drill].usual);
    known[answer.drill] = { skill: learnFrom(before, answer.drill, answer), lastAt: answer.at };
  }
  return known;
}

/** How a skill stood after a week. */
export type WeekOfSkill = { week: string; threshold: number; low: number; high: number };

const weekMs = 7 * 24 * 3600_000;

/** How a skill came along, week by week, those without an answer left out. */
export function weeksOf(drill: DrillId, answers: readonly DrillAnswer[]): WeekOfSkill[] {
  const weeks = new Map<number, Skill>();
  let skill = newSkill(drills[drill].usual);
  for (const answer of answers) {
    if (answer.drill !== drill) continue;
    skill = learnFrom(skill, drill, answer);
    weeks.set(Math.floor(Date.parse(answer.at) / weekMs), skill);
  }
  return [...weeks].map(([week, then]) => ({
    week: new Date(week * weekMs).toISOString().slice(0, 10),
    ...thresholdOf(then),
  }));
}

/** What the eye does consistently wrong at a kind of thing, with the words for it. */
export type SeenWrongly = Tendency & { drill: DrillId; says: string };

/** What the eye does consistently wrong in a drill, in words with its figure, the most certain first. */
export function seenWrongly(drill: DrillId, answers: readonly DrillAnswer[]): SeenWrongly[] {
  const { unit, guess, judged, wrong } = drills[drill];
  if (!wrong) return [];
  return tendenciesOf(answers.filter((answer) => answer.drill === drill)).map((tendency) => {
    const { kind, mean } = tendency;
    const figure = `${Math.abs(mean).toFixed(1)} ${guess === null ? unit : 'steps'}`;
    const says = `${judged(kind)}: ${figure.replace(' °', '°')} ${mean > 0 ? wrong[0] : wrong[1]}`;
    return { ...tendency, drill, says };
  });
}
