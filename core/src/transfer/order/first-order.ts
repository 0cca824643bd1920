import type Flatbush from 'flatbush';
import type { StartingPoints } from './starting-points.js';
import type { Tour } from './tour.js';

/**
 * Puts lines one after the other, always the nearest that is left (nearest neighbour), and begins each at its nearer
 * end.
 *
 * @param groups lines that belong together, one group after the other; every line of the tour is in one of them
 */
export function nearestFirst(
  tour: Tour,
  starts: StartingPoints,
  groups: readonly (readonly number[])[],
): void {
  const order: number[] = [];
  // The first is the one nearest to the top left, where most people begin.
  let [x, y] = [0, 0];
  for (const group of groups) {
    const left = new LinesLeft(group, starts);
    for (let n = 0; n < group.length; n++) {
      const place = left.takeNearest(x, y);
      const line = starts.line[place];
      const own = tour.traced.points[line];
      const last = own.length - 2;
      [x, y] = [starts.x[place], starts.y[place]];
      if (tour.isClosed(line)) {
        tour.beginAt(line, starts.point[place]);
        order.push(2 * line);
        continue;
      }
      const backwards = starts.point[place] > 0;
      order.push(2 * line + (backwards ? 1 : 0));
      [x, y] = backwards ? [own[0], own[1]] : [own[last], own[last + 1]];
    }
  }
  tour.reorder(order);
}

/** Lines that have no place in the order yet, found by where they may be begun. */
class LinesLeft {
  private lines: readonly number[];
  private places: number[] = [];
  private index: Flatbush | null = null;
  private readonly taken = new Set<number>();

  constructor(
    lines: readonly number[],
    private readonly starts: StartingPoints,
  ) {
    this.lines = lines;
  }

  /** Takes out the line that may be begun nearest to a place, and says where. */
  takeNearest(x: number, y: number): number {
    const { starts } = this;
    // Those that are taken lie in the way of the search: now and then it goes on without them.
    if (!this.index || (this.taken.size > 32 && 2 * this.taken.size > this.lines.length)) {
      this.lines = this.lines.filter((line) => !this.taken.has(line));
      this.taken.clear();
      this.places = this.lines.flatMap((line) => starts.placesOf(line));
      this.index = starts.indexed(this.places);
    }
    const isLeft = (k: number) => !this.taken.has(starts.line[this.places[k]]);
    const [nearest = 0] = this.index.neighbors(x, y, 1, Infinity, isLeft);
    const place = this.places[nearest];
    this.taken.add(starts.line[place]);
    return place;
  }
}
