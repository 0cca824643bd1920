import { allowanceOf, type FitDecisions, type Layout } from '@nobrel/core/fit';
import type { Point, Rect } from '@nobrel/core/geometry';
import { GridLines } from '../../leaves/drawn/grid-lines.js';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import { PictureOnSurface } from '../../leaves/drawn/main-picture.js';
import { SurfaceSheet } from '../../leaves/drawn/surface-sheet.js';
import { Guides } from './guides.js';
import * as css from './fit.module.css';

/** What is brought into view: the surface with all that is cut round it, and the picture where it sticks out. */
export function surfaceExtent(layout: Layout, fit: FitDecisions, whole?: Rect): Rect {
  const { surface } = layout;
  const rim = allowanceOf(fit);
  const left = Math.min(-rim, whole?.x ?? 0);
  const top = Math.min(-rim, whole?.y ?? 0);
  const right = Math.max(surface.width + rim, whole ? whole.x + whole.width : 0);
  const bottom = Math.max(surface.height + rim, whole ? whole.y + whole.height : 0);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

const outline = ({ x, y, width, height }: Rect) => `M${x} ${y}h${width}v${height}h${-width}Z`;

type SurfaceDrawingProps = { layout: Layout; fit: FitDecisions; weight: Point | null };

/** The surface with the picture in its place, what is added round it, and the lines that help to place it. */
export function SurfaceDrawing({ layout, fit, weight }: SurfaceDrawingProps) {
  const { surface, opening, room, drawing, frame } = layout;
  const rim = allowanceOf(fit);
  const sheet = { x: 0, y: 0, ...surface };
  return (
    <>
      {rim > 0 && (
        <path
          className={css.allowance}
          d={outline({ x: -rim, y: -rim, width: surface.width + 2 * rim, height: surface.height + 2 * rim })}
        />
      )}
      <SurfaceSheet {...surface} ground={fit.groundColour} />
      <PictureOnSurface layout={layout} look="colour" />
      {fit.matMm > 0 && <path className={css.mat} fillRule="evenodd" d={outline(sheet) + outline(opening)} />}
      <path className={css.roomEdge} d={outline(room)} />
      {drawing.width * drawing.height > frame.width * frame.height * 1.0001 && (
        <path className={css.drawnOn} fillRule="evenodd" d={outline(drawing) + outline(frame)} />
      )}
      <Guides drawing={drawing} guides={fit.guides} />
      {fit.grid.shown && <GridLines drawing={drawing} grid={fit.grid} />}
      {weight && <WeightMark at={weight} layout={layout} />}
    </>
  );
}

/** Where the weight of the picture lies, and the middle of what is seen that it is measured against. */
function WeightMark({ at, layout }: { at: Point; layout: Layout }) {
  const scale = useLeafScale();
  const { opening } = layout;
  const middle = { x: opening.x + opening.width / 2, y: opening.y + opening.height / 2 };
  const cross = 8 / scale;
  return (
    <g className={css.weightMark} data-part="weight-mark" aria-hidden>
      <path
        d={`M${middle.x - cross} ${middle.y}H${middle.x + cross}M${middle.x} ${middle.y - cross}V${middle.y + cross}`}
        vectorEffect="non-scaling-stroke"
      />
      <line x1={at.x} y1={at.y} x2={middle.x} y2={middle.y} vectorEffect="non-scaling-stroke" />
      <circle cx={at.x} cy={at.y} r={7 / scale} vectorEffect="non-scaling-stroke" />
      <text x={at.x + 11 / scale} y={at.y - 6 / scale} fontSize={13 / scale}>
        weight
      </text>
    </g>
  );
}
