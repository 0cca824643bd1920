import * as css from './drawn.module.css';

/** The final surface as a blank sheet, in the colour of its ground. */
export function SurfaceSheet({ width, height, ground }: { width: number; height: number; ground?: string }) {
  return (
    <rect
      className={css.surfaceSheet}
      data-part="surface-sheet"
      width={width}
      height={height}
      vectorEffect="non-scaling-stroke"
      {...(ground ? { style: { fill: ground } } : {})}
    />
  );
}
