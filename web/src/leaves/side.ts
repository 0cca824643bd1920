import type { ReactNode } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import type { LeafProps } from './leaf/leaf.js';

/** One side of the diptych. */
export type DiptychSide = Pick<
  LeafProps,
  'title' | 'tools' | 'handles' | 'onPick' | 'onHover' | 'onStroke' | 'details' | 'legend'
> & {
  content: ReactNode;
  extent?: Rect;
  /** Where the whole prepared picture lies, so that notes can point to spots on it. */
  pictureAt?: Rect;
  /** Set where the content is seen from behind: a spot at x lies on this leaf at mirrorAbout − x. */
  mirrorAbout?: number;
  /** Set where the content is no picture of the same places, so that no spot is shared. */
  apart?: boolean;
  /** Whether its units are millimetres where that differs from the other leaf. */
  inMm?: boolean;
  /** Whether the tool in hand marks this leaf and hears clicks on it; or has its handles here too. */
  tool?: 'marks' | 'marks and handles';
};

/** What stands on the right: a leaf, or a panel in its place. */
export type RightSide = DiptychSide | { panel: ReactNode };
