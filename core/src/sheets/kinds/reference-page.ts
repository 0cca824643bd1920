import type { Rect } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { SinglePage } from '../layout/lay-out.js';
import type { SheetSource } from '../source.js';
import { Column, noteIfCut } from '../page/words.js';
import { asPicture, type SheetKindModule } from './kind.js';
import { cropOf, pictureOn, wordsMm } from './printed-reference.js';

/** The reference as large as one page takes, with whose it is. */
function referencePage(source: SheetSource, { look }: Pick<SheetDecisions, 'look'>) {
  const window = cropOf(source);
  return (room: SizeMm): SinglePage[] => {
    const title = new Column(0, 0, room.widthMm, room.heightMm);
    title.writeShortened(source.title, 4, 2);
    const head = title.y + 3;
    const scale = Math.min(
      (room.widthMm - 2) / window.width,
      (room.heightMm - head - wordsMm - 2) / window.height,
    );
    const at: Rect = { x: 1, y: head, width: window.width * scale, height: window.height * scale };
    const words = new Column(0, at.y + at.height + 1, room.widthMm, room.heightMm);
    words.writeShortened(source.credit, 2.8, 3);
    return [
      {
        label: 'reference',
        items: [...title.items, pictureOn(at, window, look), ...words.items],
        notes: noteIfCut(words),
      },
    ];
  };
}

/** What lies beside the work. */
export const referencePageKind: SheetKindModule = {
  words: 'reference on one page',
  group: 'see',
  sentence: [', ', { at: 'look' }, ','],
  pages: referencePage,
  orientation: asPicture,
};
