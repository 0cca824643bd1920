import { DocumentError } from './read-document.js';
import type { LineKind, MapDocument, MapLine } from './map-document.js';

/** A line of a drawing made elsewhere, mm from the top left. */
export type BroughtLine = {
  points: [number, number][];
  closed: boolean;
  kind?: LineKind;
  edge?: MapLine['edge'];
};

/** A drawing made elsewhere as a map, and what of it was passed over. */
export type Brought = { map: MapDocument; says: string[] };

/** A drawing of more points than this is no drawing a hand could trace. */
export const maxBroughtPoints = 500_000;

/** Two points closer than this are one, mm. */
const sameMm = 1e-4;

/**
 * Makes a map of lines. They are `detail` lines unless they say what they are.
 *
 * @throws DocumentError when there is no line, or more than a hand could trace
 */
export function linesAsMap(
  lines: readonly BroughtLine[],
  size: { width: number; height: number },
  says: readonly string[],
): Brought {
  let count = 0;
  const kept = lines.flatMap((line): BroughtLine[] => {
    const points = line.points.filter(([x, y], i) => {
      if (!Number.isFinite(x) || !Number.isFinite(y))
        throw new DocumentError('The drawing has a line that leads nowhere: a number in it cannot be read.');
      const before = line.points[i - 1];
      return !before || Math.hypot(x - before[0], y - before[1]) > sameMm;
    });
    const first = points[0];
    const last = points[points.length - 1];
    const returns = points.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) <= sameMm;
    if (returns) points.pop();
    count += points.length;
    checkPoints(count);
    return points.length >= 2 ? [{ ...line, points, closed: line.closed || returns }] : [];
  });
  if (kept.length === 0) throw new DocumentError('There is no line in this drawing that could be traced.');
  const { width, height } = size;
  if (!(width > 0 && height > 0 && width <= 20_000 && height <= 20_000))
    throw new DocumentError('The drawing has no size that can be: set its width and height, up to 20 m.');
  const round = (value: number) => Math.round(value * 1e4) / 1e4;
  return {
    says: [...says],
    map: {
      format: 'nobrel-map',
      version: 1,
      units: 'mm',
      surface: { width: round(width), height: round(height) },
      frame: { x: 0, y: 0, width: round(width), height: round(height) },
      values: [],
      shapes: [],
      lines: kept.map(({ points, closed, kind = 'detail', edge = 'hard' }, i) => ({
        id: `d${i + 1}`,
        kind,
        edge,
        contrast: 0,
        softness: 0,
        weight: 0.5,
        closed,
        points: points.map(([x, y]): [number, number] => [round(x), round(y)]),
        left: null,
        right: null,
      })),
      settings: {},
    },
  };
}

/** @throws DocumentError when there are too many */
export function checkPoints(count: number): void {
  if (count <= maxBroughtPoints) return;
  throw new DocumentError(
    `The drawing has more than ${maxBroughtPoints / 1000} thousand points, too many to trace: simplify it where it was made.`,
  );
}
