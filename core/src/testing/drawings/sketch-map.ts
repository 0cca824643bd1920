import type { KnownDrawing } from '../../camera/index.js';
import type { MapDocument } from '../../documents/index.js';
import { lineOf, mapWith } from '../line-map.js';

/** A map that is a known drawing, line by line. */
export function sketchMap({ strokes, widthMm, heightMm }: KnownDrawing): MapDocument {
  const lines = strokes.flatMap(({ points, closed, part }, i) => {
    if (part !== 'drawing') return [];
    const run: [number, number][] = [];
    for (let k = 0; k < points.length; k += 6) run.push([points[k], points[k + 1]]);
    return [lineOf(run, { id: `k${i}`, kind: 'detail', closed })];
  });
  return mapWith(widthMm, heightMm, lines);
}
