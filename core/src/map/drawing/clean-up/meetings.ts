import KDBush from 'kdbush';
import { nearestToLines, onEllipse, stepLength } from '../../../geometry/index.js';
import type { Section } from './sections.js';
import type { Shape } from './shapes.js';

/** A place where ends of sections meet, or one ends. */
export type MeetingPlace = {
  x: number;
  y: number;
  /** The ends that meet here: twice a section's number, and one more for its last. */
  ends: number[];
  /** Sections that pass here, at which of their points. */
  bodies: { section: number; point: number }[];
};

/** The places where sections end, with all that end or pass within `touchMm`. */
export function meetingsOf(sections: readonly Section[], touchMm: number): MeetingPlace[] {
  const ends = sections.flatMap((section, s) =>
    section.closed ? [] : [endOf(section, 2 * s), endOf(section, 2 * s + 1)],
  );
  if (ends.length === 0) return [];
  const index = new KDBush(ends.length);
  for (const { x, y } of ends) index.add(x, y);
  index.finish();
  const bodies = bodiesOf(sections);
  const taken = new Set<number>();
  const meetings: MeetingPlace[] = [];
  ends.forEach(({ x, y }, first) => {
    if (taken.has(first)) return;
    const own = index.within(x, y, touchMm).filter((k) => !taken.has(k));
    own.forEach((k) => taken.add(k));
    const ids = own.map((k) => ends[k].id);
    const ending = new Set(ids.map((id) => id >> 1));
    meetings.push({
      x,
      y,
      ends: ids,
      bodies: bodies(x, y, touchMm).filter(({ section }) => !ending.has(section)),
    });
  });
  return meetings;
}

const endOf = ({ points }: Section, id: number) => {
  const at = (id & 1) === 0 ? 0 : points.length - 2;
  return { id, x: points[at], y: points[at + 1] };
};

/** Finds the sections that pass a place, each at its nearest point. */
function bodiesOf(sections: readonly Section[]) {
  const total = sections.reduce((sum, { at }) => sum + at.length, 0);
  const index = new KDBush(total);
  const owner = new Int32Array(total);
  const number = new Int32Array(total);
  let k = 0;
  sections.forEach(({ points, at }, s) => {
    for (let i = 0; i < at.length; i++, k++) {
      index.add(points[2 * i], points[2 * i + 1]);
      owner[k] = s;
      number[k] = i;
    }
  });
  index.finish();
  return (x: number, y: number, within: number) => {
    const nearest = new Map<number, { point: number; off: number }>();
    for (const found of index.within(x, y, within)) {
      const [section, point] = [owner[found], number[found]];
      const { points } = sections[section];
      const off = stepLength(points[2 * point] - x, points[2 * point + 1] - y);
      const known = nearest.get(section);
      if (!known || off < known.off) nearest.set(section, { point, off });
    }
    return [...nearest].map(([section, { point }]) => ({ section, point }));
  };
}

/** How strongly a meeting is held where it was, beside a line it should lie on: so little that two lines settle it … */
const weakHold = 1e-4;

/** … and so much that lines nearly parallel do not take it far away. */
const firmHold = 0.05;

/** Where a meeting comes to lie: on the shapes of all that meet there, as near as can be to where it was; null when nothing asks it to move. */
export function settled(
  { x, y, ends, bodies }: MeetingPlace,
  shapes: readonly Shape[],
): { x: number; y: number } | null {
  const sections = [...ends.map((id) => id >> 1), ...bodies.map(({ section }) => section)];
  const lines = sections.flatMap((section) => {
    const shape = shapes[section];
    if (!shape) return [];
    if (shape.kind === 'line') return [shape.line];
    const { x: ex, y: ey, nx, ny } = onEllipse(shape.ellipse, x, y);
    return [{ nx, ny, offset: nx * ex + ny * ey }];
  });
  if (lines.length === 0) return null;
  const off = Math.max(...lines.map(({ nx, ny, offset }) => Math.abs(nx * x + ny * y - offset)));
  const near = nearestToLines(lines, x, y, weakHold);
  return stepLength(near.x - x, near.y - y) <= 4 * off + 1e-6 ? near : nearestToLines(lines, x, y, firmHold);
}
