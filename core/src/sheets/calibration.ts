import { z } from 'zod';
import { stepLength } from '../geometry/index.js';
import type { SizeMm } from '../units/index.js';
import type { Affine } from './page/page.js';

/**
 * What a printer does to lengths on its page as displayed: x′ = scaleX·x + shear·y, y′ = scaleY·y, from the
 * top-left corner. 1, 1 and 0 for a true one. Where it begins on the paper does not matter: sheets are joined on
 * their marks.
 */
export type PrinterBend = { scaleX: number; scaleY: number; shear: number };

export const truePrinter: PrinterBend = { scaleX: 1, scaleY: 1, shear: 0 };

/** What a ruler says of the calibration sheet, mm. */
export type CalibrationMeasures = {
  /** Between the crosses along the top and along the left side. */
  acrossMm: number;
  downMm: number;
  /** From top left to bottom right, and from top right to bottom left; null when they were not measured. */
  fallingMm: number | null;
  risingMm: number | null;
};

/** A printer's calibration on one paper, kept by name. */
export const calibrationSchema = z.object({
  id: z.string(),
  name: z.string().trim().min(1, 'A calibration needs a name, such as the printer and the paper.').max(80),
  madeAt: z.iso.datetime(),
  scaleX: z.number().min(0.8).max(1.25),
  scaleY: z.number().min(0.8).max(1.25),
  shear: z.number().min(-0.1).max(0.1),
});
export type Calibration = z.infer<typeof calibrationSchema>;

/** A printer that is further out than this was measured wrongly or printed “to fit”. */
const maxOff = 0.06;

/** Diagonals that differ by more than this share are a slip of the ruler. */
const maxShear = 0.03;

/**
 * Reads a printer's faults off what the ruler says. The four crosses span a parallelogram: its sides give the
 * scales, the difference of its diagonals the shear (d₁² − d₂² = 4·a·b for the diagonals a + b and a − b).
 *
 * @param drawn distance of the crosses on the sheet, mm
 * @returns the faults, or the sentence that says which measure cannot be
 */
export function bendFrom(drawn: SizeMm, measures: CalibrationMeasures): PrinterBend | string {
  const { acrossMm, downMm, fallingMm, risingMm } = measures;
  const scaleX = acrossMm / drawn.widthMm;
  const slanted = downMm / drawn.heightMm;
  if (!(Math.abs(scaleX - 1) <= maxOff)) return wrong('along the top', drawn.widthMm);
  if (!(Math.abs(slanted - 1) <= maxOff)) return wrong('down the left side', drawn.heightMm);
  if (fallingMm === null || risingMm === null) return { scaleX, scaleY: slanted, shear: 0 };
  const diagonal = stepLength(drawn.widthMm, drawn.heightMm);
  if (!(Math.abs(fallingMm / diagonal - 1) <= maxOff + maxShear))
    return wrong('from top left to bottom right', diagonal);
  if (!(Math.abs(risingMm / diagonal - 1) <= maxOff + maxShear))
    return wrong('from top right to bottom left', diagonal);
  const leaning = (fallingMm ** 2 - risingMm ** 2) / (4 * acrossMm);
  if (Math.abs(leaning) > maxShear * downMm)
    return 'The two diagonals differ too much for any printer: measure both once more, cross to cross.';
  return {
    scaleX,
    scaleY: Math.sqrt(downMm ** 2 - leaning ** 2) / drawn.heightMm,
    shear: leaning / drawn.heightMm,
  };
}

function wrong(where: string, drawnMm: number): string {
  return `The distance ${where} should be near ${Math.round(drawnMm * 10) / 10} mm: measure once more, and print at 100 %, not “to fit”.`;
}

/** How far the four crosses on a printed sheet are out at worst, mm. */
export function worstOffMm(drawn: SizeMm, { scaleX, scaleY, shear }: PrinterBend): number {
  const x = Math.abs(scaleX - 1) * drawn.widthMm + Math.abs(shear) * drawn.heightMm;
  return stepLength(x, (scaleY - 1) * drawn.heightMm);
}

/** What comes out on paper, upright and square, of the room a printer has in its file. */
export function trueRoom({ widthMm, heightMm }: SizeMm, { scaleX, scaleY, shear }: PrinterBend): SizeMm {
  const height = heightMm * scaleY;
  // A slanting printer needs the room beside that its slant is made good with.
  return { widthMm: (widthMm - Math.abs(shear / scaleX) * heightMm) * scaleX, heightMm: height };
}

/** From true mm, counted from the corner of the room, to mm in the file: the printer's faults turned round. */
export function filePlace(room: SizeMm, { scaleX, scaleY, shear }: PrinterBend, marginMm: number): Affine {
  const a = 1 / scaleX;
  const b = -shear / (scaleX * scaleY);
  return { a, b, c: marginMm + Math.max(0, -b) * room.heightMm, d: 0, e: 1 / scaleY, f: marginMm };
}
