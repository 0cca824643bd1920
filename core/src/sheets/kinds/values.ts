import { greyByteOfLightness } from '../../colour/index.js';
import type { MapDocument } from '../../documents/index.js';
import { ringPoints, shapeNumbers } from '../../map/index.js';
import type { Drawing, DrawingItem } from '../page/drawing.js';
import { textOf, type PageFill } from '../page/page.js';
import { SheetError } from '../layout/tiling.js';
import { keyMm, keyRoomMm, keySquare } from './key.js';
import { cornersOf, flat, guideStrokes, tracedStrokes } from './lines.js';
import type { SheetKindModule } from './kind.js';

/** The values as flat greys, or by number only, with a key strip of what each is. */
export function valuesDrawing(map: MapDocument, lineMm: number, by: 'greys' | 'numbers'): Drawing {
  if (map.shapes.length === 0)
    throw new SheetError(
      'This map has no value shapes to print: at Map, ask for values and not for lines only.',
    );
  const { width, height } = map.surface;
  const items: DrawingItem[] = [];
  if (by === 'greys') items.push(...greyFills(map));
  else {
    for (const { level, x, y, sizeMm } of shapeNumbers(map))
      items.push(textOf(x, y + 0.35 * sizeMm, String(level + 1), sizeMm, { anchor: 'middle', ink: 'guide' }));
    items.push(...tracedStrokes(map, lineMm), ...guideStrokes(map, lineMm));
  }
  return {
    extent: { x: 0, y: 0, width, height: height + keyRoomMm },
    items: [...items, ...cornersOf(map), ...keyStrip(map)],
    marks: [],
    mirrored: false,
    called: by === 'greys' ? 'values in greys' : 'values by number',
  };
}

/** Every shape filled with the grey of its value. */
function greyFills(map: MapDocument): PageFill[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const lightness = new Map(map.values.map((value) => [value.level, value.lightness]));
  return map.shapes.map((shape) => {
    const grey = greyByteOfLightness(lightness.get(shape.level) ?? 50);
    return { kind: 'fill', rings: ringPoints(shape, lines).map(flat), colour: [grey, grey, grey] };
  });
}

/** A square of each value with its number and lightness, in a row below the surface. */
function keyStrip({ surface, values }: MapDocument): DrawingItem[] {
  const pitch = Math.min(24, surface.width / Math.max(1, values.length));
  const side = Math.min(keyMm, 0.6 * pitch);
  const top = surface.height + 4;
  return values.flatMap(({ level, lightness }, i): DrawingItem[] => {
    const x = i * pitch;
    const grey = greyByteOfLightness(lightness);
    return [
      ...keySquare(x, top, side, [grey, grey, grey]),
      textOf(x, top + side + 3, `${level + 1}`, 3),
      textOf(x + 4, top + side + 3, `L ${Math.round(lightness)}`, Math.min(3, pitch / 6)),
    ];
  });
}

/** The values to paint from. */
export const valuesKind: SheetKindModule = {
  words: 'values in greys',
  group: 'see',
  draw: ({ map }, { lineMm }) => ({ drawing: valuesDrawing(map, lineMm, 'greys') }),
};

/** The values as numbers on the lines. */
export const numbersKind: SheetKindModule = {
  words: 'values by number',
  group: 'see',
  draw: ({ map }, { lineMm }) => ({ drawing: valuesDrawing(map, lineMm, 'numbers') }),
};
