import { z } from 'zod';
import { stripPoints, stripPressures } from '../../sheets/index.js';

/** What one mark of the strip showed. */
const markSchema = z.object({
  shows: z.boolean().default(false),
  dents: z.boolean().default(false),
  underWash: z.boolean().default(false),
});

/** What the strip's marks showed: for each point, for each pressure, lightest first. */
export const pressureSchema = z
  .array(z.array(markSchema).length(stripPressures.length))
  .length(stripPoints.length)
  .nullable();
export type PressureStrip = NonNullable<z.infer<typeof pressureSchema>>;

/** A strip of which nothing was said yet. */
export const emptyStrip = (): PressureStrip =>
  stripPoints.map(() => stripPressures.map(() => ({ shows: false, dents: false, underWash: false })));

/** Grades of graphite, hardest first. */
export const grades = ['2H', 'H', 'HB', 'B', '2B', '4B', '6B'] as const;
export type Grade = (typeof grades)[number];

/** From this pressure on, by its number, a hand tires: “firm”. */
const tiringPressure = 3;

/**
 * Which grade to take instead, by the strip, as a sentence; null where the one that was tried is right. A softer one marks
 * with less pressure, and smears more.
 */
export function gradeBy(tried: Grade, { use }: Pick<PressureChoice, 'use'>): string | null {
  const k = grades.indexOf(tried);
  const softer = grades[Math.min(grades.length - 1, k + (use === null ? 2 : 1))];
  if ((use === null || use.pressure >= tiringPressure) && softer !== tried)
    return `Take ${softer} instead of ${tried}: it marks with less pressure.`;
  if (use?.pressure === 0 && k > 0)
    return `${grades[k - 1]} may do as well as ${tried}: it smears less, and even a feather marks.`;
  return null;
}

/** What to use, by the strip. */
export type PressureChoice = {
  /** The point and the pressure, by their numbers; null when none will do. */
  use: { point: number; pressure: number } | null;
  says: string;
};

/**
 * The lightest pressure that shows, that still shows under the first wash, and that does not dent; of both points the
 * one that leaves more room below the first dent.
 *
 * @param underWash whether the lines are to be painted over with something they must show through
 */
export function choosePressure(strip: PressureStrip, underWash: boolean): PressureChoice {
  const does = (mark: PressureStrip[number][number]) => mark.shows && (!underWash || mark.underWash);
  const tried = strip.flatMap((marks, point) => {
    const first = marks.findIndex(does);
    const dent = marks.findIndex(({ dents }) => dents);
    const firstDent = dent < 0 ? marks.length : dent;
    return first >= 0 && first < firstDent ? [{ point, pressure: first, room: firstDent - first }] : [];
  });
  const [best] = tried.sort((a, b) => b.room - a.room || a.pressure - b.pressure);
  if (best)
    return {
      use: { point: best.point, pressure: best.pressure },
      says: `Use ${stripPoints[best.point]}, ${stripPressures[best.pressure]} (row ${best.pressure + 1}): it shows${underWash ? ' under the wash too' : ''} and does not dent${best.room === 1 ? ', but the next one does: keep to it' : ''}.`,
    };
  const anyShows = strip.flat().some(does);
  return {
    use: null,
    says: anyShows
      ? 'What shows dents: take a softer backing or a fresh sheet, or a method without pressure.'
      : strip.flat().some(({ shows }) => shows)
        ? 'Nothing shows under the wash: take a darker sheet or grade, or lighten less.'
        : 'Nothing shows: is the coated side down? Take a fresh sheet or a softer grade.',
  };
}
