import KDBush from 'kdbush';
import { reversedPoints } from '../../geometry/index.js';
import type { ThinLine } from './thin-line.js';

/** Two ends belong to one line when they lie this near, as a share of the shortest line, and point alike. */
const gapShare = 0.6;
const alike = Math.cos((30 * Math.PI) / 180);

/** Links lines whose ends face each other across a short gap into long ones; strongest first. */
export function linked(lines: readonly ThinLine[], shortestPx: number): ThinLine[] {
  const gap = gapShare * shortestPx;
  const open = new Set(lines);
  const ends = new Ends(lines);
  const out: ThinLine[] = [];
  for (const first of lines) {
    if (!open.delete(first)) continue;
    let line = first;
    for (const turned of [false, true]) {
      if (turned) line = { ...line, points: reversedPoints(line.points) };
      for (;;) {
        const next = nearestBeyond(line.points, ends, open, gap);
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

/** Both ends of every line, found by place. */
class Ends {
  private readonly index: KDBush;

  constructor(private readonly lines: readonly ThinLine[]) {
    this.index = new KDBush(2 * lines.length);
    for (const { points } of lines) {
      this.index.add(points[0], points[1]);
      this.index.add(points[points.length - 2], points[points.length - 1]);
    }
    this.index.finish();
  }

  /** Lines with an end near a place, in order, and whether it is their last. */
  near(x: number, y: number, distance: number): { line: ThinLine; reversed: boolean }[] {
    const found = this.index.within(x, y, distance).sort((a, b) => a - b);
    return found.map((end) => ({ line: this.lines[end >> 1], reversed: (end & 1) === 1 }));
  }
}

/** The line that goes on beyond the end of a run, if one does. */
function nearestBeyond(run: Float64Array, ends: Ends, open: ReadonlySet<ThinLine>, gap: number) {
  const n = run.length;
  const [x, y] = [run[n - 2], run[n - 1]];
  const heading = headingOf(run, n - 2, -1);
  let best: { line: ThinLine; reversed: boolean } | null = null;
  let nearest = gap;
  for (const { line, reversed } of ends.near(x, y, gap)) {
    if (!open.has(line)) continue;
    const p = line.points;
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
