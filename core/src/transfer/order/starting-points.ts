import Flatbush from 'flatbush';
import type { TracedLines } from './traced-lines.js';

/** Of a closed line this many of its points stand for all that it may be begun at. */
const maxStarts = 24;

/** The points lines may be begun at: both ends of an open one, points all along a closed one. */
export class StartingPoints {
  readonly x: number[] = [];
  readonly y: number[] = [];
  /** The line each belongs to, and which of its points it is. */
  readonly line: number[] = [];
  readonly point: number[] = [];
  /** Where those of each line begin; one more than there are lines. */
  readonly first: number[] = [0];

  constructor({ lines, points }: TracedLines) {
    points.forEach((own, i) => {
      const count = own.length / 2;
      const step = Math.max(1, lines[i].closed ? Math.ceil(count / maxStarts) : count - 1);
      for (let k = 0; k < count; k += step) {
        this.x.push(own[2 * k]);
        this.y.push(own[2 * k + 1]);
        this.line.push(i);
        this.point.push(k);
      }
      this.first.push(this.x.length);
    });
  }

  /** An index of some of them; its numbers are positions in `places`. */
  indexed(places: readonly number[]): Flatbush {
    const index = new Flatbush(places.length);
    for (const place of places) index.add(this.x[place], this.y[place]);
    index.finish();
    return index;
  }

  /** Those of a line. */
  placesOf(line: number): number[] {
    return Array.from({ length: this.first[line + 1] - this.first[line] }, (_, k) => this.first[line] + k);
  }
}
