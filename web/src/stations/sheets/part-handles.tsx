import type { Rect } from '@nobrel/core/geometry';
import { useMovable } from '../../leaves/leaf/handle.js';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import { clsx } from 'clsx';
import * as leavesCss from '../../leaves/leaves.module.css';
import * as css from './sheets.module.css';

type PartHandlesProps = {
  part: Rect;
  surface: { width: number; height: number };
  onChange: (part: Rect) => void;
};

/** Smallest side of a part, mm. */
const minMm = 5;

/** The spoiled part on the map: dragged or moved with the arrow keys, and drawn larger at its corner. */
export function PartHandles({ part, surface, onChange }: PartHandlesProps) {
  const scale = useLeafScale();
  const within = (value: number, min: number, max: number) => Math.min(Math.max(value, min), max);
  const movable = useMovable((x, y) =>
    onChange({
      ...part,
      x: within(part.x + x, 0, surface.width - part.width),
      y: within(part.y + y, 0, surface.height - part.height),
    }),
  );
  const sizable = useMovable((x, y) =>
    onChange({
      ...part,
      width: within(part.width + x, minMm, surface.width - part.x),
      height: within(part.height + y, minMm, surface.height - part.y),
    }),
  );
  const corner = 10 / scale;
  return (
    <>
      <rect
        className={clsx(leavesCss.cropFrame, leavesCss.cropMovable)}
        data-part="crop-frame"
        {...part}
        vectorEffect="non-scaling-stroke"
        role="button"
        aria-label="The part to transfer again: drag it, or arrow keys move it by a millimetre"
        {...movable}
      />
      <rect
        className={css.partCorner}
        x={part.x + part.width - corner / 2}
        y={part.y + part.height - corner / 2}
        width={corner}
        height={corner}
        role="button"
        aria-label="Corner of the part: drag it, or arrow keys make the part larger or smaller"
        {...sizable}
      />
    </>
  );
}
