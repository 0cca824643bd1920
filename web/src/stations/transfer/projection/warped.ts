import { dashOf, isTraced, type MapDocument, type MapLine } from '@nobrel/core/documents';
import type { Homography, Point } from '@nobrel/core/geometry';

/** How places of the surface come to pixels of a window. */
export type Thrown = {
  /** Where a place of the surface, mm, lies in the window, pixels. */
  pixel: (x: number, y: number) => Point;
  /** Pixels to a mm in the middle of what is shown. */
  perMm: number;
  /** The same without the bending of the lens: what pictures are warped by. */
  plane: Homography;
  /** Whether straight lines come out bent. */
  isBent: boolean;
};

/** Straights are bent in pieces no longer than this, mm at a pixel to the mm. */
const straightPx = 40;

/** The points of a run, brought to pixels, as the data of a path. */
export function warpedPath(
  points: readonly (readonly [number, number])[],
  closed: boolean,
  { pixel, perMm, isBent }: Thrown,
): string {
  const steps: string[] = [];
  const add = (x: number, y: number) => {
    const at = pixel(x, y);
    steps.push(`${steps.length === 0 ? 'M' : 'L'}${at.x.toFixed(2)} ${at.y.toFixed(2)}`);
  };
  const all = closed && isBent ? [...points, ...points.slice(0, 1)] : points;
  all.forEach(([x, y], i) => {
    const before = all[i - 1];
    const pieces =
      before && isBent ? Math.ceil((perMm * Math.hypot(x - before[0], y - before[1])) / straightPx) : 1;
    for (let k = 1; before && k < pieces; k++)
      add(before[0] + ((x - before[0]) * k) / pieces, before[1] + ((y - before[1]) * k) / pieces);
    add(x, y);
  });
  return `${steps.join('')}${closed ? 'Z' : ''}`;
}

/** A line as it is drawn on the wall. */
export type WarpedLine = { id: string; dash: string; d: string };

/** Every line that is traced, brought to pixels once: what is shown of them then changes within a frame. */
export const warpedLines = (map: MapDocument, thrown: Thrown): WarpedLine[] =>
  map.lines
    .filter((line: MapLine) => isTraced(line))
    .map((line) => ({
      id: line.id,
      dash: dashOf(line)?.join(' ') ?? '',
      d: warpedPath(line.points, line.closed, thrown),
    }));

/** Lines of one dash as one path each, so that thousands are drawn at once. */
export function asPaths(lines: readonly WarpedLine[]): { dash: string; d: string }[] {
  const groups = new Map<string, string[]>();
  for (const { dash, d } of lines) {
    const group = groups.get(dash);
    if (group) group.push(d);
    else groups.set(dash, [d]);
  }
  return [...groups].map(([dash, paths]) => ({ dash, d: paths.join('') }));
}
