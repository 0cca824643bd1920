import Flatbush from 'flatbush';
import { stepLength } from '../../geometry/index.js';

/** Where a step crosses a line. */
export type Crossing = {
  line: number;
  x: number;
  y: number;
  /** How far along its line, mm. */
  alongMm: number;
  /** Unit direction of the line there. */
  tx: number;
  ty: number;
};

type Segment = {
  line: number;
  ax: number;
  ay: number;
  dx: number;
  dy: number;
  alongMm: number;
  length: number;
};

/** The segments of lines by place. */
export class LinesAt {
  private readonly segments: Segment[] = [];
  private readonly index: Flatbush | null;

  /** @param lines x0, y0, x1, y1 … mm; a closed one ends where it begins */
  constructor(lines: readonly ArrayLike<number>[]) {
    lines.forEach((points, line) => {
      let alongMm = 0;
      for (let i = 2; i < points.length; i += 2) {
        const [ax, ay] = [points[i - 2], points[i - 1]];
        const [dx, dy] = [points[i] - ax, points[i + 1] - ay];
        const length = stepLength(dx, dy);
        if (length === 0) continue;
        this.segments.push({ line, ax, ay, dx, dy, alongMm, length });
        alongMm += length;
      }
    });
    this.index = this.segments.length > 0 ? new Flatbush(this.segments.length) : null;
    if (!this.index) return;
    for (const { ax, ay, dx, dy } of this.segments)
      this.index.add(
        Math.min(ax, ax + dx),
        Math.min(ay, ay + dy),
        Math.max(ax, ax + dx),
        Math.max(ay, ay + dy),
      );
    this.index.finish();
  }

  /** Where the step from a to b crosses lines. */
  crossings(ax: number, ay: number, bx: number, by: number): Crossing[] {
    const [ux, uy] = [bx - ax, by - ay];
    return this.near(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)).flatMap(
      (segment) => {
        const { dx, dy, length } = segment;
        const [fromX, fromY] = [segment.ax - ax, segment.ay - ay];
        const determinant = ux * dy - uy * dx;
        if (Math.abs(determinant) < 1e-12) return [];
        const s = (fromX * dy - fromY * dx) / determinant;
        const t = (fromX * uy - fromY * ux) / determinant;
        // Half open, so that where one segment ends and the next begins is met once.
        if (s < 0 || s >= 1 || t < 0 || t >= 1) return [];
        return [
          {
            line: segment.line,
            x: segment.ax + t * dx,
            y: segment.ay + t * dy,
            alongMm: segment.alongMm + t * length,
            tx: dx / length,
            ty: dy / length,
          },
        ];
      },
    );
  }

  /** The spot of any line nearest to a place, or null when none is within reach. */
  nearest(x: number, y: number, reachMm: number): { x: number; y: number; away: number } | null {
    let best: { x: number; y: number; away: number } | null = null;
    for (const { ax, ay, dx, dy, length } of this.near(x - reachMm, y - reachMm, x + reachMm, y + reachMm)) {
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (length * length)));
      const [px, py] = [ax + t * dx, ay + t * dy];
      const away = stepLength(x - px, y - py);
      if (away <= reachMm && (!best || away < best.away)) best = { x: px, y: py, away };
    }
    return best;
  }

  private near(minX: number, minY: number, maxX: number, maxY: number): Segment[] {
    return this.index?.search(minX, minY, maxX, maxY).map((i) => this.segments[i]) ?? [];
  }
}
