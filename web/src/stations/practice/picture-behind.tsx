import type { ReactNode } from 'react';
import type { Point, Rect } from '@nobrel/core/geometry';
import { ends } from './run-paths.js';
import type { DrillPicture } from './use-drill-source.js';
import { clsx } from 'clsx';
import * as css from './practice.module.css';

type PictureViewProps = {
  picture: DrillPicture | null;
  /** The part of the surface that is shown, mm. */
  shown: Rect;
  label: string;
  /** True where the whole picture is shown, as wide as there is room. */
  wide?: boolean;
  children?: ReactNode;
};

/** A part of the picture where it lies on the surface, and what is marked on it. */
export function PictureView({ picture, shown, label, wide = false, children }: PictureViewProps) {
  return (
    <svg
      className={clsx(css.drillView, wide && css.drillWide)}
      data-part="drill-view"
      viewBox={`${shown.x} ${shown.y} ${shown.width} ${shown.height}`}
      role="img"
      aria-label={label}
    >
      {picture && <image href={picture.href} {...picture.at} preserveAspectRatio="none" />}
      {children}
    </svg>
  );
}

/** The square around a place. */
export const around = ({ x, y }: Point, reach: number): Rect => ({
  x: x - reach,
  y: y - reach,
  width: 2 * reach,
  height: 2 * reach,
});

/** The ends of a run marked, in a picture that reaches so far to either side. */
export function EndsMarked({ run, reach }: { run: readonly Point[]; reach: number }) {
  return ends(run).map(({ x, y }) => (
    <circle
      key={`${x} ${y}`}
      className={css.drillRing}
      cx={x}
      cy={y}
      r={reach / 18}
      strokeWidth={reach / 70}
    />
  ));
}

/** An edge in its picture, its ends marked. */
export function EdgeInPicture({ run, picture }: { run: readonly Point[]; picture: DrillPicture }) {
  const [a, b] = ends(run);
  if (!a || !b) return null;
  const reach = 0.8 * Math.hypot(b.x - a.x, b.y - a.y);
  const shown = around({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, reach);
  return (
    <PictureView picture={picture} shown={shown} label="The edge, between its ends">
      <EndsMarked run={run} reach={reach} />
    </PictureView>
  );
}
