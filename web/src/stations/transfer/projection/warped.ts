import type { MapLine } from '@nobrel/core/documents';
import { dashOf } from '@nobrel/core/documents';
import { transformed, type Homography } from '@nobrel/core/geometry';

/** The points of a run, brought to pixels, as the data of a path. */
export function warpedPath(
  points: readonly (readonly [number, number])[],
  closed: boolean,
  toPixels: Homography,
): string {
  const steps = points.map(([x, y], i) => {
    const at = transformed(toPixels, x, y);
    return `${i === 0 ? 'M' : 'L'}${at.x.toFixed(2)} ${at.y.toFixed(2)}`;
  });
  return `${steps.join('')}${closed ? 'Z' : ''}`;
}

/** Pixels to a mm in the middle of a surface: the root of how much its area grows. */
export function pixelsPerMm(surface: { width: number; height: number }, toPixels: Homography): number {
  const x = surface.width / 2;
  const y = surface.height / 2;
  const here = transformed(toPixels, x, y);
  const right = transformed(toPixels, x + 1, y);
  const down = transformed(toPixels, x, y + 1);
  return Math.sqrt(Math.abs((right.x - here.x) * (down.y - here.y) - (right.y - here.y) * (down.x - here.x)));
}

/** Lines of one dash as one path each, so that thousands are drawn within a frame. */
export function warpedLines(lines: readonly MapLine[], toPixels: Homography): { dash: string; d: string }[] {
  const groups = new Map<string, string[]>();
  for (const line of lines) {
    const dash = dashOf(line)?.join(' ') ?? '';
    groups.set(dash, [...(groups.get(dash) ?? []), warpedPath(line.points, line.closed, toPixels)]);
  }
  return [...groups].map(([dash, paths]) => ({ dash, d: paths.join('') }));
}
