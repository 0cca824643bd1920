import type { INode } from 'svgson';
import { DocumentError } from './read-document.js';

/** Millimetres in each unit of CSS; a pixel is a 96th of an inch. */
const mmPer: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

/** a, b, c, d, e, f as in the transforms of SVG. */
export type Matrix = [number, number, number, number, number, number];

/**
 * The size of the drawing in mm, and how its own units come to be mm.
 *
 * @throws DocumentError when it does not say how large it is
 */
export function svgSize({ attributes }: INode): { size: { width: number; height: number }; toMm: Matrix } {
  const box = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x = 0, y = 0, boxWidth = 0, boxHeight = 0] = box;
  const viewed = box.length === 4 && boxWidth > 0 && boxHeight > 0;
  const width = lengthMm(attributes['width']);
  const height = lengthMm(attributes['height']);
  if (!viewed) {
    if (width === null || height === null)
      throw new DocumentError('This SVG does not say how large it is: give it a width and a height in mm.');
    return { size: { width, height }, toMm: [mmPer['px'], 0, 0, mmPer['px'], 0, 0] };
  }
  const px = mmPer['px'];
  // A side that is not given follows from the other and the view box.
  const across = width ?? (height === null ? boxWidth * px : (height * boxWidth) / boxHeight);
  const down = height ?? (across * boxHeight) / boxWidth;
  const stretched = (attributes['preserveAspectRatio'] ?? '').trim() === 'none';
  const scale = Math.min(across / boxWidth, down / boxHeight);
  const [sx, sy] = stretched ? [across / boxWidth, down / boxHeight] : [scale, scale];
  const left = (across - sx * boxWidth) / 2 - sx * x;
  const top = (down - sy * boxHeight) / 2 - sy * y;
  return { size: { width: across, height: down }, toMm: [sx, 0, 0, sy, left, top] };
}

/** A length with its unit in mm; null for none, and for a share of a page that is not known. */
function lengthMm(text: string | undefined): number | null {
  const match = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
  if (!match) return null;
  const unit = mmPer[match[2].toLowerCase()];
  const value = Number(match[1]);
  return unit !== undefined && value > 0 ? value * unit : null;
}
