/** How dark a line is drawn, faintest first. */
export const lineStrengths = ['faint', 'middling', 'firm'] as const;
export type LineStrength = (typeof lineStrengths)[number];

/**
 * How far a line of each strength differs from its ground, in CIE L\*: a sharp H pencil hardly pressed, HB as in writing,
 * and a B pressed. They are orders of size; what counts is that each is about twice the one before.
 */
export const strengthContrast: Readonly<Record<LineStrength, number>> = {
  faint: 4.5,
  middling: 10,
  firm: 22,
};

/** How strengths are told apart on paper and screen, without colour: lengths of dash and gap, mm, and in words. */
export const strengthDashes: Readonly<
  Record<LineStrength, { dashMm: readonly [number, number] | null; says: string }>
> = {
  faint: { dashMm: [1.4, 1.4], says: 'short dashes' },
  middling: { dashMm: [5, 1.2], says: 'long dashes' },
  firm: { dashMm: null, says: 'whole' },
};

/** The key to the dashes, in words. */
export const strengthKey = lineStrengths.map((id) => `${strengthDashes[id].says}: ${id}`).join(', ');

/** How dark the lines of a map are to be drawn for what is painted over them, and where that is written. */
export type StrengthPlan = {
  /** By the line's id. */
  lines: ReadonlyMap<string, LineStrength>;
  /** A word in each roomy region, mm on the surface. */
  words: readonly { x: number; y: number; sizeMm: number; word: LineStrength }[];
};
