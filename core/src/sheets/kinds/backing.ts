import { isTraced } from '../../documents/index.js';
import { ringOfRect } from '../../geometry/index.js';
import { groundShapes, ringPoints } from '../../map/index.js';
import type { Note } from '../../notes/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { Drawing, DrawingItem } from '../page/drawing.js';
import { inkColours, strokeOf, type PageFill, type PageStroke } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { backingNotes } from './backing-notes.js';
import { keyRoomMm } from './key.js';
import { stickKey, stickRegions } from './sticks.js';
import { cornersOf, flat, requireLines, tracedStrokes } from './lines.js';
import type { SheetKindModule } from './kind.js';

/** The lines are shown thin over the band, so that the sheet can be laid in place. */
const thinMm = 0.2;

/**
 * Where the back of the drawing is rubbed, as it is seen from the back: behind the lines only, behind all shapes
 * of the things, or all over; with which stick where the work says so; with the area, and what is saved against
 * rubbing all over.
 */
export function backingDrawing(
  source: SheetSource,
  { backing }: Pick<SheetDecisions, 'backing'>,
): { drawing: Drawing; notes: Note<Partial<SheetDecisions>>[] } {
  const { map } = source;
  requireLines(map);
  const { width, height } = map.surface;
  const rubbed = rubbedItems(source, backing);
  const regions = stickRegions(source, backing.sticks);
  const coloured = regions
    .filter(({ rings }) => rings.length > 0)
    .map(({ rings, colour }): DrawingItem => ({
      kind: 'within',
      rings,
      items: rubbed.map((item) => (item.kind === 'fill' ? { ...item, colour } : { ...item, ink: colour })),
    }));
  const keyed = regions.length > 0;
  return {
    drawing: {
      extent: { x: 0, y: 0, width, height: height + (keyed ? keyRoomMm : 0) },
      items: [
        ...rubbed,
        ...coloured,
        ...tracedStrokes(map, thinMm),
        ...cornersOf(map),
        ...(keyed ? stickKey(regions, map.surface) : []),
      ],
      marks: [],
      mirrored: true,
      called: 'REVERSE SIDE: where to rub',
    },
    notes: backingNotes(source, backing, rubbed, regions),
  };
}

/** All that is rubbed, whatever with. */
function rubbedItems(
  source: SheetSource,
  { reach, bandMm }: SheetDecisions['backing'],
): (PageFill | PageStroke)[] {
  const { map } = source;
  if (reach === 'all') return [{ kind: 'fill', colour: inkColours.rub, rings: [ringOfRect(map.frame)] }];
  const bands = map.lines
    .filter(isTraced)
    .map((line) => strokeOf(flat(line.points), bandMm, { closed: line.closed, ink: 'rub' }));
  return [...(reach === 'shapes' ? thingFills(source) : []), ...bands];
}

/** The shapes of the things: all but the ground they stand before. */
function thingFills({ map }: SheetSource): PageFill[] {
  const ground = groundShapes(map);
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return map.shapes
    .filter(({ id }) => !ground.has(id))
    .map((shape) => ({ kind: 'fill', colour: inkColours.rub, rings: ringPoints(shape, lines).map(flat) }));
}

/** What the back is rubbed by. */
export const backingKind: SheetKindModule = {
  words: 'backing guide',
  group: 'divide',
  sentence: [
    ' ',
    { at: 'backing.reach' },
    { at: 'backing.bandMm', before: ', a band of ', when: ({ backing }) => backing.reach !== 'all' },
    ',',
  ],
  draw: backingDrawing,
};
