/** How urgent a note is: something to fix, something to keep an eye on, or a plain statement. */
export type NoteWeight = 'fix' | 'watch' | 'plain';

/** A way out that a note offers: its words, and the decisions it would change. */
export type Way<Change> = { label: string; change: Change };

/** What the program measured and judged, fit to stand in the margin. */
export type Note<Change> = {
  /** Stays the same while the figures change, so that a note can be set aside. */
  id: string;
  weight: NoteWeight;
  /** One sentence with the figure. */
  says: string;
  /** Why it matters. */
  why: string;
  ways: Way<Change>[];
  /** Where it applies, as shares of the picture's sides; shown on the leaves while the note is pointed at. */
  places?: readonly Place[];
};

/** Part of a picture, as shares of its sides. */
export type Place = { x: number; y: number; width: number; height: number };

const order: readonly NoteWeight[] = ['fix', 'watch', 'plain'];

/** The same notes, worst first. */
export function worstFirst<Change>(notes: readonly Note<Change>[]): Note<Change>[] {
  return [...notes].sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight));
}
