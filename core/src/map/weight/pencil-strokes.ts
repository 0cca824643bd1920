import type { MapLine } from '../../documents/index.js';
import { endPlacesOf } from './line-ends.js';
import { polylineLength, stepLength } from '../../geometry/index.js';

/** Lines that a hand draws in one go, in order; those to be drawn from their end are reversed. */
export type PencilStroke = { line: MapLine; reversed: boolean }[];

/** One line goes on in another where the way turns by less than this. */
const straightOn = Math.cos((40 * Math.PI) / 180);

/** The way a line leaves its end is looked at over this, mm. */
const lookMm = 1.5;

type End = { line: number; last: boolean; dx: number; dy: number };

/**
 * Joins lines that go on in each other where they meet: the pencil is not lifted there. Where several meet, the two
 * that go on straightest are one.
 *
 * @returns strokes in the order of their first lines; every line is in one of them
 */
export function pencilStrokesOf(lines: readonly MapLine[]): PencilStroke[] {
  const partners = partnersOf(lines);
  const used = new Uint8Array(lines.length);
  const strokes: PencilStroke[] = [];
  /** Every line on from one of a line's ends, each with whether it is entered at its last point. */
  const onFrom = (line: number, last: boolean): { line: number; reversed: boolean }[] => {
    const run: { line: number; reversed: boolean }[] = [];
    for (let end = partners.get(endKey(line, last)); end; end = partners.get(endKey(end.line, !end.last))) {
      if (used[end.line]) break;
      used[end.line] = 1;
      run.push({ line: end.line, reversed: end.last });
    }
    return run;
  };
  lines.forEach((_, line) => {
    if (used[line]) return;
    used[line] = 1;
    const ahead = onFrom(line, true);
    const behind = onFrom(line, false).map((part) => ({ ...part, reversed: !part.reversed }));
    const run = [...behind.reverse(), { line, reversed: false }, ...ahead];
    strokes.push(run.map((part) => ({ line: lines[part.line], reversed: part.reversed })));
  });
  return strokes;
}

const endKey = (line: number, last: boolean) => 2 * line + (last ? 1 : 0);

/** The end that each end of a line goes on in, by key. */
function partnersOf(lines: readonly MapLine[]): Map<number, End> {
  const places = new Map<string, End[]>();
  lines.forEach((own, line) => {
    endPlacesOf(own).forEach((place, end) => {
      const last = end === 1;
      places.set(place, [...(places.get(place) ?? []), { line, last, ...leaving(own.points, last) }]);
    });
  });
  const partners = new Map<number, End>();
  for (const ends of places.values()) {
    const pairs = ends
      .flatMap((one, i) =>
        ends.slice(i + 1).map((other) => ({ one, other, turn: -(one.dx * other.dx + one.dy * other.dy) })),
      )
      .filter(({ turn }) => turn >= straightOn)
      .sort((a, b) => b.turn - a.turn);
    for (const { one, other } of pairs) {
      const [a, b] = [endKey(one.line, one.last), endKey(other.line, other.last)];
      if (partners.has(a) || partners.has(b)) continue;
      partners.set(a, other);
      partners.set(b, one);
    }
  }
  return partners;
}

/** Unit direction in which a line leaves one of its ends. */
function leaving(points: MapLine['points'], last: boolean): { dx: number; dy: number } {
  const n = points.length;
  const at = (i: number) => points[last ? n - 1 - i : i];
  let i = 1;
  const [x, y] = at(0);
  while (i < n - 1 && stepLength(at(i)[0] - x, at(i)[1] - y) < lookMm) i++;
  const [dx, dy] = [at(i)[0] - x, at(i)[1] - y];
  const length = stepLength(dx, dy) || 1;
  return { dx: dx / length, dy: dy / length };
}

/** Length of a stroke on the surface, mm. */
export function strokeLengthMm(stroke: PencilStroke): number {
  return stroke.reduce((sum, { line }) => sum + polylineLength(line.points.flat(), line.closed), 0);
}
