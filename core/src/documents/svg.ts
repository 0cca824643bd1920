import { lineKinds, type MapDocument, type MapLine } from './map-document.js';

/** Millimetres with at most three decimals: finer than any printer, and short. */
export function shortNumber(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}

/** SVG path data of a line, in mm. */
export function pathData(line: Pick<MapLine, 'points' | 'closed'>): string {
  const steps = line.points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${shortNumber(x)} ${shortNumber(y)}`);
  return steps.join('') + (line.closed ? 'Z' : '');
}

/** True for a line the hand traces: not the picture's own border, no guide, not lost and not left out. */
export function isTraced(line: Pick<MapLine, 'kind' | 'edge' | 'kept'>): boolean {
  return line.kind !== 'frame' && line.kind !== 'guide' && line.edge !== 'lost' && line.kept !== false;
}

const escapeAttribute = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');

/**
 * How a line's kind and quality are drawn: a soft edge is a broken line, so that it reads as a blend; short
 * dashes part two colours of one value; dots go round a cast shadow. In mm.
 */
export function dashOf(
  line: Pick<MapLine, 'kind' | 'edge'> & Partial<Pick<MapLine, 'dotted' | 'colour' | 'of'>>,
): readonly [number, number] | null {
  if (line.dotted === true) return [0.2, 1.6];
  if (line.kind === 'hidden') return [2, 1.2];
  if (line.kind === 'guide') return [6, 2];
  if (line.colour !== undefined && line.of !== 'contour') return [1.2, 1.2];
  return line.edge === 'soft' ? [3, 1] : null;
}

/**
 * A map as SVG: true size in mm, one path a line, one group a kind. Lines that are not drawn are in the file,
 * so that shapes stay closed for other tools, but not shown.
 *
 * @param strokeWidthMm width of the drawn lines
 */
export function mapToSvg(map: MapDocument, strokeWidthMm = 0.35): string {
  const { width, height } = map.surface;
  const groups = lineKinds
    .map((kind) => ({ kind, lines: map.lines.filter((line) => line.kind === kind) }))
    .filter((group) => group.lines.length > 0)
    .map(({ kind, lines }) => `  <g data-kind="${kind}">\n${lines.map(svgPath).join('\n')}\n  </g>`);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${shortNumber(width)}mm" height="${shortNumber(height)}mm" ` +
      `viewBox="0 0 ${shortNumber(width)} ${shortNumber(height)}" fill="none" stroke="#222" ` +
      `stroke-width="${strokeWidthMm}" stroke-linejoin="round" stroke-linecap="round">`,
    ...groups,
    '</svg>',
    '',
  ].join('\n');
}

function svgPath(line: MapLine): string {
  const dash = dashOf(line);
  const style = dash ? ` stroke-dasharray="${dash.join(' ')}"` : '';
  const hidden = isTraced(line) || line.kind === 'guide' ? '' : ' visibility="hidden"';
  return `    <path id="${escapeAttribute(line.id)}" data-kind="${line.kind}" data-edge="${line.edge}" d="${pathData(line)}"${style}${hidden}/>`;
}
