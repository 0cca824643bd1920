import { reversedPoints } from '../../geometry/index.js';
import type { ThinLine } from './thin-line.js';

/** Two ends belong to one line when they lie this near, as a share of the shortest line, and point alike. */
const gapShare = 0.6;
const alike = Math.cos((30 * Math.PI) / 180);

/** Links lines whose ends face each other across a short gap into long ones; strongest first. */
export function linked(lines: readonly ThinLine[], shortestPx: number): ThinLine[] {
  const gap = gapShare * shortestPx;
  const open = new Set(lines);
  const out: ThinLine[] = [];
  for (const first of lines) {
    if (!open.delete(first)) continue;
    let line = first;
    for (const turned of [false, true]) {
      if (turned) line = { ...line, points: reversedPoints(line.points) };
      for (;;) {
        const next = nearestBeyond(line.points, open, gap);
        if (!next) break;
        open.delete(next.line);
        const other = next.reversed ? reversedPoints(next.line.points) : next.line.points;
        line = { ...line, points: Float64Array.from([...line.points, ...other]) };
      }
    }
    out.push(line);
  }
  return out;
}

/** The line that goes on beyond the end of a run, if one does. */
function nearestBeyond(run: Float64Array, open: ReadonlySet<ThinLine>, gap: number) {
  const n = run.length;
  const [x, y] = [run[n - 2], run[n - 1]];
  const heading = headingOf(run, n - 2, -1);
  let best: { line: ThinLine; reversed: boolean } | null = null;
  let nearest = gap;
  for (const line of open) {
    const p = line.points;
    for (const reversed of [false, true]) {
      const at = reversed ? p.length - 2 : 0;
      const distance = Math.hypot(p[at] - x, p[at + 1] - y);
      if (distance >= nearest) continue;
      const onward = headingOf(p, at, reversed ? -1 : 1);
      // The other line leads away from its own end; the run leads to its own.
      if (heading[0] * onward[0] + heading[1] * onward[1] > -alike) continue;
      const across = Math.abs(heading[0] * (p[at + 1] - y) - heading[1] * (p[at] - x));
      if (across > 0.5 * distance + 0.5) continue;
      best = { line, reversed };
      nearest = distance;
    }
  }
  return best;
}

/** Unit direction from an end into the run. */
function headingOf(points: Float64Array, at: number, sense: 1 | -1): [number, number] {
  const far = Math.min(points.length - 2, Math.max(0, at + sense * 2 * 6));
  const dx = points[far] - points[at];
  const dy = points[far + 1] - points[at + 1];
  const length = Math.hypot(dx, dy) || 1;
  return [dx / length, dy / length];
}
