import { z } from 'zod';
import { schoolOf } from '../map/index.js';
import type { Note } from '../notes/index.js';
import type { WorkDecisions } from './work.js';

/** What two works can have in common for a lesson of one to be of use in the other. */
export const sharedTraits = ['series', 'surface', 'method', 'school'] as const;
export type SharedTrait = (typeof sharedTraits)[number];

const traitWords: Readonly<Record<SharedTrait, string>> = {
  series: 'of the same series',
  surface: 'on the same surface',
  method: 'by the same method',
  school: 'in the same school',
};
/** How much each says for a lesson being of use: a series is one subject, a surface and a method one craft. */
const traitWeights: Readonly<Record<SharedTrait, number>> = { series: 4, surface: 3, method: 3, school: 2 };

/** The traits of a work that lessons are matched by. */
export type LessonTraits = Readonly<Record<SharedTrait, string | null>>;

export function lessonTraitsOf({ fit, map, transfer, file }: WorkDecisions): LessonTraits {
  return {
    series: file.series.trim() === '' ? null : file.series.trim(),
    surface: fit.kind,
    method: transfer.method,
    school: schoolOf(map)?.id ?? null,
  };
}

/** A work with what was learned at it. */
export type Learned = {
  id: string;
  title: string;
  changedAt: string;
  nextTime: string;
  traits: LessonTraits;
};

/** A lesson that may be of use. */
export const lessonSchema = z.object({
  id: z.string(),
  says: z.string(),
  /** The work it was learned at. */
  from: z.string(),
  shares: z.array(z.enum(sharedTraits)),
});
export type Lesson = z.infer<typeof lessonSchema>;

/** More than this in a margin is not read. */
const maxLessons = 3;

/**
 * The lessons of other works that have something in common with one, those of most use first. The same words from
 * several works are said once.
 */
export function lessonsFor(traits: LessonTraits, learned: readonly Learned[]): Lesson[] {
  const said = new Set<string>();
  return learned
    .map((work) => ({
      work,
      shares: sharedTraits.filter((t) => traits[t] !== null && traits[t] === work.traits[t]),
    }))
    .filter(({ shares }) => shares.length > 0)
    .map((each) => ({ ...each, use: each.shares.reduce((sum, trait) => sum + traitWeights[trait], 0) }))
    .sort((a, b) => b.use - a.use || b.work.changedAt.localeCompare(a.work.changedAt))
    .flatMap(({ work, shares }) =>
      linesOf(work.nextTime).flatMap((says, k) => {
        const key = says.toLowerCase();
        if (said.has(key)) return [];
        said.add(key);
        return [{ id: `lesson-${work.id}-${k}`, says, from: work.title, shares }];
      }),
    );
}

/** One lesson a line. */
const linesOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

/**
 * Lessons as they stand in the margin of a station.
 *
 * @param of the traits that matter at the station
 */
export function lessonNotes(lessons: readonly Lesson[], of: readonly SharedTrait[]): Note<never>[] {
  return lessons
    .filter(({ shares }) => shares.some((trait) => of.includes(trait)))
    .slice(0, maxLessons)
    .map(({ id, says, from, shares }) => ({
      id,
      weight: 'watch',
      says: `You wrote at “${from}”: ${says}`,
      why: `That work was ${shares.map((trait) => traitWords[trait]).join(' and ')}. Set it aside when it does not apply here.`,
      ways: [],
    }));
}
