import type { Rect } from '../geometry/index.js';
import type { FitDecisions } from './decisions.js';
import { gridOf, innerLines, wholeLines } from './grid.js';
import { guideLines, type Segment } from './guides.js';

/**
 * The lines that help drawing a work: its grid, where it has one, and its guides of composition.
 *
 * @param drawing what is drawn, mm on the surface
 */
export function constructionLines(
  drawing: Rect,
  { grid, guides }: Pick<FitDecisions, 'grid' | 'guides'>,
): Segment[] {
  const helping = guides.flatMap((kind) => guideLines(kind, drawing));
  if (!grid.shown) return helping;
  const lines = gridOf(drawing, grid);
  return [...helping, ...wholeLines(lines), ...innerLines(lines, grid)];
}
