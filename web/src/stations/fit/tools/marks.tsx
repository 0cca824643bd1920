import type { Datum, Layout, SettingOut } from '@nobrel/core/fit';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import * as css from './tools.module.css';

type MarksProps = {
  settingOut: SettingOut;
  surface: Layout['surface'];
  /** Pixels a millimetre, where the drawing lies on no leaf. */
  scale?: number;
};

/** Every mark as a small cross with its number, the datum corner, and the real edges where they are known. */
export function Marks({ settingOut, surface, scale: own }: MarksProps) {
  const leafScale = useLeafScale();
  const scale = own ?? leafScale;
  const { measures, datum, really } = settingOut;
  const arm = 5 / scale;
  return (
    <g className={css.marks} aria-hidden>
      {really && (
        <path
          className={css.realEdge}
          data-part="real-edge"
          d={`M${really.corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
          strokeWidth={1.5 / scale}
        />
      )}
      <path className={css.datum} d={datumPath(datum, surface, 16 / scale)} />
      {measures.map(({ name, x, y }, i) => (
        <g key={`${name} ${x} ${y}`}>
          <path d={`M${x - arm} ${y}H${x + arm}M${x} ${y - arm}V${y + arm}`} strokeWidth={1.2 / scale} />
          <text x={x + arm} y={y - arm / 2} fontSize={12 / scale} strokeWidth={3 / scale}>
            {i + 1}
          </text>
        </g>
      ))}
    </g>
  );
}

/** A small filled square set into the datum corner. */
function datumPath(datum: Datum, { width, height }: Layout['surface'], size: number): string {
  const x = datum.endsWith('left') ? 0 : width;
  const y = datum.startsWith('top') ? 0 : height;
  const right = datum.endsWith('left') ? size : -size;
  const down = datum.startsWith('top') ? size : -size;
  return `M${x} ${y}h${right}v${down}Z`;
}
