import { dashOf, isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import type { SheetDecisions } from '../decisions.js';
import { cornerMarks, type Drawing, type DrawingItem } from '../drawing.js';
import { inkColours, strokeOf, type PageStroke, type Rgb } from '../page.js';
import { SheetError } from '../tiling.js';
import type { SheetKindModule } from './kind.js';

/** A stroke of direction is drawn this much thinner than a line. */
const directionShare = 0.6;

/** A line of a drawing is printed no fainter than this, so that it can still be traced: sRGB, 0–255. */
const faintestGrey = 185;

/**
 * The traced lines of a map, as they are drawn: whole, broken, dashed or dotted by what they are.
 *
 * @param strengths whether lines of a drawing are all alike, or as dark as they were drawn
 */
export function tracedStrokes(
  map: MapDocument,
  lineMm: number,
  strengths: SheetDecisions['strengths'] = 'alike',
): PageStroke[] {
  return map.lines.filter(isTraced).map((line) => ({
    ...drawn(line, lineMm),
    ...(strengths === 'drawn' && line.strength !== undefined ? { ink: inkOfStrength(line.strength) } : {}),
  }));
}

function drawn(line: MapLine, lineMm: number): PageStroke {
  return strokeOf(flat(line.points), line.kind === 'direction' ? directionShare * lineMm : lineMm, {
    closed: line.closed,
    dashMm: dashOf(line),
  });
}

/** Graphite on paper, mixed by how dark the stroke was. */
function inkOfStrength(strength: number): Rgb {
  const [darkest] = inkColours.graphite;
  const grey = Math.round(Math.min(faintestGrey, darkest + (255 - darkest) * (1 - strength)));
  return [grey, grey, grey];
}

/** Guides laid on the map, in blue. */
export function guideStrokes(map: MapDocument, lineMm: number): PageStroke[] {
  return map.lines
    .filter(({ kind, kept }) => kind === 'guide' && kept !== false)
    .map((line) =>
      strokeOf(flat(line.points), lineMm, { closed: line.closed, ink: 'guide', dashMm: dashOf(line) }),
    );
}

export function flat(points: readonly (readonly [number, number])[]): Float64Array {
  const out = new Float64Array(2 * points.length);
  points.forEach(([x, y], i) => {
    out[2 * i] = x;
    out[2 * i + 1] = y;
  });
  return out;
}

/** Marks at the corners of the surface and of the frame. */
export function cornersOf(map: MapDocument): DrawingItem[] {
  const { surface, frame } = map;
  const filled = frame.width === surface.width && frame.height === surface.height;
  return [...cornerMarks({ x: 0, y: 0, ...surface }), ...(filled ? [] : cornerMarks(frame))];
}

/** @throws SheetError when a map has no line to trace */
export function requireLines(map: MapDocument): void {
  if (map.lines.some(isTraced)) return;
  throw new SheetError('This map has no lines to print: ask for more values or smaller shapes at Map first.');
}

/** The map's lines at true size, as they are traced; or seen from the reverse side. */
export function outlineDrawing(
  map: MapDocument,
  { lineMm, strengths }: Pick<SheetDecisions, 'lineMm' | 'strengths'>,
  mirrored: boolean,
): Drawing {
  requireLines(map);
  return {
    extent: { x: 0, y: 0, ...map.surface },
    items: [...tracedStrokes(map, lineMm, strengths), ...guideStrokes(map, lineMm), ...cornersOf(map)],
    marks: [],
    mirrored,
    called: mirrored ? 'REVERSE SIDE, mirrored' : 'outline',
  };
}

/** The lines as they are traced. */
export const outlineKind: SheetKindModule = {
  words: 'outline',
  group: 'trace',
  draw: ({ map }, decisions) => ({ drawing: outlineDrawing(map, decisions, false) }),
};

/** The lines from the reverse side, for tracing through or rubbing. */
export const mirroredKind: SheetKindModule = {
  words: 'outline, mirrored',
  group: 'trace',
  draw: ({ map }, decisions) => ({ drawing: outlineDrawing(map, decisions, true) }),
};
