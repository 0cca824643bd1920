import { dashOf, isTraced, type MapDocument, type MapLine } from '@nobrel/core/documents';
import type { Homography, Point } from '@nobrel/core/geometry';

/** How places of the surface come to pixels of a window. */
export type Thrown = {
  /** Where a place of the surface, mm, lies in the window, pixels. */
  pixel: (x: number, y: number) => Point;
  /** Pixels to a mm in the middle of what is shown. */
  perMm: number;
  /** The same without the bending of the lens: what the whole is moved by while it is being placed. */
  plane: Homography;
  /** Whether straight lines come out bent. */
  isBent: boolean;
};

/** Straights are bent in pieces no longer than this, pixels. */
const straightPx = 40;
/** Points nearer to the last one than this are left out: nobody sees them, and thousands of lines are drawn at once. */
const minStepPx = 1;

const hundredths = (px: number) => Math.round(100 * px) / 100;

/** The points of a run, brought to pixels, as the data of a path. */
export function warpedPath(
  points: readonly (readonly [number, number])[],
  closed: boolean,
  { pixel, perMm, isBent }: Thrown,
): string {
  let d = '';
  let [lastX, lastY] = [Infinity, Infinity];
  const add = (x: number, y: number, isEnd: boolean) => {
    const at = pixel(x, y);
    if (!isEnd && Math.abs(at.x - lastX) < minStepPx && Math.abs(at.y - lastY) < minStepPx) return;
    d += `${d === '' ? 'M' : 'L'}${hundredths(at.x)} ${hundredths(at.y)}`;
    [lastX, lastY] = [at.x, at.y];
  };
  const all = closed && isBent ? [...points, ...points.slice(0, 1)] : points;
  all.forEach(([x, y], i) => {
    const before = all[i - 1];
    const pieces =
      before && isBent ? Math.ceil((perMm * Math.hypot(x - before[0], y - before[1])) / straightPx) : 1;
    for (let k = 1; before && k < pieces; k++)
      add(before[0] + ((x - before[0]) * k) / pieces, before[1] + ((y - before[1]) * k) / pieces, false);
    add(x, y, i === 0 || i === all.length - 1);
  });
  return closed ? `${d}Z` : d;
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
