import { gridTicks } from '../../fit/index.js';
import { cornerMarks, type Drawing } from '../page/drawing.js';
import type { SheetSource } from '../source.js';
import { Column } from '../page/words.js';
import { gridItems } from './grid-items.js';
import type { SheetKindModule } from './kind.js';

/** Room below the surface for the list of ticks, mm, and the size of its letters. */
const tickRoomMm = 26;
const tickMm = 2.8;

/** The list stays on one sheet of common paper, mm. */
const widestListMm = 140;

/** The grid at final size, for tracing paper, with the list of ticks to mark along the edges. */
function gridDrawing(source: SheetSource): Drawing {
  const { map, drawing, grid, rounding, unit } = source;
  const { width, height } = map.surface;
  const ticks = gridTicks({ drawing, surface: map.surface }, { ...rounding, grid }, unit);
  const list = new Column(0, height + 2, Math.max(60, Math.min(width, widestListMm)), height + tickRoomMm);
  for (const { edges, from, readings } of [ticks.level, ticks.side])
    list.write(`Along the ${edges} edges, from the ${from}: ${readings.join(', ')}.`, tickMm, {
      ink: 'guide',
    });
  return {
    extent: { x: 0, y: 0, width, height: height + tickRoomMm },
    items: [...gridItems(source), ...cornerMarks({ x: 0, y: 0, width, height }), ...list.items],
    marks: [],
    mirrored: false,
    called: 'grid for tracing paper',
  };
}

/** What squaring up by hand goes by. */
export const gridKind: SheetKindModule = {
  words: 'grid for tracing paper',
  group: 'divide',
  draw: (source) => ({ drawing: gridDrawing(source) }),
};
