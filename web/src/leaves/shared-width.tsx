import { Grid, Segmented, Splitter } from 'antd';
import type { ReactNode } from 'react';
import { useStation } from '../bench/use-station.js';
import { useAppDispatch, useAppSelector } from '../store/hooks.js';
import { leavesShared, usualLeaves, type LeavesShown } from '../store/view-slice.js';
import { clsx } from 'clsx';
import * as css from './leaves.module.css';

/** Which leaves are shown at this station, and how to change that. */
export function useLeaves(): [LeavesShown, (change: Partial<LeavesShown>) => void] {
  const dispatch = useAppDispatch();
  const station = useStation();
  const shown = useAppSelector((state) => (station && state.view.leaves[station]) ?? usualLeaves);
  return [
    shown,
    (change) => {
      if (station) dispatch(leavesShared({ station, change }));
    },
  ];
}

/** Both leaves with a border that can be dragged. */
export function SharedWidth({ left, right }: { left: ReactNode; right: ReactNode }) {
  const [{ leftShare }, change] = useLeaves();
  const { md: wide } = Grid.useBreakpoint();
  // On a small screen they stand one below the other.
  if (wide === false)
    return (
      <div className={clsx(css.leaves, css.leavesOne)}>
        {left}
        {right}
      </div>
    );
  return (
    <Splitter
      className={clsx(css.leaves, css.leavesShared)}
      onResizeEnd={([leftPx = 1, rightPx = 1]) =>
        change({ leftShare: Math.min(0.9, Math.max(0.1, leftPx / (leftPx + rightPx))) })
      }
    >
      <Splitter.Panel defaultSize={`${100 * leftShare}%`} min="20%">
        {left}
      </Splitter.Panel>
      <Splitter.Panel min="20%">{right}</Splitter.Panel>
    </Splitter>
  );
}

/** Which leaves have the width; V turns them. */
export function LeavesChoice({ right }: { right: string }) {
  const [{ show }, change] = useLeaves();
  return (
    <Segmented<LeavesShown['show']>
      size="small"
      aria-label="Leaves shown (V)"
      options={[
        { value: 'both', label: 'both' },
        { value: 'left', label: 'left leaf' },
        { value: 'right', label: right },
      ]}
      value={show}
      onChange={(next) => change({ show: next })}
    />
  );
}
