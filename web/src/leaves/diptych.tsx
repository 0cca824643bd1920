import { Switch } from 'antd';
import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { useState } from 'react';
import type { Point, Rect } from '@nobrel/core/geometry';
import { formatLength } from '@nobrel/core/units';
import { useAppDispatch, useAppSelector, useUnit } from '../store/hooks.js';
import { loupeTaken } from '../store/view-slice.js';
import { ToolHandles, ToolMarks, useInHand, type InHand } from './in-hand.js';
import { Leaf } from './leaf/leaf.js';
import { Places, usePointed } from './leaf/pointed.js';
import { LeavesChoice, SharedWidth, useLeaves } from './shared-width.js';
import type { DiptychSide, RightSide } from './side.js';
import { clsx } from 'clsx';
import * as frameCss from '../bench/frame/frame.module.css';
import * as css from './leaves.module.css';

type DiptychProps = {
  /** What both leaves bring into view, in content units; a side may show another part. */
  extent: Rect;
  /** False while the content is counted in pixels of the picture. */
  measured?: boolean;
  left: DiptychSide;
  right: RightSide;
};

/**
 * Two linked leaves: what you work from and what you work on. The same spot is marked on both. The tool in hand
 * may put leaves of its own in their place.
 */
export function Diptych({ extent, measured = true, ...usual }: DiptychProps) {
  const { left = usual.left, right = usual.right } = useInHand();
  const dispatch = useAppDispatch();
  const loupe = useAppSelector((state) => state.view.loupe);
  const [{ show }] = useLeaves();
  const { leaf, where } = useLinkedLeaves(extent, measured);
  const choices = (
    <>
      <LeavesChoice right={'panel' in right ? 'panel' : 'right leaf'} />
      <label className={frameCss.roomSwitch}>
        <Switch size="small" checked={loupe} onChange={(on) => dispatch(loupeTaken(on))} />
        loupe
      </label>
    </>
  );
  const alone = show === 'left' ? left : show === 'right' && !('panel' in right) ? right : null;
  if (alone)
    return (
      <div className={css.diptych}>
        <div className={clsx(css.leaves, css.leavesOne)}>
          {leaf({
            ...alone,
            tools: (
              <>
                <span className={css.readoutWhere}>{where}</span>
                {alone.tools}
                {choices}
              </>
            ),
          })}
        </div>
      </div>
    );
  const rightSide = 'panel' in right ? right.panel : leaf(right);
  return (
    <div className={css.diptych}>
      {show === 'both' ? (
        <SharedWidth left={leaf(left)} right={rightSide} />
      ) : (
        <div className={clsx(css.leaves, css.leavesOne)}>{rightSide}</div>
      )}
      <div className={css.readout}>
        <p>
          {where ??
            'Point at a leaf to see the same spot on both. Wheel or + and − zoom, drag or arrows move, L looks closer.'}
        </p>
        {choices}
      </div>
    </div>
  );
}

/** How a side is shown as a leaf that moves with the other one, and where the pointer is, in words. */
function useLinkedLeaves(extent: Rect, measured: boolean) {
  const inHand = useInHand();
  const unit = useUnit();
  const loupe = useAppSelector((state) => state.view.loupe);
  const { places } = usePointed();
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const [ownView, setOwnView] = useState<ZoomTransform>(zoomIdentity);
  const [pointer, setPointer] = useState<Point | null>(null);
  const [ownPointer, setOwnPointer] = useState<Point | null>(null);
  const leaf = ({
    content,
    extent: own,
    pictureAt,
    mirrorAbout,
    apart = false,
    inMm,
    tool,
    handles,
    ...side
  }: DiptychSide) => {
    const turned = (point: Point | null) =>
      point && mirrorAbout !== undefined ? { x: mirrorAbout - point.x, y: point.y } : point;
    return (
      <Leaf
        {...(tool && heardBy(inHand))}
        {...side}
        handles={
          tool === 'marks and handles' ? (
            <>
              {handles}
              <ToolHandles />
            </>
          ) : (
            handles
          )
        }
        // A leaf apart shows other places, so that it keeps a view and a pointer of its own.
        {...(apart ? { view: ownView, onView: setOwnView } : { view, onView: setView })}
        extent={own ?? extent}
        unit={(inMm ?? (measured && !apart)) ? unit : null}
        pointer={apart ? ownPointer : turned(pointer)}
        onPointer={(point) => (apart ? setOwnPointer(point) : setPointer(turned(point)))}
        loupe={loupe}
      >
        {content}
        {tool && <ToolMarks />}
        {pictureAt && places.length > 0 && <Places places={places} at={pictureAt} kind="pointed" />}
      </Leaf>
    );
  };
  const inPixels = (at: Point) => `pixel ${Math.floor(at.x)} across, ${Math.floor(at.y)} down`;
  const inUnits = (at: Point) => `${formatLength(at.x, unit)} across, ${formatLength(at.y, unit)} down`;
  return { leaf, where: pointer && (measured ? inUnits(pointer) : inPixels(pointer)) };
}

/** What a tool hears of a leaf, and nothing where it listens to nothing. */
function heardBy({ onPick, onHover, onStroke }: InHand): Pick<InHand, 'onPick' | 'onHover' | 'onStroke'> {
  return { ...(onPick && { onPick }), ...(onHover && { onHover }), ...(onStroke && { onStroke }) };
}
