import type { SheetSet } from './outline.js';

/** Where each part of the surface went, for other tools: the `--layout` file. */
export type SheetLayout = {
  pages: {
    page: number;
    label: string;
    window: { x: number; y: number; width: number; height: number };
    at: { x: number; y: number };
  }[];
  skipped: { label: string; window: { x: number; y: number; width: number; height: number } }[];
};

/** The layout of a set of sheets; page numbers count from 1 as in the PDF. */
export function sheetLayout(set: SheetSet): SheetLayout {
  return {
    pages: set.printed.map((tile, index) => ({
      page: index + 1,
      label: tile.label,
      window: tile.window,
      at: set.tiling.at,
    })),
    skipped: set.skipped.map(({ label, window }) => ({ label, window })),
  };
}
