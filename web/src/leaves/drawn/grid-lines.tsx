import {
  gridOf,
  innerLines,
  squareName,
  wholeLines,
  type FitDecisions,
  type Segment,
} from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import { useLeafScale } from '../leaf/leaf-scale.js';
import * as css from './drawn.module.css';

/** Straight lines as the data of one path. */
export const pathOfSegments = (segments: readonly Segment[]): string =>
  segments.map(([x0, y0, x1, y1]) => `M${x0} ${y0}L${x1} ${y1}`).join('');

/** Labels smaller than this cannot be read, pixels. */
const minLabelPx = 9;

/** The grid over what is drawn, with the names of its columns and rows. */
export function GridLines({ drawing, grid }: { drawing: Rect; grid: FitDecisions['grid'] }) {
  const scale = useLeafScale();
  const lines = gridOf(drawing, grid);
  const { xs, ys } = lines;
  const width = Math.max(grid.lineMm, 0.8 / scale);
  const labelMm = Math.min(13 / scale, 0.4 * Math.min(lines.squareX, lines.squareY));
  return (
    <g
      className={css.gridLines}
      data-part="grid-lines"
      aria-hidden
      style={{ stroke: grid.colour, fill: grid.colour }}
    >
      <path d={pathOfSegments(wholeLines(lines))} strokeWidth={width} />
      <path d={pathOfSegments(innerLines(lines, grid))} strokeWidth={0.6 * width} />
      {labelMm * scale >= minLabelPx && (
        <g className={css.gridNames} fontSize={labelMm}>
          {ys.slice(0, -1).map((y, row) =>
            xs.slice(0, -1).map((x, column) => (
              <text key={squareName(column, row)} x={x + labelMm * 0.25} y={y + labelMm}>
                {squareName(column, row)}
              </text>
            )),
          )}
        </g>
      )}
    </g>
  );
}
