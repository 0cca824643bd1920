import { LengthError, mmPerInch, parseLength } from './length.js';

/** A width and height in millimetres. */
export type SizeMm = { widthMm: number; heightMm: number };

/** A paper or canvas size that has a name. Sizes are upright (portrait). */
export type NamedFormat = SizeMm & { id: string; name: string; for: 'paper' | 'canvas' };

const iso = (series: 'A' | 'B', sizes: readonly (readonly [number, number])[]): NamedFormat[] =>
  sizes.map(([widthMm, heightMm], index) => ({
    id: `${series.toLowerCase()}${index}`,
    name: `${series}${index}`,
    widthMm,
    heightMm,
    for: 'paper',
  }));

const inches = (
  id: string,
  name: string,
  width: number,
  height: number,
  use: NamedFormat['for'],
): NamedFormat => ({
  id,
  name,
  widthMm: width * mmPerInch,
  heightMm: height * mmPerInch,
  for: use,
});

/** ISO 216 sizes are the rounded millimetres of the standard; inch sizes are exact. */
export const namedFormats: readonly NamedFormat[] = [
  ...iso('A', [
    [841, 1189],
    [594, 841],
    [420, 594],
    [297, 420],
    [210, 297],
    [148, 210],
    [105, 148],
  ]),
  ...iso('B', [
    [1000, 1414],
    [707, 1000],
    [500, 707],
    [353, 500],
    [250, 353],
    [176, 250],
    [125, 176],
  ]),
  inches('letter', 'Letter', 8.5, 11, 'paper'),
  inches('legal', 'Legal', 8.5, 14, 'paper'),
  inches('tabloid', 'Tabloid', 11, 17, 'paper'),
  ...(
    [
      [5, 7],
      [8, 10],
      [9, 12],
      [11, 14],
      [12, 16],
      [16, 20],
      [18, 24],
      [20, 24],
      [22, 30],
      [24, 36],
    ] as const
  ).map(([width, height]) =>
    inches(`${width}x${height}`, `${width} × ${height} in`, width, height, 'canvas'),
  ),
];

/** The named format with this id, in either case of letters, or undefined. */
export function findFormat(id: string): NamedFormat | undefined {
  const wanted = id.trim().toLowerCase();
  return namedFormats.find((format) => format.id === wanted);
}

/**
 * Reads a size: `300x240mm`, `30 × 24 cm`, `11 3/4x9 1/2in` or a named format such as `a4`.
 *
 * @returns width and height in mm, both over zero
 * @throws LengthError with a sentence that says what to write
 */
export function parseSize(text: string): SizeMm {
  const format = findFormat(text);
  if (format) return { widthMm: format.widthMm, heightMm: format.heightMm };
  const sides = text.split(/[x×]/i);
  if (sides.length !== 2) {
    throw new LengthError(`“${text}” is not a size. Write it like 300x240mm, 11 3/4x9 1/2in or a4.`);
  }
  const [width, height] = sides;
  const sharedUnit = /[a-z"'″”′’]+\s*$/i.exec(height)?.[0] ?? '';
  const hasUnit = /[a-z"'″”′’]\s*$/i.test(width);
  const widthMm = parseLength(hasUnit ? width : `${width}${sharedUnit}`);
  const heightMm = parseLength(height);
  if (!(widthMm > 0 && heightMm > 0)) throw new LengthError('Both sides of a size must be more than 0.');
  return { widthMm, heightMm };
}
