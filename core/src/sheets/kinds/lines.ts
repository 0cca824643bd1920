import { dashOf, isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import type { SheetDecisions } from '../decisions.js';
import { cornerMarks, type Drawing, type DrawingItem } from '../page/drawing.js';
import { strengthDashes, strengthKey, type LineStrength, type StrengthPlan } from '../line-strengths.js';
import { inkColours, strokeOf, textOf, type PageStroke, type Rgb } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import type { SheetKindModule } from './kind.js';

/** A stroke of direction is drawn this much thinner than a line. */
const directionShare = 0.6;

/** A line of a drawing is printed no fainter than this, so that it can still be traced: sRGB, 0–255. */
const faintestGrey = 185;

/** What tells lines apart: how dark the strokes of a drawing were, or how dark each is to be drawn for the paint. */
export type ToldApart = 'drawn' | ReadonlyMap<string, LineStrength> | null;

/** What tells lines apart on the sheets of a work, and the words that say it there. */
export function toldApartBy(
  { planStrengths }: Pick<SheetSource, 'planStrengths'>,
  by: SheetDecisions['strengths'],
): { told: ToldApart; words: StrengthPlan['words'] } {
  if (by !== 'paint') return { told: by === 'drawn' ? by : null, words: [] };
  const { lines, words } = planStrengths();
  return { told: lines, words };
}

/**
 * The traced lines of a map, as they are drawn: whole, broken, dashed or dotted by what they are; or dashed by how dark
 * they are to be drawn, where that tells them apart.
 */
export function tracedStrokes(map: MapDocument, lineMm: number, told: ToldApart = null): PageStroke[] {
  return map.lines.filter(isTraced).map((line) => ({ ...drawn(line, lineMm), ...toldBy(line, told) }));
}

function toldBy(line: MapLine, told: ToldApart): Partial<PageStroke> {
  if (told === 'drawn') return line.strength === undefined ? {} : { ink: inkOfStrength(line.strength) };
  const strength = told?.get(line.id);
  return strength ? { dashMm: strengthDashes[strength].dashMm } : {};
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
  source: Pick<SheetSource, 'map' | 'planStrengths'>,
  { lineMm, strengths }: Pick<SheetDecisions, 'lineMm' | 'strengths'>,
  mirrored: boolean,
): Drawing {
  const { map } = source;
  requireLines(map);
  const { told, words } = toldApartBy(source, strengths);
  return {
    extent: { x: 0, y: 0, ...map.surface },
    items: [
      ...tracedStrokes(map, lineMm, told),
      ...guideStrokes(map, lineMm),
      ...words.map(({ x, y, sizeMm, word }) =>
        textOf(x, y + 0.35 * sizeMm, word, sizeMm, { anchor: 'middle', ink: 'guide' }),
      ),
      ...cornersOf(map),
    ],
    marks: [],
    mirrored,
    called: `${mirrored ? 'REVERSE SIDE, mirrored' : 'outline'}${strengths === 'paint' ? ` · ${strengthKey}` : ''}`,
  };
}

/** The lines as they are traced. */
export const outlineKind: SheetKindModule = {
  words: 'outline',
  group: 'trace',
  draw: (source, decisions) => ({ drawing: outlineDrawing(source, decisions, false) }),
};

/** The lines from the reverse side, for tracing through or rubbing. */
export const mirroredKind: SheetKindModule = {
  words: 'outline, mirrored',
  group: 'trace',
  draw: (source, decisions) => ({ drawing: outlineDrawing(source, decisions, true) }),
};
