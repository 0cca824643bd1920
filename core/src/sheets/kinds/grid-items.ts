import { gridOf, innerLines, wholeLines } from '../../fit/index.js';
import { columnLetters } from '../../units/index.js';
import { strokeOf, textOf, type VectorItem } from '../page/page.js';
import type { SheetSource } from '../source.js';

/** The lines of the work's grid over what is drawn, with letters along the top and numbers down the side. */
export function gridItems({ grid, drawing }: Pick<SheetSource, 'grid' | 'drawing'>): VectorItem[] {
  const lines = gridOf(drawing, grid);
  const { xs, ys } = lines;
  const [left, top] = [xs[0], ys[0]];
  const size = Math.max(2, Math.min(4, lines.squareX / 4, lines.squareY / 4));
  return [
    ...wholeLines(lines).map((segment) => strokeOf([...segment], grid.lineMm, { ink: 'guide' })),
    ...innerLines(lines, grid).map((segment) =>
      strokeOf([...segment], 0.6 * grid.lineMm, { ink: 'guide', dashMm: [2, 1] }),
    ),
    ...xs.slice(1).map((x, i) =>
      textOf((x + xs[i]) / 2, top + size + 0.5, columnLetters(i), size, {
        anchor: 'middle',
        ink: 'guide',
      }),
    ),
    ...ys
      .slice(1)
      .map((y, i) => textOf(left + 0.8, (y + ys[i]) / 2 + size / 3, String(i + 1), size, { ink: 'guide' })),
  ];
}
