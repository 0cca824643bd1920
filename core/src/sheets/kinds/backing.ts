import { isTraced } from '../../documents/index.js';
import { ringOfRect } from '../../geometry/index.js';
import { groundShapes, ringPoints } from '../../map/index.js';
import type { Note } from '../../notes/index.js';
import type { SheetDecisions } from '../decisions.js';
import { type Drawing, type DrawingItem } from '../drawing.js';
import { inkColours, strokeOf, type PageFill } from '../page.js';
import type { SheetSource } from '../source.js';
import { cornersOf, flat, requireLines, tracedStrokes } from './lines.js';
import { Coverage } from './coverage.js';

/** The lines are shown thin over the band, so that the sheet can be laid in place. */
const thinMm = 0.2;

/**
 * Where the back of the drawing is rubbed, as it is seen from the back: behind the lines only, behind all shapes
 * of the things, or all over; with the area, and what is saved against rubbing all over.
 */
export function backingDrawing(
  source: SheetSource,
  { backing }: Pick<SheetDecisions, 'backing'>,
): { drawing: Drawing; notes: Note<Partial<SheetDecisions>>[] } {
  const { map } = source;
  requireLines(map);
  const { reach, bandMm } = backing;
  const bands = map.lines
    .filter(isTraced)
    .map((line) => strokeOf(flat(line.points), bandMm, { closed: line.closed, ink: 'rub' }));
  const fills = reach === 'shapes' ? thingFills(source) : [];
  const whole: PageFill = {
    kind: 'fill',
    colour: inkColours.rub,
    rings: [ringOfRect(map.frame)],
  };
  const items: DrawingItem[] = reach === 'all' ? [whole] : [...fills, ...bands];
  const frameMm2 = map.frame.width * map.frame.height;
  let areaMm2 = frameMm2;
  if (reach !== 'all') {
    const coverage = new Coverage(map.frame, bandMm);
    for (const { rings } of fills) coverage.addRings(rings);
    for (const { points, closed } of bands) coverage.addBand(points, closed, bandMm);
    areaMm2 = coverage.areaMm2();
  }
  const saved = Math.round(100 * (1 - areaMm2 / frameMm2));
  return {
    drawing: {
      extent: { x: 0, y: 0, ...map.surface },
      items: [...items, ...tracedStrokes(map, thinMm), ...cornersOf(map)],
      marks: [],
      mirrored: true,
      called: 'REVERSE SIDE: where to rub',
    },
    notes: [
      {
        id: 'backing-area',
        weight: 'plain',
        says:
          reach === 'all'
            ? `Rubbed all over: ${squareCm(areaMm2)}.`
            : `${squareCm(areaMm2)} to rub, ${saved} % less than all over.`,
        why: 'What is not rubbed cannot dirty the surface. A band of 6 to 10 mm is easy to keep to.',
        ways:
          reach === 'all'
            ? [{ label: 'Only behind the lines', change: { backing: { ...backing, reach: 'lines' } } }]
            : [],
      },
    ],
  };
}

const squareCm = (mm2: number) => `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`;

/** The shapes of the things: all but the ground they stand before. */
function thingFills({ map }: SheetSource): PageFill[] {
  const ground = groundShapes(map);
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return map.shapes
    .filter(({ id }) => !ground.has(id))
    .map((shape) => ({ kind: 'fill', colour: inkColours.rub, rings: ringPoints(shape, lines).map(flat) }));
}
