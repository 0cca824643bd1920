import KDBush from 'kdbush';
import type { DrawnStroke, KnownDrawing } from '../../camera/index.js';
import { widthAt, type DrawingTool, type Lens } from '../../camera/index.js';

/** A line found, x0, y0 … in pixels of the picture. */
export type FoundLine = {
  points: Float64Array;
  closed: boolean;
  /** Mean width of its stroke, pixels. */
  widthPx?: number;
};

/** How well lines found say what was drawn; lengths and distances in mm. */
export type StrokeJudgement = {
  /** Share of what was drawn that has exactly one line. */
  once: number;
  /** Share of what was found that has another line beside it where one was drawn. */
  doubled: number;
  recall: number;
  precision: number;
  meanOff: number;
  p95Off: number;
  breaksPerMetre: number;
  junctions: number;
  /** Share of construction and rubbed-out lines that has a line. */
  beneath: number;
  /** Mean relative fault of the widths of lines; NaN where none are told. */
  width: number;
};

/** Where lines found are wrong, mm. */
export type StrokeFaults = {
  missed: [number, number][];
  wrong: [number, number][];
  junctions: [number, number][];
};

const nearMm = 0.5;
const alike = Math.cos((35 * Math.PI) / 180);
/** Round a junction lines lie beside each other of needs, mm. */
const roundJunctionMm = 1.6;
const junctionMm = 0.7;
const sampleMm = 0.2;

type Sample = { x: number; y: number; ux: number; uy: number; line: number; at: number };

/** Judges lines found in the picture of a known drawing. */
export function judgeStrokes(
  drawing: KnownDrawing,
  lens: Lens,
  pxPerMm: number,
  found: readonly FoundLine[],
  tool: DrawingTool,
): { judgement: StrokeJudgement; faults: StrokeFaults } {
  const place = (stroke: DrawnStroke): FoundLine => ({
    closed: stroke.closed,
    widthPx:
      meanOf(Array.from({ length: stroke.points.length / 2 }, (_, i) => widthAt(stroke, tool, i))) * pxPerMm,
    points: stroke.points.map((_, i, all) => lens(all[i - (i % 2)], all[i - (i % 2) + 1])[i % 2] / pxPerMm),
  });
  const wanted = drawing.strokes.filter(({ part }) => part === 'drawing').map(place);
  const unwanted = drawing.strokes
    .filter(({ part }) => part === 'construction' || part === 'erased')
    .map(place);
  const lines = found.map(({ points, ...rest }) => ({
    ...rest,
    points: points.map((value) => value / pxPerMm),
  }));
  const inside = ({ x, y }: Sample) => x > 1 && y > 1 && x < drawing.widthMm - 1 && y < drawing.heightMm - 1;
  const truth = new Samples(wanted);
  const drawn = new Samples(lines);
  const below = new Samples(unwanted);
  const junctions = junctionsOf(truth);
  const nearJunction = (s: Sample) =>
    junctions.some(([x, y]) => Math.hypot(x - s.x, y - s.y) < roundJunctionMm);
  const widthOf = (of: readonly FoundLine[], { line }: Sample) => of[line]?.widthPx;
  const shown = judgeShown(truth, drawn, {
    inside,
    nearJunction,
    widthFault: (own, other) => (widthOf(lines, other) ?? NaN) / (widthOf(wanted, own) ?? NaN) - 1,
  });
  const added = judgeAdded(truth, drawn, below, nearJunction);
  const beneath = below.all.filter(
    (s) => drawn.alike(s, nearMm).length > 0 && truth.alike(s, 1).length === 0,
  ).length;
  const missedJunctions = junctions.filter(([x, y]) => !meetAt(drawn, x, y));
  const { missed, ...ofShown } = shown;
  const { wrong, ...ofAdded } = added;
  return {
    judgement: {
      ...ofShown,
      ...ofAdded,
      junctions: 1 - missedJunctions.length / Math.max(1, junctions.length),
      beneath: beneath / Math.max(1, below.all.length),
    },
    faults: { missed, wrong, junctions: missedJunctions },
  };
}

/** Whether what was drawn is shown: once, where it lies, without breaks, as wide as it is. */
function judgeShown(
  truth: Samples,
  drawn: Samples,
  {
    inside,
    nearJunction,
    widthFault,
  }: {
    inside: (s: Sample) => boolean;
    nearJunction: (s: Sample) => boolean;
    /** How much wider one line is than another, as a share; NaN where either has no width. */
    widthFault: (own: Sample, other: Sample) => number;
  },
) {
  const missed: [number, number][] = [];
  let once = 0;
  let counted = 0;
  let all = 0;
  let breaks = 0;
  let lastSeen = { line: -1, seen: false };
  const offs: number[] = [];
  const widths: number[] = [];
  for (const s of truth.all) {
    if (!inside(s)) continue;
    all++;
    const near = drawn.alike(s, nearMm);
    const seen = near.length > 0;
    if (!seen) missed.push([s.x, s.y]);
    if (lastSeen.line === s.line && lastSeen.seen && !seen) breaks++;
    lastSeen = { line: s.line, seen };
    if (seen) {
      offs.push(Math.min(...near.map((n) => Math.abs((n.x - s.x) * s.uy - (n.y - s.y) * s.ux))));
      const fault = widthFault(s, near[0]);
      if (!Number.isNaN(fault)) widths.push(Math.abs(fault));
    }
    if (nearJunction(s)) continue;
    counted++;
    if (drawn.runsOf(near) === 1) once++;
  }
  offs.sort((a, b) => a - b);
  return {
    once: once / Math.max(1, counted),
    recall: (all - missed.length) / Math.max(1, all),
    meanOff: meanOf(offs),
    p95Off: offs[Math.floor(offs.length * 0.95)] ?? NaN,
    breaksPerMetre: breaks / Math.max(1e-9, (truth.all.length * sampleMm) / 1000),
    width: meanOf(widths),
    missed,
  };
}

/** Whether lines say what was drawn, and no line beside another does. */
function judgeAdded(truth: Samples, drawn: Samples, below: Samples, nearJunction: (s: Sample) => boolean) {
  const wrong: [number, number][] = [];
  let precise = 0;
  let doubled = 0;
  let away = 0;
  let onBeneath = 0;
  for (const s of drawn.all) {
    if (truth.alike(s, nearMm).length > 0) precise++;
    else if (below.alike(s, nearMm).length > 0) onBeneath++;
    else wrong.push([s.x, s.y]);
    if (nearJunction(s)) continue;
    away++;
    const beside = drawn.alike(s, 0.9).filter((other) => other.line !== s.line || drawn.apart(other, s) > 4);
    if (beside.length > 0 && truth.runsOf(truth.alike(s, 1.2)) <= 1) doubled++;
  }
  return {
    precision: precise / Math.max(1, drawn.all.length - onBeneath),
    doubled: doubled / Math.max(1, away),
    wrong,
  };
}

const meanOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Points along lines in even steps, found by place. */
class Samples {
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

/** An end is so near the end of its line, mm. */
const endMm = 0.4;

/** Samples of a line no further from each other along it than this are one run past a place, mm. */
const runMm = 1;

/** How many arms of lines leave a place, of samples about it: one of a run that ends there, two of one that goes on. */
function armsAt(samples: Samples, near: readonly Sample[]): Map<number, number> {
  const arms = new Map<number, number>();
  for (const run of samples.runsAmong(near, runMm)) {
    const [{ line }] = run;
    const ends =
      !samples.isClosed(line) && run.some(({ at }) => at < endMm || at > samples.lengths[line] - endMm);
    arms.set(line, (arms.get(line) ?? 0) + (ends ? 1 : 2));
  }
  return arms;
}

const sum = (arms: ReadonlyMap<number, number>) =>
  [...arms.values()].reduce((total, count) => total + count, 0);

/** Where three or more arms of lines meet, mm. */
function junctionsOf(samples: Samples): [number, number][] {
  const places: [number, number][] = [];
  for (const s of samples.all) {
    const near = samples.within(s.x, s.y, 0.25);
    if (near.every(({ line }) => line === s.line)) continue;
    const arms = armsAt(samples, near);
    if (sum(arms) < 3 || places.some(([x, y]) => Math.hypot(x - s.x, y - s.y) < 1.5)) continue;
    if (armsApart(samples, s, [...arms.keys()])) places.push([s.x, s.y]);
  }
  return places;
}

/** Strokes that run into each other at a sharper angle are one ink, and have no one place where they meet. */
const minApartRad = (25 * Math.PI) / 180;

/** Whether the arms at a place part at clear angles. */
function armsApart(samples: Samples, { x, y }: Sample, lines: readonly number[]): boolean {
  const angles: number[] = [];
  const between = (one: number, other: number) =>
    Math.abs(Math.atan2(Math.sin(other - one), Math.cos(other - one)));
  for (const s of samples.within(x, y, 2.6)) {
    if (!lines.includes(s.line) || Math.hypot(s.x - x, s.y - y) < 2.2) continue;
    const angle = Math.atan2(s.y - y, s.x - x);
    if (!angles.some((other) => between(angle, other) < 0.1)) angles.push(angle);
  }
  return angles.every((angle, i) =>
    angles.every((other, j) => i === j || between(angle, other) > minApartRad),
  );
}

/** Whether three or more arms of lines found meet within reach of a place. */
const meetAt = (samples: Samples, x: number, y: number): boolean =>
  samples.within(x, y, junctionMm).some((s) => sum(armsAt(samples, samples.within(s.x, s.y, 0.3))) >= 3);
