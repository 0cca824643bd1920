import type { KnownLines } from '../../registration/known-lines.js';
import { about, aligned, unmoved, type Similarity } from './alignment.js';
import { together, type Wanted } from './course.js';
import { likelyShifts } from './likely-shifts.js';

/** Lines this near to each other lie together, mm. */
const besideMm = 6;

/** Fewer or shorter lines than these say nothing together, mm. */
const minLines = 3;
const minTogetherMm = 50;

const steps = [
  [2.5, 'similarity'],
  [1.6, 'similarity'],
  [1.1, 'similarity'],
] as const;

/** Movements that lay lines that lie together onto what is drawn, for each of these lines. */
export function movesTogether(lines: readonly Wanted[], drawn: KnownLines): Map<Wanted, Similarity[]> {
  const moves = new Map<Wanted, Similarity[]>();
  for (const group of groupsOf(lines)) {
    const lengthMm = group.reduce((sum, line) => sum + line.lengthMm, 0);
    if (group.length < minLines || lengthMm < minTogetherMm) continue;
    const course = together(group.map((line) => line.course));
    const [cx, cy] = [middle(course.x), middle(course.y)];
    const found = likelyShifts(course, drawn, () => false).map((shift) =>
      aligned(course, { ...unmoved(cx, cy), ...shift }, drawn, steps),
    );
    for (const line of group)
      moves.set(
        line,
        found.map((move) => about(move, line.cx, line.cy)),
      );
  }
  return moves;
}

const middle = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Lines gathered by nearness. */
function groupsOf(lines: readonly Wanted[]): Wanted[][] {
  const open = new Set(lines);
  const groups: Wanted[][] = [];
  for (const first of lines) {
    if (!open.delete(first)) continue;
    const group = [first];
    for (const line of group)
      for (const other of open)
        if (areBeside(line, other)) {
          group.push(other);
          open.delete(other);
        }
    groups.push(group);
  }
  return groups;
}

/** Whether two lines come near each other. */
export function areBeside({ course: one }: Wanted, { course: other }: Wanted, withinMm = besideMm): boolean {
  const squared = withinMm * withinMm;
  for (let i = 0; i < one.x.length; i += 4)
    for (let k = 0; k < other.x.length; k += 4)
      if ((one.x[i] - other.x[k]) ** 2 + (one.y[i] - other.y[k]) ** 2 <= squared) return true;
  return false;
}
