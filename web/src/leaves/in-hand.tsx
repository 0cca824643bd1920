import { createContext, useContext, useLayoutEffect, useState, type ReactNode } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { createHeld, useHeld } from '../store/held.js';
import type { DiptychSide, RightSide } from './side.js';

/** What a tool shows and hears while it is in hand. */
export type InHand = {
  /** Its own decisions. */
  sentence?: ReactNode;
  /** What it lays over the leaves it marks. */
  marks?: ReactNode;
  /** What can be taken hold of. */
  handles?: ReactNode;
  /** Shown in the margin above the notes. */
  panel?: ReactNode;
  /** A map drawn in place of the one there is. */
  map?: MapDocument | null;
  /** Leaves in place of the usual ones. */
  left?: DiptychSide;
  right?: RightSide;
} & Pick<DiptychSide, 'onPick' | 'onHover' | 'onStroke'>;

const empty: InHand = {};

const HandContext = createContext(createHeld(empty));

/** A bench on which one tool at a time is in hand. */
export function Hand({ children }: { children: ReactNode }) {
  const [hand] = useState(() => createHeld(empty));
  return <HandContext value={hand}>{children}</HandContext>;
}

/** What the tool in hand shows and hears; nothing while there is none. */
export const useInHand = (): InHand => useHeld(useContext(HandContext));

/** What a tool renders: its parts, each shown where the bench has its place for it. */
export function ToolInHand(parts: InHand): null {
  const hand = useContext(HandContext);
  useLayoutEffect(() => hand.hold(parts));
  useLayoutEffect(() => () => hand.hold(empty), [hand]);
  return null;
}

/** What the tool in hand lays over the leaves. */
export const ToolMarks = (): ReactNode => useInHand().marks;

/** What the tool in hand can be taken hold of by. */
export const ToolHandles = (): ReactNode => useInHand().handles;

/** What the tool in hand shows in the margin. */
export const ToolPanel = (): ReactNode => useInHand().panel;
