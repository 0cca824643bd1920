import { z } from 'zod';
import { onRoom, type SheetLaying } from './lay-out.js';
import type { Affine } from '../page/page.js';
import type { Tile, Tiling } from './tiling.js';

const rect = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });
const place = z.object({ x: z.number(), y: z.number() });

/** Where each part of the surface went, for other tools: the `--layout` file. */
export const sheetLayoutSchema = z.object({
  pages: z.array(
    z.looseObject({
      page: z.int().positive(),
      label: z.string(),
      window: rect,
      at: place,
    }),
  ),
  skipped: z.array(z.looseObject({ label: z.string(), window: rect })).default([]),
  /** The numbered crosses: on which page each lies and where, mm in the file. */
  marks: z.array(place.extend({ number: z.int().positive(), page: z.int().positive() })).default([]),
});
export type SheetLayout = z.infer<typeof sheetLayoutSchema>;

/** The layout of a set of sheets; page numbers count from 1 as in the PDF. Pages that stand alone show no window. */
export function sheetLayout({ tiled, mirrored }: SheetLaying): SheetLayout {
  if (!tiled) return { pages: [], skipped: [], marks: [] };
  const { tiling, printed, skipped, marks } = tiled;
  return {
    pages: printed.map(({ label, window }, index) => ({
      page: index + 1,
      label,
      window,
      at: windowAt(tiling),
    })),
    skipped: skipped.map(({ label, window }) => ({ label, window })),
    marks: printed.flatMap((tile, index) =>
      marks
        .filter(({ labels }) => labels.includes(tile.label))
        .map(({ number, x, y }) => ({
          number,
          page: index + 1,
          ...inFile(x, y, placeOfTile(tile, tiling, mirrored)),
        })),
    ),
  };
}

/** Where the top-left corner of every window lies on its page, mm in the file. */
export function windowAt({ toFile, startMm }: Tiling): { x: number; y: number } {
  return { x: toFile.a * startMm + toFile.c, y: toFile.f };
}

/** How the surface lies on the page of a tile, mm in the file. */
export function placeOfTile({ window }: Tile, { toFile, startMm }: Tiling, mirrored: boolean): Affine {
  const room = onRoom(window, mirrored, startMm);
  return {
    a: toFile.a * room.a,
    b: toFile.b * room.e,
    c: toFile.a * room.c + toFile.b * room.f + toFile.c,
    d: toFile.d * room.a,
    e: toFile.e * room.e,
    f: toFile.d * room.c + toFile.e * room.f + toFile.f,
  };
}

/** A place of the drawing, in the file of a page. */
const inFile = (x: number, y: number, { a, b, c, d, e, f }: Affine) => ({
  x: a * x + b * y + c,
  y: d * x + e * y + f,
});
