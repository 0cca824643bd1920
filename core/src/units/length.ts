/** The units a painter can work in. Inside the program every length is in millimetres. */
export const lengthUnits = ['mm', 'cm', 'in'] as const;
export type LengthUnit = (typeof lengthUnits)[number];

export const mmPerInch = 25.4;

/** Millimetres in one of each unit that may be typed. */
const typedUnitsMm: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: mmPerInch,
  ins: mmPerInch,
  inch: mmPerInch,
  inches: mmPerInch,
  '"': mmPerInch,
  ft: 12 * mmPerInch,
  foot: 12 * mmPerInch,
  feet: 12 * mmPerInch,
  "'": 12 * mmPerInch,
};

/** What was typed is not a length. The message is fit to be shown beside the input. */
export class LengthError extends Error {
  override name = 'LengthError';
}

const number = String.raw`\d+(?:[.,]\d+)?`;
const amountPattern = String.raw`(?:(${number})\s+)?(\d+)\s*\/\s*(\d+)|(${number})`;
const partPattern = new RegExp(String.raw`^\s*(?:${amountPattern})\s*([a-z"']*)\.?\s*`, 'i');

const vulgarFractions: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** Brings primes, curly quotes and vulgar fractions to plain characters. */
function plain(text: string): string {
  return text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (fraction) => ` ${vulgarFractions[fraction]}`)
    .replace(/″|”|“|''/g, '"')
    .replace(/′|’|‘/g, "'")
    .trim();
}

/**
 * Reads a length in any usual way of writing it: `30 cm`, `11 3/4"`, `11,75 in`, `1 ft 2 in`, `30`.
 *
 * @param text what was typed
 * @param unitIfNone the unit of a bare number
 * @returns the length in mm, zero or more
 * @throws LengthError with a sentence for the person who typed it
 */
export function parseLength(text: string, unitIfNone: LengthUnit = 'mm'): number {
  let rest = plain(text);
  if (rest === '') throw new LengthError('Type a length, such as 30 cm or 11 3/4 in.');
  if (rest.startsWith('-')) throw new LengthError('A length cannot be negative. Enter 0 or more.');
  let totalMm = 0;
  let smallestUnitMm = Infinity;
  while (rest !== '') {
    const match = partPattern.exec(rest);
    if (!match) throw unreadable(text);
    const unitMm = match[5] === '' ? typedUnitsMm[unitIfNone] : typedUnitsMm[match[5].toLowerCase()];
    if (unitMm === undefined) {
      throw new LengthError(`“${match[5]}” is not a unit known here. Use mm, cm, m, in or ft.`);
    }
    // Feet before inches; the same unit twice, or a bare number after a unit, is a slip.
    if (unitMm >= smallestUnitMm || (smallestUnitMm < Infinity && match[5] === '')) throw unreadable(text);
    smallestUnitMm = unitMm;
    totalMm += amount(match, text) * unitMm;
    rest = rest.slice(match[0].length);
  }
  return totalMm;
}

function amount(match: RegExpExecArray, text: string): number {
  const decimal = (digits: string) => Number(digits.replace(',', '.'));
  if (match[4] !== undefined) return decimal(match[4]);
  const denominator = Number(match[3]);
  if (denominator === 0) throw unreadable(text);
  return (match[1] === undefined ? 0 : decimal(match[1])) + Number(match[2]) / denominator;
}

function unreadable(text: string): LengthError {
  return new LengthError(`“${text.trim()}” is not a length. Write it like 30 cm, 300 mm or 11 3/4 in.`);
}

/** An inch length split into whole inches and a fraction in lowest terms. */
function inchFraction(inches: number, finest: number): string {
  const parts = Math.round(inches * finest);
  const whole = Math.floor(parts / finest);
  let top = parts - whole * finest;
  let bottom = finest;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return String(whole);
  return whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
}

/**
 * Prints a length without its unit: tenths of a millimetre, hundredths of a centimetre, sixteenths of an
 * inch, trailing zeros left off.
 */
export function formatBareLength(lengthMm: number, unit: LengthUnit): string {
  const sign = lengthMm < 0 ? '−' : '';
  const size = Math.abs(lengthMm);
  switch (unit) {
    case 'mm':
      return sign + String(Math.round(size * 10) / 10);
    case 'cm':
      return sign + String(Math.round(size * 10) / 100);
    case 'in':
      return sign + inchFraction(size / mmPerInch, 16);
  }
}

/** Prints a length in inches to a fraction of the reader's choice, such as `11 3/4 in`. */
export function formatInches(lengthMm: number, finest: number): string {
  return `${lengthMm < 0 ? '−' : ''}${inchFraction(Math.abs(lengthMm) / mmPerInch, finest)} in`;
}

/** Prints a length with its unit, such as `300 mm`, `30 cm` or `11 3/4 in`. */
export function formatLength(lengthMm: number, unit: LengthUnit): string {
  return `${formatBareLength(lengthMm, unit)} ${unit}`;
}

/** Prints a width and height with one unit, such as `300 × 240 mm`. */
export function formatSize(widthMm: number, heightMm: number, unit: LengthUnit): string {
  return `${formatBareLength(widthMm, unit)} × ${formatBareLength(heightMm, unit)} ${unit}`;
}
