import type { CheckReport, MapDocument } from '../documents/index.js';
import type { Course, Similarity } from './drawing/match/alignment.js';
import { wantedLines } from './drawing/match/course.js';

/** A line of the map, and how it was moved: with its part where it belongs to one, else by its own shift. */
export type LineMove = {
  id: string;
  status: CheckReport['lines'][number]['status'];
  course: Course;
  lengthMm: number;
  move: Similarity;
};

/** How each line of the map lies in a drawing, as a report tells it; the whole placement taken out. */
export function lineMoves(report: CheckReport, map: MapDocument): LineMove[] {
  const wanted = new Map(wantedLines(map).map((line) => [line.id, line]));
  const parts = new Map(report.parts.flatMap((part) => part.lines.map((id) => [id, part] as const)));
  return report.lines.flatMap(({ id, status, dx, dy }) => {
    const line = wanted.get(id);
    if (!line) return [];
    const { course, lengthMm, cx, cy } = line;
    const part = parts.get(id);
    const move = part ? moveOfPart(part) : { cx, cy, dx, dy, a: 1, b: 0 };
    return [{ id, status, course, lengthMm, move }];
  });
}

function moveOfPart({ x, y, dx, dy, scale, angleDeg }: CheckReport['parts'][number]): Similarity {
  const angleRad = (angleDeg * Math.PI) / 180;
  return { cx: x, cy: y, dx, dy, a: scale * Math.cos(angleRad), b: scale * Math.sin(angleRad) };
}
