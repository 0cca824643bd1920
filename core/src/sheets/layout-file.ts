import type { Rect } from '../geometry/index.js';
import { z } from 'zod';
import { onRoom, type SheetSet } from './lay-out.js';
import type { Affine } from './page.js';

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
export function sheetLayout({ tiled, mirrored }: SheetSet): SheetLayout {
  if (!tiled) return { pages: [], skipped: [], marks: [] };
  const { tiling, printed, skipped, marks } = tiled;
  const { toFile } = tiling;
  return {
    pages: printed.map(({ label, window }, index) => ({
      page: index + 1,
      label,
      window,
      at: { x: toFile.c, y: toFile.f },
    })),
    skipped: skipped.map(({ label, window }) => ({ label, window })),
    marks: printed.flatMap(({ label, window }, index) =>
      marks
        .filter(({ labels }) => labels.includes(label))
        .map(({ number, x, y }) => ({ number, page: index + 1, ...inFile(x, y, window, mirrored, toFile) })),
    ),
  };
}

/** A place of the drawing, in the file of the page that shows a window of it. */
function inFile(x: number, y: number, window: Rect, mirrored: boolean, { a, b, c, d, e, f }: Affine) {
  const room = onRoom(window, mirrored);
  const [u, v] = [room.a * x + room.c, room.e * y + room.f];
  return { x: a * u + b * v + c, y: d * u + e * v + f };
}
