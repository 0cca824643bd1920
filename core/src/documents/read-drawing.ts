import type { Brought } from './lines-as-map.js';
import { readMapDocument } from './map-document.js';
import { readDxf } from './read-dxf.js';
import { readSvg } from './read-svg.js';

/**
 * Reads a drawing as a map, by what its text begins with: a map document, an SVG or a DXF.
 *
 * @throws DocumentError with a sentence that says what to do
 */
export function readDrawing(text: string): Brought {
  const head = text
    .slice(0, 2000)
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (head.startsWith('<')) return readSvg(text.replace(/^\uFEFF/, ''));
  if (/^(?:999\s|0\s*[\r\n]+\s*SECTION)/i.test(head)) return readDxf(text);
  return { map: readMapDocument(text), says: [] };
}
