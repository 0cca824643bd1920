import type { SizeMm } from '../../../units/index.js';
import { asRun, type FoundLine } from '../../registration/found-lines.js';
import { KnownLines } from '../../registration/known-lines.js';
import type { SheetPose } from '../../registration/pose.js';
import { hitsOf, type Course, type Similarity } from '../match/alignment.js';
import type { PaperPose } from './place-paper.js';

/** Where a drawing lies on a photograph, and as a whole on its sheet. */
export type PlacedDrawing = {
  pose: SheetPose;
  found: PaperPose['found'];
  /** From the map to the drawing as a whole. */
  whole: Similarity;
  /** What is drawn, mm on the sheet. */
  lines: FoundLine[];
  seen: number;
};

/** Lines found, to be asked for by place and direction. */
export const knownOf = (lines: readonly FoundLine[], size: SizeMm): KnownLines =>
  new KnownLines(lines.map(asRun), size);

/** A course as known lines: cut where its places are further apart than it steps. */
export function knownOfCourse({ x, y }: Course, size: SizeMm): KnownLines {
  const runs: number[][] = [];
  for (let i = 0; i < x.length; i++) {
    if (i === 0 || Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) > 0.8) runs.push([]);
    runs[runs.length - 1].push(x[i], y[i]);
  }
  return new KnownLines(
    runs.filter((run) => run.length >= 4).map((run) => Float64Array.from(run)),
    size,
  );
}

/** Share of a course that is drawn within 1 mm. */
export function seenOf(course: Course, whole: Similarity, drawn: KnownLines): number {
  return hitsOf(course, whole, drawn, 1).length / course.x.length;
}
