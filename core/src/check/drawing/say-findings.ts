import {
  counted,
  formatDegrees,
  formatLength,
  formatNumber,
  type LengthUnit,
  type SizeMm,
} from '../../units/index.js';

/** A shift, turn and scale as it is said: `dx` > 0 is too far right, `dy` > 0 too low. */
export type SaidMove = { dx: number; dy: number; scale: number; angleDeg: number };

/** Less than this is not said, mm. */
const minSaidMm = 0.3;
const minSaidScale = 0.008;
const minSaidDeg = 0.4;

/** Beside a shift so much larger the other way is not worth a word. */
const minSaidShare = 0.2;

/** What is wrong with a move, as the end of a sentence: `3.2 mm too far right and 6 % too small`; empty when nothing is. */
export function sayMove({ dx, dy, scale, angleDeg }: SaidMove, unit: LengthUnit): string {
  const says: string[] = [];
  const least = Math.max(minSaidMm, minSaidShare * Math.max(Math.abs(dx), Math.abs(dy)));
  if (Math.abs(dx) >= least)
    says.push(`${formatLength(Math.abs(dx), unit)} too far ${dx > 0 ? 'right' : 'left'}`);
  if (Math.abs(dy) >= least) says.push(`${formatLength(Math.abs(dy), unit)} too ${dy > 0 ? 'low' : 'high'}`);
  if (Math.abs(scale - 1) >= minSaidScale)
    says.push(`${formatNumber(100 * Math.abs(scale - 1), 1)} % too ${scale > 1 ? 'large' : 'small'}`);
  if (Math.abs(angleDeg) >= minSaidDeg)
    says.push(
      `turned ${formatDegrees((Math.abs(angleDeg) * Math.PI) / 180, 1)} ${angleDeg > 0 ? 'clockwise' : 'anticlockwise'}`,
    );
  return listed(says);
}

/** Where a place lies on a surface: `upper left`, `middle`, `lower right`. */
export function sayPlace(x: number, y: number, { widthMm, heightMm }: SizeMm): string {
  const third = (at: number, of: number) => Math.min(2, Math.max(0, Math.floor((3 * at) / of)));
  const row = ['upper', '', 'lower'][third(y, heightMm)] ?? '';
  const column = ['left', '', 'right'][third(x, widthMm)] ?? '';
  if (row === '' && column === '') return 'middle';
  if (column === '') return `${row} middle`;
  return row === '' ? `middle ${column}` : `${row} ${column}`;
}

/**
 * A part that was drawn wrongly, as a sentence.
 *
 * @param where it lies, as the end of a sentence
 */
export function sayPart(lines: number, where: string, move: SaidMove, unit: LengthUnit): string {
  const what = lines === 1 ? `The line ${where}` : `The ${counted(lines, 'line')} ${where}`;
  const says = sayMove(move, unit);
  return says === '' ? `${what}: bent away from its course.` : `${what}: ${says}.`;
}

/** The same as the end of a sentence: `at upper left`, `in the middle`. */
export const inPlace = (place: string): string => (place === 'middle' ? 'in the middle' : `at ${place}`);

function listed(words: readonly string[]): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
