import { quadBy, type Quad } from '@nobrel/core/geometry';
import { Handle } from './handle.js';
import { clsx } from 'clsx';
import * as css from './leaf.module.css';

const cornerNames = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** Corners to begin with where none are seen: somewhat inside the picture, pixels. */
export function cornersInside({ width, height }: { width: number; height: number }): Quad {
  return quadBy((k) => ({
    x: (k === 1 || k === 2 ? 0.88 : 0.12) * width,
    y: (k >= 2 ? 0.88 : 0.12) * height,
  }));
}

type SheetCornersProps = {
  /** Pixels of the picture, from the top left on clockwise. */
  corners: Quad;
  onMove: (corners: Quad) => void;
  /** True while they are only proposed. */
  proposed?: boolean;
};

/** The four corners of a sheet on its photograph, each with a handle, and the sheet's edge through them. */
export function SheetCorners({ corners, onMove, proposed = false }: SheetCornersProps) {
  return (
    <>
      <path
        className={clsx(css.sheetEdge, proposed && css.sheetProposed)}
        d={`M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
      />
      {cornerNames.map((name, index) => (
        <Handle
          key={name}
          label={`Corner, ${name}`}
          {...(corners[index] ?? corners[0])}
          onMove={(x, y) =>
            onMove(quadBy((k) => (k === index ? { x: corners[k].x + x, y: corners[k].y + y } : corners[k])))
          }
        />
      ))}
    </>
  );
}
