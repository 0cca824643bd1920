import { useId, type ReactNode } from 'react';
import { LeafScale } from './leaf-scale.js';
import type { Base } from './view.js';
import * as css from './leaf.module.css';

/** A better picture of a spot, shown in the loupe there. */
export type LoupeDetail = { x: number; y: number; href: string; words: string };

/** How wide the loupe is, how far from the pointer it stays, and how much closer it looks. */
const radiusPx = 92;
const gapPx = 26;
const closer = 4;
/** A detail is shown within this distance of its pin. */
const pinReachPx = 30;

type LoupeProps = {
  /** Where the pointer is, content units. */
  at: { x: number; y: number };
  place: Base;
  size: { width: number; height: number };
  details: readonly LoupeDetail[];
  children: ReactNode;
};

/** The close look at what lies under the pointer, or the detail pinned there. */
export function Loupe({ at, place, size, details, children }: LoupeProps) {
  const clipId = useId();
  const px = place.x + at.x * place.scale;
  const py = place.y + at.y * place.scale;
  // It lies beside the pointer, on the side that has room.
  const cx = px + (px > size.width / 2 ? -1 : 1) * (radiusPx + gapPx);
  const cy = Math.min(size.height - radiusPx - 4, Math.max(radiusPx + 4, py));
  const scale = place.scale * closer;
  const detail = details.find(({ x, y }) => Math.hypot(x - at.x, y - at.y) * place.scale < pinReachPx);
  return (
    <g className={css.loupe} data-part="loupe" aria-hidden data-detail={detail?.words}>
      <clipPath id={clipId}>
        <circle cx={cx} cy={cy} r={radiusPx} />
      </clipPath>
      <g clipPath={`url(#${clipId})`}>
        <circle className={css.loupeGround} cx={cx} cy={cy} r={radiusPx} />
        {detail ? (
          <image
            href={detail.href}
            x={cx - radiusPx}
            y={cy - radiusPx}
            width={2 * radiusPx}
            height={2 * radiusPx}
            preserveAspectRatio="xMidYMid slice"
          />
        ) : (
          <g transform={`translate(${cx - at.x * scale} ${cy - at.y * scale}) scale(${scale})`}>
            <LeafScale value={scale}>{children}</LeafScale>
          </g>
        )}
      </g>
      <circle className={css.loupeRim} cx={cx} cy={cy} r={radiusPx} />
      {!detail && <path className={css.loupeHair} d={`M${cx - 8} ${cy}h16M${cx} ${cy - 8}v16`} />}
      {detail && (
        <text className={css.loupeWords} x={cx} y={cy + radiusPx + 16} textAnchor="middle">
          {detail.words}
        </text>
      )}
    </g>
  );
}
