import type { Surface } from '../../fit/index.js';
import type { SheetKind } from '../../sheets/index.js';
import type { TransferStep } from '../step.js';

/** A way of carrying a drawing across: all that the interface, the card and the docs know of it. */
export type TransferMethodModule = {
  /** What it is called after “by”. */
  name: string;
  /** What it suits, as a sentence. */
  suits: string;
  /** Sheets it works from, the one that is traced first. */
  sheets: readonly SheetKind[];
  /** What has to lie ready, for a surface. */
  materials: (surface: Surface) => string[];
  /** Steps before the drawing is laid on the surface. */
  makeReady: (surface: Surface) => TransferStep[];
  /** Steps of its own once the lines stand, before the drawing is put away. */
  finish: (surface: Surface) => TransferStep[];
};
