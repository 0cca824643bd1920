import { createContext, useContext, useId, useMemo, useState, type ReactNode } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import type { Place } from '@nobrel/core/notes';
import { useLeafScale } from './leaf-scale.js';
import * as css from './leaf.module.css';

type Pointed = { places: readonly Place[]; pointTo: (places: readonly Place[]) => void };

const Context = createContext<Pointed>({ places: [], pointTo: () => undefined });

/** Lets the notes in the margin point to spots on the leaves. */
export function Pointing({ children }: { children: ReactNode }) {
  const [places, pointTo] = useState<readonly Place[]>([]);
  const value = useMemo(() => ({ places, pointTo }), [places]);
  return <Context value={value}>{children}</Context>;
}

export const usePointed = (): Pointed => useContext(Context);

/** How marks are told apart without colour: the direction of their hatching, crossed or not; none is an outline. */
const hatchings = {
  pointed: { angle: 45, crossed: false },
  blown: { angle: 45, crossed: false },
  blocked: { angle: 45, crossed: true },
  edgeless: null,
  blurred: { angle: 0, crossed: false },
  'too-light': null,
  'too-dark': { angle: -45, crossed: false },
} as const;
export type PlaceKind = keyof typeof hatchings;

/** Distance of the hatching's lines, pixels on the screen. */
const hatchPx = 6;

/**
 * Places on a leaf, hatched so that they show on any picture.
 *
 * @param at where the whole prepared picture lies, content units
 */
export function Places({ places, at, kind }: { places: readonly Place[]; at: Rect; kind: PlaceKind }) {
  const id = useId();
  const scale = useLeafScale();
  const hatching = hatchings[kind];
  return (
    <g className={css.places} data-part="places" data-kind={kind} aria-hidden>
      {hatching && (
        <pattern
          id={id}
          width={hatchPx}
          height={hatchPx}
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${1 / scale}) rotate(${hatching.angle})`}
        >
          <path d={`M0 1H${hatchPx}${hatching.crossed ? `M1 0V${hatchPx}` : ''}`} />
        </pattern>
      )}
      {places.map(({ x, y, width, height }) => (
        <rect
          key={`${x} ${y}`}
          x={at.x + x * at.width}
          y={at.y + y * at.height}
          width={width * at.width}
          height={height * at.height}
          {...(hatching ? { fill: `url(#${id})` } : {})}
        />
      ))}
    </g>
  );
}
