/** What is photographed and held against the map. */
export const checkSubjects = ['drawing', 'transfer', 'under-way'] as const;
export type CheckSubject = (typeof checkSubjects)[number];

/** What the lines are to be covered by. */
export const covers = ['nothing', 'pale', 'deep', 'opaque'] as const;
export type Cover = (typeof covers)[number];

/**
 * How much darker than the paper a line may be for the paint to take it in, L\*. A wash lets a line's contrast through
 * nearly whole, so that it must be as faint as the eye forgives in a light tone; a deep wash leaves about half of it; an
 * opaque layer covers it, but for graphite so heavy that it lifts into the paint. Judgement, not measurement: a strip of
 * lines under one's own paint tells better.
 */
export const maxDarkness: Readonly<Record<Cover, number>> = {
  nothing: Infinity,
  pale: 22,
  deep: 38,
  opaque: 62,
};
