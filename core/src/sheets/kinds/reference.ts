import type { SheetDecisions } from '../decisions.js';
import type { Drawing } from '../page/drawing.js';
import type { SheetSource } from '../source.js';
import { gridItems } from './grid-items.js';
import type { SheetKindModule } from './kind.js';
import { cornersOf } from './lines.js';
import { cropOf } from './printed-reference.js';

/** The reference at its size on the surface, with or without the grid. */
function referenceDrawing(
  source: SheetSource,
  { look, withGrid }: Pick<SheetDecisions, 'look' | 'withGrid'>,
): Drawing {
  const { map } = source;
  return {
    extent: { x: 0, y: 0, ...map.surface },
    items: [
      { kind: 'picture', at: map.frame, window: cropOf(source), look },
      ...(withGrid ? gridItems(source) : []),
      ...cornersOf(map),
    ],
    marks: [],
    mirrored: false,
    called: { colour: 'reference', grey: 'reference, grey', faint: 'reference, faint' }[look],
  };
}

/** What is painted from, beside the surface. */
export const referenceKind: SheetKindModule = {
  words: 'reference at true size',
  group: 'see',
  sentence: [', ', { at: 'look' }, ' ', { at: 'withGrid' }, ','],
  draw: (source, decisions) => ({ drawing: referenceDrawing(source, decisions) }),
};
