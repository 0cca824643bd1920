import { isTraced, type MapLine } from '../../documents/index.js';
import { endPlacesOf } from './line-ends.js';
import { pencilStrokesOf, strokeLengthMm } from './pencil-strokes.js';

/**
 * A link between two places where lines meet is not drawn when it is shorter than this, mm: no place on it is further
 * than 0.8 mm from a line that is, which a point of half a millimetre closes.
 */
const minLinkMm = 1.6;

/**
 * Leaves out short links: strokes of their own between two places where at least two other lines meet, such as the neck
 * where two things touch. A hand would set the pencil down for each. What goes on straight into other lines stays, and
 * so does what the painter drew or holds.
 *
 * @returns the same lines in the same order; those left out carry `kept: false` and why
 */
export function withoutShortLinks(lines: readonly MapLine[]): MapLine[] {
  const traced = lines.filter(isTraced);
  const meeting = new Map<string, number>();
  const count = (line: MapLine, by: number) => {
    for (const end of endPlacesOf(line)) meeting.set(end, (meeting.get(end) ?? 0) + by);
  };
  for (const line of traced) count(line, 1);
  const short = new Set<MapLine>();
  const links = pencilStrokesOf(traced)
    .map((stroke) => ({ stroke, lengthMm: strokeLengthMm(stroke) }))
    .filter(({ stroke, lengthMm }) => stroke.length === 1 && lengthMm < minLinkMm)
    .sort((a, b) => a.lengthMm - b.lengthMm);
  for (const { stroke } of links) {
    const [{ line }] = stroke;
    const [start, end] = endPlacesOf(line);
    if (!isFound(line) || start === undefined || start === end) continue;
    // Two others still meet at either end, so that nothing ends in the air.
    if ((meeting.get(start) ?? 0) < 3 || (meeting.get(end) ?? 0) < 3) continue;
    short.add(line);
    count(line, -1);
  }
  return lines.map((line) => (short.has(line) ? { ...line, kept: false, leftOut: 'short' as const } : line));
}

/** Whether a line is a boundary found in a photograph, which nobody drew or asked for. */
const isFound = ({ kind, of, held, byHand }: MapLine): boolean =>
  kind === 'boundary' && of !== 'stroke' && held !== true && byHand !== true;
