import { gridOf } from '../../fit/index.js';
import type { Rect } from '../../geometry/index.js';
import { formatLength, formatSize, type SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { SinglePage } from '../layout/lay-out.js';
import type { PageItem } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import { gridItems } from './grid-items.js';
import { asPicture, type SheetKindModule } from './kind.js';
import { cropOf, pictureOn, wordsMm } from './printed-reference.js';

/** The reference as large as one page takes, with the same grid over it. */
function gridReferencePage(source: SheetSource, { look }: Pick<SheetDecisions, 'look'>) {
  const window = cropOf(source);
  return (room: SizeMm): SinglePage[] => {
    const { grid, unit } = source;
    const { frame } = source.map;
    const title = new Column(0, 0, room.widthMm, room.heightMm);
    title.writeShortened(`${source.title}: the grid over the reference`, 4, 2);
    const head = title.y + 3;
    const scale = Math.min(
      (room.widthMm - 2) / frame.width,
      (room.heightMm - head - wordsMm - 2) / frame.height,
    );
    const at: Rect = { x: 1, y: head, width: frame.width * scale, height: frame.height * scale };
    const onPage = (rect: Rect): Rect => ({
      x: at.x + (rect.x - frame.x) * scale,
      y: at.y + (rect.y - frame.y) * scale,
      width: rect.width * scale,
      height: rect.height * scale,
    });
    const scaled = { ...grid, spacingMm: grid.spacingMm * scale };
    const square = gridOf(source.drawing, grid);
    const words = new Column(0, at.y + at.height + 1, room.widthMm, room.heightMm);
    words.write(
      `Printed at ${(100 * scale).toFixed(1)} % of its size on the surface, ${formatSize(at.width, at.height, unit)}. Squares of ${formatLength(square.squareX * scale, unit)} here are ${formatLength(square.squareX, unit)} there.`,
      2.8,
    );
    const items: PageItem[] = [
      ...title.items,
      pictureOn(at, window, look),
      ...gridItems({ grid: scaled, drawing: onPage(source.drawing) }),
      ...words.items,
    ];
    return [{ label: 'grid over the reference', items, notes: noteIfCut(words) }];
  };
}

/** The other half of squaring up by hand. */
export const gridReferenceKind: SheetKindModule = {
  words: 'grid over the reference',
  group: 'divide',
  sentence: [', ', { at: 'look' }, ','],
  pages: gridReferencePage,
  orientation: asPicture,
};
