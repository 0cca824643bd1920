import type { Point } from '@nobrel/core/geometry';
import type { Base } from './view.js';
import * as css from './leaf.module.css';

type CrosshairProps = { at: Point; place: Base; size: { width: number; height: number } };

/** Two lines through the spot that is pointed at, on whichever leaf. */
export function Crosshair({ at, place, size }: CrosshairProps) {
  const x = place.x + at.x * place.scale;
  const y = place.y + at.y * place.scale;
  return (
    <g className={css.crosshair} data-part="crosshair" aria-hidden>
      <line x1={0} x2={size.width} y1={y} y2={y} />
      <line y1={0} y2={size.height} x1={x} x2={x} />
    </g>
  );
}
