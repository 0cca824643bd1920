import { createContext, useContext, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { useMedia } from '../../theme/use-media.js';
import * as sentenceCss from '../sentence/sentence.module.css';

type Slot = { place: HTMLElement | null; setPlace: (place: HTMLElement | null) => void };

const SlotContext = createContext<Slot>({ place: null, setPlace: () => undefined });

/** Lets a tool's decisions stand at the head of the margin, where they move no leaf however long they get. */
export function ToolSlots({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return <SlotContext value={{ place, setPlace }}>{children}</SlotContext>;
}

/** Where a tool's decisions stand in the margin. */
export function ToolSlot() {
  const { setPlace } = useContext(SlotContext);
  return <div className={sentenceCss.toolSlot} ref={setPlace} />;
}

/** Hands what belongs to the tool to the margin; on a narrow screen, where the margin lies below, it stays here. */
export function InToolSlot({ children }: { children: ReactNode }) {
  const { place } = useContext(SlotContext);
  const narrow = useMedia('(max-width: 1000px)');
  return place && !narrow ? createPortal(children, place) : children;
}
