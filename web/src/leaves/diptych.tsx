import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { useState, type ReactNode } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import { formatLength } from '@nobrel/core/units';
import { useUnit } from '../store/hooks.js';
import { Leaf, type Point } from './leaf.js';

type Side = {
  title: string;
  tools?: ReactNode;
  content: ReactNode;
  extent?: Rect;
  /** Set where the content is seen from behind: a spot at x lies on this leaf at mirrorAbout − x. */
  mirrorAbout?: number;
  /** Set where the content is no picture of the same places, so that no spot is shared. */
  apart?: boolean;
};

type DiptychProps = {
  /** What both leaves bring into view, in content units; a side may show another part. */
  extent: Rect;
  /** False while the content is counted in pixels of the picture. */
  measured?: boolean;
  left: Side;
  /** A leaf, or a panel in its place. */
  right: Side | { panel: ReactNode };
};

/** Two linked leaves: what you work from and what you work on. The same spot is marked on both. */
export function Diptych({ extent, measured = true, left, right }: DiptychProps) {
  const unit = useUnit();
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const [pointer, setPointer] = useState<Point | null>(null);
  const shared = { view, onView: setView };
  const leaf = ({ title, tools, content, extent: own, mirrorAbout, apart = false }: Side) => {
    const turned = (point: Point | null) =>
      point && mirrorAbout !== undefined ? { x: mirrorAbout - point.x, y: point.y } : point;
    return (
      <Leaf
        {...shared}
        title={title}
        extent={own ?? extent}
        tools={tools}
        unit={measured && !apart ? unit : null}
        pointer={apart ? null : turned(pointer)}
        onPointer={(point) => setPointer(apart ? null : turned(point))}
      >
        {content}
      </Leaf>
    );
  };
  return (
    <div className="diptych">
      <div className="leaves">
        {leaf(left)}
        {'panel' in right ? right.panel : leaf(right)}
      </div>
      <p className="readout">
        {pointer && measured
          ? `${formatLength(pointer.x, unit)} from the left edge, ${formatLength(pointer.y, unit)} from the top`
          : pointer
            ? `pixel ${Math.floor(pointer.x)} across, ${Math.floor(pointer.y)} down`
            : 'Point at a leaf to see the same spot on both. Wheel or + and − zoom, drag or arrows move.'}
      </p>
    </div>
  );
}
