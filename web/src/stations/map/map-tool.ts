import type { ReactNode } from 'react';
import type { DiptychSide } from '../../leaves/diptych.js';

/** What can be taken in hand at Map. */
export const mapTools = [
  'look',
  'values',
  'things',
  'lines',
  'shapes',
  'draw',
  'areas',
  'guides',
  'pins',
  'versions',
] as const;
export type MapTool = (typeof mapTools)[number];

export const mapToolWords: Readonly<Record<MapTool, string>> = {
  look: 'Look',
  values: 'Values',
  things: 'Things',
  lines: 'Lines',
  shapes: 'Shapes',
  draw: 'Draw along',
  areas: 'Areas',
  guides: 'Guides',
  pins: 'Pins',
  versions: 'Versions',
};

/** What a tool shows and hears while it is in hand. */
export type ToolInHand = {
  /** Its own decisions, beside the tools. */
  sentence: ReactNode;
  /** What it lays over both leaves. */
  marks?: ReactNode;
  /** What can be taken hold of on the map. */
  handles?: ReactNode;
  /** Shown in the margin above the notes. */
  panel?: ReactNode;
} & Pick<DiptychSide, 'onPick' | 'onHover' | 'onStroke'>;
