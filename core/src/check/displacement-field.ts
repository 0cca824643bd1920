import type { CheckReport, MapDocument } from '../documents/index.js';
import { wantedLines } from './drawing/match/course.js';

/** How far off the drawing is over the surface, in square cells. */
export type DisplacementField = {
  columns: number;
  rows: number;
  cellMm: number;
  /** Row by row, mm: the mean about each cell; null where nothing is drawn near it. */
  offMm: (number | null)[];
};

/** Cells along the long side. */
const cellsAlong = 30;

/** A line tells of what lies within so many cells of it, the nearer the more. */
const reachCells = 2;
/** Less line than this about a cell, in cells, tells nothing of it. */
const minWeight = 0.5;

/** How far off the lines of a drawing are, as a mean about each spot of the surface: what was seen of them, weighed by nearness. */
export function displacementField(report: CheckReport, map: MapDocument): DisplacementField {
  const { width, height } = map.surface;
  const cellMm = Math.max(width, height) / cellsAlong;
  const [columns, rows] = [Math.ceil(width / cellMm), Math.ceil(height / cellMm)];
  const [sum, weight] = [new Float64Array(columns * rows), new Float64Array(columns * rows)];
  const off = new Map(
    report.lines.flatMap(({ id, off: offMm, status }) =>
      status === 'true' || status === 'moved' ? [[id, offMm] as const] : [],
    ),
  );
  for (const { id, course, lengthMm } of wantedLines(map)) {
    const offMm = off.get(id);
    if (offMm === undefined) continue;
    const each = lengthMm / course.x.length / cellMm;
    for (let i = 0; i < course.x.length; i++) {
      const [u, v] = [course.x[i] / cellMm - 0.5, course.y[i] / cellMm - 0.5];
      for (let row = Math.max(0, Math.ceil(v - reachCells)); row <= Math.min(rows - 1, v + reachCells); row++)
        for (
          let column = Math.max(0, Math.ceil(u - reachCells));
          column <= Math.min(columns - 1, u + reachCells);
          column++
        ) {
          const near = each * Math.exp(-((column - u) ** 2 + (row - v) ** 2));
          weight[row * columns + column] += near;
          sum[row * columns + column] += near * offMm;
        }
    }
  }
  return {
    columns,
    rows,
    cellMm,
    offMm: Array.from(sum, (total, k) => (weight[k] < minWeight ? null : total / weight[k])),
  };
}
