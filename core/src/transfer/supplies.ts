/** Kinds of supplies that are kept a count of. */
export const supplyKindIds = [
  'transfer-sheet',
  'print-paper',
  'paper',
  'film',
  'stick',
  'pencil',
  'pounce',
  'tape',
  'fixative',
] as const;
export type SupplyKind = (typeof supplyKindIds)[number];

/**
 * What a method uses up, as amounts: for the whole, and by the metre of line, the m² of the surface, the printed sheet,
 * and as much line as a transfer sheet marks.
 */
export type Supply = {
  words: string;
  /** What is counted for it; left out where nothing is bought. */
  kind?: SupplyKind;
  /** It is one piece as large as the surface, whatever its amount is said in. */
  asSurface?: true;
  each?: number;
  perMetre?: number;
  perM2?: number;
  perSheet?: number;
  perSheetLife?: number;
};

/** What amounts follow from. */
export type SupplyMeasures = { metres: number; areaM2: number; sheets: number; sheetLifeMetres: number };

/**
 * How much of a supply a work takes.
 *
 * @param measures metres of line, area of the surface in m², sheets printed to be traced from, and the metres of line a
 * transfer sheet marks
 */
export function amountOf(
  { each = 0, perMetre = 0, perM2 = 0, perSheet = 0, perSheetLife = 0 }: Supply,
  { metres, areaM2, sheets, sheetLifeMetres }: SupplyMeasures,
): number {
  return (
    each + perMetre * metres + perM2 * areaM2 + perSheet * sheets + (perSheetLife * metres) / sheetLifeMetres
  );
}

/** Supplies with their amounts, as words: “2 printed sheets”, “0.1 transfer sheets”. */
export function supplyWords(supplies: readonly Supply[], measures: SupplyMeasures): string[] {
  return supplies.map((supply) => {
    const amount = amountOf(supply, measures);
    const figure = amount >= 10 ? Math.ceil(amount) : Math.max(0.1, Math.round(amount * 10) / 10);
    return `${figure} ${supply.words}`;
  });
}
