import KDBush from 'kdbush';

/** A line found, x0, y0 … in pixels of the picture. */
export type FoundLine = {
  points: Float64Array;
  closed: boolean;
  /** Mean width of its stroke, pixels. */
  widthPx?: number;
};

/** Lines are looked at so far apart, mm. */
export const sampleMm = 0.2;

/** Places on two lines are alike when the lines run there within so much of each other. */
const alike = Math.cos((35 * Math.PI) / 180);

/** A place on a line, mm: which way the line runs there, which line it is, and how far along it, mm. */
export type Sample = { x: number; y: number; ux: number; uy: number; line: number; at: number };

/** Points along lines in even steps, found by place. */
export class Samples {
  readonly all: Sample[] = [];
  readonly lengths: number[] = [];
  private readonly closed: readonly boolean[];
  private readonly index: KDBush;

  constructor(lines: readonly FoundLine[]) {
    this.closed = lines.map(({ closed }) => closed);
    lines.forEach(({ points, closed }, line) => {
      let at = 0;
      let behind = 0;
      const n = points.length;
      for (let i = closed ? 0 : 2; i < n; i += 2) {
        const p = i === 0 ? n - 2 : i - 2;
        const [ax, ay, bx, by] = [points[p], points[p + 1], points[i], points[i + 1]];
        const length = Math.hypot(bx - ax, by - ay);
        if (length === 0) continue;
        for (let t = behind; t < length; t += sampleMm) {
          const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
          this.all.push({ x: ax + ux * t, y: ay + uy * t, ux, uy, line, at: at + t });
        }
        behind = Math.ceil((length - behind) / sampleMm) * sampleMm + behind - length;
        at += length;
      }
      this.lengths.push(at);
    });
    this.index = new KDBush(Math.max(1, this.all.length));
    for (const { x, y } of this.all) this.index.add(x, y);
    if (this.all.length === 0) this.index.add(-1e9, -1e9);
    this.index.finish();
  }

  /** How far one sample lies from another along their line, mm. */
  apart(one: Sample, other: Sample): number {
    const along = Math.abs(one.at - other.at);
    return this.closed[one.line] ? Math.min(along, this.lengths[one.line] - along) : along;
  }

  /** How many separate runs samples belong to: lines, or parts of one line far from each other along it. */
  runsOf(samples: readonly Sample[]): number {
    return this.runsAmong(samples, 2).length;
  }

  /** Samples by the runs they belong to: those of one line no further from another than `apartMm` along it. */
  runsAmong(samples: readonly Sample[], apartMm: number): [Sample, ...Sample[]][] {
    const runs: [Sample, ...Sample[]][] = [];
    for (const s of samples) {
      const own = runs.filter((run) =>
        run.some((other) => other.line === s.line && this.apart(other, s) <= apartMm),
      );
      if (own.length === 0) runs.push([s]);
      else {
        own[0].push(s);
        for (const other of own.slice(1)) {
          own[0].push(...other);
          runs.splice(runs.indexOf(other), 1);
        }
      }
    }
    return runs;
  }

  isClosed(line: number): boolean {
    return this.closed[line];
  }

  within(x: number, y: number, distance: number): Sample[] {
    return this.index.within(x, y, distance).flatMap((i) => this.all[i] ?? []);
  }

  alike(s: Sample, distance: number): Sample[] {
    return this.within(s.x, s.y, distance).filter((n) => Math.abs(n.ux * s.ux + n.uy * s.uy) >= alike);
  }
}
