import type { PageItem } from '../sheets/index.js';
import { straightsThrough, type DrawnStroke, type KnownDrawing } from './drawn-stroke.js';

type Place = [number, number];

/** A line as a printer prints it. */
export function printedStroke(points: Float64Array, width: number, darkness = 1): DrawnStroke {
  return { points, closed: false, darkness, width, part: 'construction' };
}

/** The lines of ruled or squared paper. */
export function rulingsOf(
  { widthMm, heightMm }: Pick<KnownDrawing, 'widthMm' | 'heightMm'>,
  { everyMm, squared }: { everyMm: number; squared: boolean },
): DrawnStroke[] {
  const strokes: DrawnStroke[] = [];
  const line = (from: [number, number], to: [number, number]) =>
    strokes.push(printedStroke(straightsThrough([from, to]), rulingWidth));
  for (let y = everyMm / 2; y < heightMm + everyMm; y += everyMm) line([-20, y], [widthMm + 20, y]);
  for (let x = everyMm / 3; squared && x < widthMm + everyMm; x += everyMm)
    line([x, -20], [x, heightMm + 20]);
  return strokes;
}

/** Width of a ruling, as a share of a pen's. */
const rulingWidth = 0.3;

/** Width of a line of print as a share of a pen's, for lines of 0.35 mm. */
const printWidth = 0.9;

/** Everything printed on a page as strokes; words as a scribble of their size. */
export function strokesOfPage(items: readonly PageItem[]): DrawnStroke[] {
  return items.flatMap((item): DrawnStroke[] => {
    if (item.kind === 'within') return strokesOfPage(item.items);
    if (item.kind === 'text') {
      const wide = 0.5 * item.sizeMm;
      const from = item.x - { start: 0, middle: 0.5, end: 1 }[item.anchor] * wide * item.text.length;
      const letters = [...item.text].flatMap((_, k): Place[] => [
        [from + k * wide, item.y],
        [from + (k + 0.5) * wide, item.y - 0.7 * item.sizeMm],
      ]);
      return letters.length > 1 ? [printedStroke(straightsThrough(letters), 0.5, 0.8)] : [];
    }
    if (item.kind !== 'stroke') return [];
    const places = Array.from({ length: item.points.length / 2 }, (_, i): Place => [
      item.points[2 * i],
      item.points[2 * i + 1],
    ]);
    if (item.closed) places.push(places[0]);
    const darkness = item.ink === 'graphite' ? 1 : item.ink === 'faint' ? 0.4 : 0.7;
    return dashed(straightsThrough(places), item.dashMm).map((points) =>
      printedStroke(points, printWidth, darkness),
    );
  });
}

function dashed(points: Float64Array, dash: readonly [number, number] | null): Float64Array[] {
  if (!dash) return [points];
  const runs: number[][] = [];
  let along = 0;
  let on = false;
  for (let i = 0; i < points.length; i += 2) {
    if (i > 0) along += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
    const is = along % (dash[0] + dash[1]) < dash[0];
    if (is && !on) runs.push([]);
    if (is) runs[runs.length - 1].push(points[i], points[i + 1]);
    on = is;
  }
  return runs.filter((run) => run.length >= 4).map((run) => Float64Array.from(run));
}
