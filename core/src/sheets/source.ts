import type { MapDocument } from '../documents/index.js';
import type { FitDecisions, GridDecisions, SettingOut } from '../fit/index.js';
import type { Rect } from '../geometry/index.js';
import type { PixelWindow } from '../raster/index.js';
import type { StrengthPlan } from './line-strengths.js';
import type { LengthUnit, SizeMm } from '../units/index.js';

/** A place on the surface that a close-up is printed of, mm. */
export type CloseUp = { x: number; y: number; text: string };

/** Everything sheets are made from, beside how they are to be printed. */
export type SheetSource = {
  map: MapDocument;
  title: string;
  /** Version of the map, or null for one that has none. */
  version: number | null;
  /** The day it is printed, in words. */
  date: string;
  /** Lengths on the sheets are written in it. */
  unit: LengthUnit;
  hand: 'right' | 'left';
  /** All that is drawn on the surface, mm: what the grid covers. */
  drawing: Rect;
  grid: GridDecisions;
  settingOut: SettingOut;
  /** Kind and size of the surface, its margins and what is to be cut, as sentences. */
  surfaceSays: string;
  rounding: Pick<FitDecisions, 'roundMm' | 'roundInch' | 'datum'>;
  /** A sketch that is enlarged by machine, or null when none was measured. */
  sketch: SizeMm | null;
  /** The part of the prepared reference that fills the frame, its pixels; null without a reference. */
  crop: PixelWindow | null;
  closeUps: readonly CloseUp[];
  /** Notes pinned to the map, mm on the surface. */
  pins: readonly (CloseUp & { settled: boolean })[];
  /** Whose the reference is and what allows it to be worked from, as a sentence. */
  credit: string;
  /** Colour of the surface, such as #f4efe4. */
  groundColour: string;
  /** Where the whole prepared picture lies on the surface, mm: what places of the picture are shares of. */
  pictureAt: Rect;
  /** How dark each line is to be drawn for what is painted over it. */
  planStrengths: () => StrengthPlan;
  /** What was decided, as names and words, and the steps to take, for the transfer card. */
  decided: readonly (readonly [string, string])[];
  steps: readonly string[];
};
