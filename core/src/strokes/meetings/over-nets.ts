import KDBush from 'kdbush';
import { fitLine, stepLength, type Line } from '../../geometry/index.js';
import type { Meeting } from '../skeleton/graph.js';

/** A stroke carried over a net of meetings: its points and half its width, pixels. */
export type OverNet = { points: number[]; halfPx: number };

/** A line along a stroke is read off so many points to either side. */
const linePoints = 3;

/** Strokes carried over nets, found by where they run. */
export class OverNets {
  private readonly places: { x: number; y: number; stroke: number; i: number }[];
  private readonly index: KDBush;
  private readonly widestPx: number;

  constructor(private readonly strokes: readonly OverNet[]) {
    this.places = strokes.flatMap(({ points }, stroke) =>
      Array.from({ length: points.length / 2 }, (_, i) => ({
        x: points[2 * i],
        y: points[2 * i + 1],
        stroke,
        i,
      })),
    );
    this.index = new KDBush(Math.max(1, this.places.length));
    for (const { x, y } of this.places) this.index.add(x, y);
    if (this.places.length === 0) this.index.add(-1e9, -1e9);
    this.index.finish();
    this.widestPx = strokes.reduce((widest, { halfPx }) => Math.max(widest, halfPx), 0);
  }

  /** The numbers of the strokes that a place lies in: within a share of half their width, and a pixel. */
  strokesAt(x: number, y: number, share: number): Set<number> {
    return new Set(
      this.placesNear(x, y, share * this.widestPx + 1)
        .filter(
          (place) => stepLength(place.x - x, place.y - y) <= share * this.strokes[place.stroke].halfPx + 1,
        )
        .map(({ stroke }) => stroke),
    );
  }

  /** The lines along the strokes that pass a meeting no further from it than it reaches. */
  linesOver({ x, y, reach }: Meeting): Line[] {
    const nearest = new Map<number, (typeof this.places)[number]>();
    for (const place of this.placesNear(x, y, reach)) {
      const other = nearest.get(place.stroke);
      if (!other || stepLength(place.x - x, place.y - y) < stepLength(other.x - x, other.y - y))
        nearest.set(place.stroke, place);
    }
    return [...nearest.values()].map(({ stroke, i }) => {
      const first = 2 * Math.max(0, i - linePoints);
      const run = Float64Array.from(this.strokes[stroke].points.slice(first, 2 * (i + linePoints + 1)));
      return fitLine(run, 0, run.length / 2 - 1);
    });
  }

  private placesNear(x: number, y: number, distancePx: number) {
    return this.index.within(x, y, distancePx).flatMap((i) => this.places[i] ?? []);
  }
}
