import type { LengthUnit } from '../../units/index.js';
import type { AssemblyStep } from './assembly-order.js';
import type { SheetDecisions } from '../decisions.js';
import type { JoinMark } from './join-marks.js';
import type { Tile, Tiling, TilingOptions } from './tiling.js';

/** How a drawing was cut into sheets. */
export type Tiled = {
  tiling: Tiling;
  /** The tiles that became pages, in the order of the pages. */
  printed: Tile[];
  /** Tiles with nothing on them. */
  skipped: Tile[];
  /** The crosses neighbours share, mm on the drawing. */
  marks: JoinMark[];
  /** How to lay them, one after the other. */
  steps: AssemblyStep[];
};

/** What a drawing is laid out by. */
export type LayOutOptions = TilingOptions &
  Pick<SheetDecisions, 'join'> & {
    title: string;
    unit: LengthUnit;
  };
