import { isTraced, type MapDocument, type MapLine } from '../documents/index.js';
import { turnBetween, type Rect } from '../geometry/index.js';
import type { Affine, SheetPage } from '../sheets/index.js';
import { straightsThrough, throughPlaces, type DrawnStroke } from './drawn-stroke.js';
import { seeded } from './seeded.js';

type Place = [number, number];

/** What a hand changed on a printed sheet, as it is known: mm on the surface. */
export type KnownCorrections = {
  /** What was drawn, mm on the page. */
  strokes: DrawnStroke[];
  added: Float64Array[];
  struck: string[];
};

/** A line may be struck out where no other comes nearer than this, mm. */
const clearMm = 7;

/** It is struck out where it is about straight: over so many of its points to each side. */
const maxTurnRad = 0.4;
const turnArm = 20;

/** New lines keep away from strikes, and are none where they lie on what is there, mm. */
const awayFromStrikesMm = 10;
const sameMm = 0.9;

/** What is drawn anew keeps this far from what is there, mm. */
const apartMm = 2;

/** A page as it was printed: what of it shows the surface, and from the surface to it. */
export type PageToCorrect = { page: SheetPage; window: Rect; fromSurface: Affine };

/** How many lines are struck out, struck out and drawn anew beside, and drawn where there was none. */
const strikes = 3;
const moves = 2;
const news = 4;

/**
 * Corrections a hand could make on a page: new lines, lines struck out by a cross, two strokes or a zigzag, and lines
 * struck out and drawn anew beside.
 */
export function correctByHand(map: MapDocument, page: PageToCorrect, seed: number): KnownCorrections {
  const hand = new CorrectingHand(map, page, seed);
  for (let k = 0; k < strikes; k++) hand.strikeOne();
  for (let k = 0; k < moves; k++) hand.moveOne();
  for (let k = 0; k < news; k++) hand.drawOne();
  return hand.corrections;
}

/** A printed line, mm on the page. */
type Printed = { line: MapLine; run: Float64Array };

/** Lines of fewer points are not corrected, and shorter runs not drawn. */
const minPointsOfLine = 150;
const minPointsDrawn = 30;

class CorrectingHand {
  readonly corrections: KnownCorrections = { strokes: [], added: [], struck: [] };
  private readonly random: () => number;
  private readonly lines: Printed[];
  /** Those that are left to be corrected. */
  private readonly long: Printed[];
  private readonly strikesAt: Place[] = [];

  constructor(
    map: MapDocument,
    private readonly on: PageToCorrect,
    seed: number,
  ) {
    this.random = seeded(seed);
    const { a, b, c, d, e, f } = on.fromSurface;
    this.lines = map.lines
      .filter(isTraced)
      .map((line) => ({ line, run: runOnPage(line, (x, y) => [a * x + b * y + c, d * x + e * y + f]) }));
    this.long = this.lines.filter(({ run }) => run.length > 2 * minPointsOfLine);
  }

  /** Strikes a line out. */
  strikeOne(): void {
    const printed = this.pick();
    if (printed) this.strike(printed);
  }

  /** Strikes a line out and draws it again beside. */
  moveOne(): void {
    const printed = this.pick();
    if (!printed || !this.strike(printed)) return;
    const { run } = printed;
    const n = run.length;
    const chord = Math.atan2(run[n - 1] - run[1], run[n - 2] - run[0]) + Math.PI / 2;
    const by = this.between(4, 7) * (this.random() < 0.5 ? -1 : 1);
    const [dx, dy] = [by * Math.cos(chord), by * Math.sin(chord)];
    const moved = this.insideOf(run.map((value, i) => value + (i % 2 === 0 ? dx : dy)));
    if (moved.length >= 2 * minPointsDrawn) this.add(moved);
  }

  /** Draws a line that bends, where there is none. */
  drawOne(): void {
    const { window } = this.on;
    const [x, y] = [
      window.x + this.between(0.1, 0.9) * window.width,
      window.y + this.between(0.1, 0.9) * window.height,
    ];
    const heading = this.between(0, 2 * Math.PI);
    const bend = this.between(-0.6, 0.6);
    const places = [0, 1, 2, 3].map((step): Place => {
      const angle = heading + bend * step;
      return [x + 12 * step * Math.cos(angle), y + 12 * step * Math.sin(angle)];
    });
    const run = this.insideOf(throughPlaces(places));
    if (run.length < 2 * minPointsDrawn || !this.isClear(run[0], run[1], null, apartMm)) return;
    if (this.strikesAt.some((at) => nearestTo(at, run) < awayFromStrikesMm)) return;
    this.add(run);
  }

  private between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }

  private pick(): Printed | undefined {
    return this.long.length === 0
      ? undefined
      : this.long.splice(Math.floor(this.random() * this.long.length), 1)[0];
  }

  private draw(points: Float64Array): void {
    this.corrections.strokes.push({
      points,
      closed: false,
      darkness: this.between(0.75, 1),
      width: this.between(0.85, 1.2),
      part: 'drawing',
    });
  }

  private add(run: Float64Array): void {
    this.draw(run);
    this.corrections.added.push(onSurface(besideKnown(run, this.lines), this.on.fromSurface));
  }

  private strike({ line, run }: Printed): boolean {
    for (let tries = 0; tries < 30; tries++) {
      const i = 2 * Math.floor(this.between(0.2, 0.8) * (run.length / 2));
      const [x, y] = [run[i], run[i + 1]];
      if (!this.isIn(x, y, 8) || !this.isClear(x, y, line, clearMm)) continue;
      if (turnAlong(run, i) > maxTurnRad) continue;
      const along = Math.atan2(run[i + 3] - run[i - 1], run[i + 2] - run[i - 2]);
      for (const stroke of strikeAt([x, y], along, (low, high) => this.between(low, high))) this.draw(stroke);
      this.corrections.struck.push(line.id);
      this.strikesAt.push([x, y]);
      return true;
    }
    return false;
  }

  private isIn(x: number, y: number, rim: number): boolean {
    const { page, window } = this.on;
    return (
      x > window.x + rim &&
      y > window.y + rim &&
      x < window.x + window.width - rim &&
      y < window.y + window.height - rim &&
      x < page.widthMm &&
      y < page.heightMm
    );
  }

  private isClear(x: number, y: number, except: MapLine | null, mm: number): boolean {
    return this.lines.every(({ line, run }) => line === except || nearestTo([x, y], run) >= mm);
  }

  /** The part of a run from its beginning that lies well inside. */
  private insideOf(run: Float64Array): Float64Array {
    let end = 0;
    while (end < run.length && this.isIn(run[end], run[end + 1], 4)) end += 2;
    return run.slice(0, end);
  }
}

/** A run on the page as it lies on the surface. */
function onSurface(run: Float64Array, { a, b, c, d, e, f }: Affine): Float64Array {
  return run.map((_, i) => {
    const [x, y] = [run[i - (i % 2)] - c, run[i - (i % 2) + 1] - f];
    return i % 2 === 0 ? (e * x - b * y) / (a * e - b * d) : (a * y - d * x) / (a * e - b * d);
  });
}

/** How much a run turns about one of its points. */
function turnAlong(run: Float64Array, i: number): number {
  const [before, after] = [Math.max(0, i - 2 * turnArm), Math.min(run.length - 2, i + 2 * turnArm)];
  return turnBetween(
    run[i] - run[before],
    run[i + 1] - run[before + 1],
    run[after] - run[i],
    run[after + 1] - run[i + 1],
  );
}

/** A cross, two strokes side by side, or a zigzag, over a spot of a line. */
function strikeAt(
  [x, y]: Place,
  along: number,
  between: (low: number, high: number) => number,
): Float64Array[] {
  const at = (u: number, v: number): Place => [
    x + u * Math.cos(along) - v * Math.sin(along),
    y + u * Math.sin(along) + v * Math.cos(along),
  ];
  const size = between(2.2, 4);
  const lean = between(-0.8, 0.8);
  const way = Math.floor(between(0, 3));
  if (way === 0)
    return [
      straightsThrough([at(-size, -size), at(size, size)]),
      straightsThrough([at(-size, size), at(size, -size)]),
    ];
  if (way === 1) {
    const apart = between(2, 4);
    return [0, apart].map((u) => straightsThrough([at(u - lean, -size), at(u + lean, size)]));
  }
  return [
    straightsThrough(Array.from({ length: 6 }, (_, k) => at(2.2 * (k - 2.5), k % 2 === 0 ? -size : size))),
  ];
}

function runOnPage({ points, closed }: MapLine, toPage: (x: number, y: number) => Place): Float64Array {
  return straightsThrough((closed ? [...points, points[0]] : points).map(([x, y]) => toPage(x, y)));
}

/** Where what is drawn anew runs along what is there, nothing is new. */
function besideKnown(run: Float64Array, lines: readonly { run: Float64Array }[]): Float64Array {
  const kept: number[] = [];
  for (let i = 0; i < run.length; i += 2)
    if (lines.every((line) => nearestTo([run[i], run[i + 1]], line.run) > sameMm))
      kept.push(run[i], run[i + 1]);
  return Float64Array.from(kept);
}

function nearestTo([x, y]: Place, run: Float64Array): number {
  let best = Infinity;
  for (let i = 0; i < run.length; i += 2) best = Math.min(best, Math.hypot(run[i] - x, run[i + 1] - y));
  return best;
}
