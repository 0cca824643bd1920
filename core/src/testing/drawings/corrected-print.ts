import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { turnBetween } from '../../geometry/index.js';
import type { Affine, PageItem, SheetPage } from '../../sheets/index.js';
import { seeded } from '../../camera/index.js';
import { lineOf, mapWith } from '../line-map.js';
import { straightsThrough, throughPlaces, type DrawnStroke, type KnownDrawing } from '../../camera/index.js';
import { printedStroke } from '../../camera/index.js';

type Place = [number, number];

/** What a hand changed on a printed sheet, as it is known: mm on the surface. */
export type KnownCorrections = {
  /** What was drawn, mm on the page. */
  strokes: DrawnStroke[];
  added: Float64Array[];
  struck: string[];
};

/** A map that is a known drawing, line by line. */
export function sketchMap({ strokes, widthMm, heightMm }: KnownDrawing): MapDocument {
  const lines = strokes.flatMap(({ points, closed, part }, i) => {
    if (part !== 'drawing') return [];
    const run: Place[] = [];
    for (let k = 0; k < points.length; k += 6) run.push([points[k], points[k + 1]]);
    return [lineOf(run, { id: `k${i}`, kind: 'detail', closed })];
  });
  return mapWith(widthMm, heightMm, lines);
}

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

/**
 * Corrections a hand could make on a page: new lines, lines struck out by a cross, two strokes or a zigzag, and lines
 * struck out and drawn anew beside.
 */
export function correctByHand(
  map: MapDocument,
  {
    page,
    window,
    fromSurface,
  }: {
    page: SheetPage;
    window: { x: number; y: number; width: number; height: number };
    fromSurface: Affine;
  },
  seed: number,
): KnownCorrections {
  const random = seeded(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const { a, b, c, d, e, f } = fromSurface;
  const toPage = (x: number, y: number): Place => [a * x + b * y + c, d * x + e * y + f];
  const toSurface = (run: Float64Array) =>
    run.map((_, i) => {
      const [x, y] = [run[i - (i % 2)] - c, run[i - (i % 2) + 1] - f];
      return i % 2 === 0 ? (e * x - b * y) / (a * e - b * d) : (a * y - d * x) / (a * e - b * d);
    });
  const lines = map.lines.filter(isTraced).map((line) => ({ line, run: runOnPage(line, toPage) }));
  const strikesAt: Place[] = [];
  const corrections: KnownCorrections = { strokes: [], added: [], struck: [] };
  const isIn = (x: number, y: number, rim: number) =>
    x > window.x + rim &&
    y > window.y + rim &&
    x < window.x + window.width - rim &&
    y < window.y + window.height - rim &&
    x < page.widthMm &&
    y < page.heightMm;
  const draw = (points: Float64Array) =>
    corrections.strokes.push({
      points,
      closed: false,
      darkness: between(0.75, 1),
      width: between(0.85, 1.2),
      part: 'drawing',
    });
  const clear = (x: number, y: number, except: MapLine | null, mm: number) =>
    lines.every(({ line, run }) => {
      if (line === except) return true;
      for (let i = 0; i < run.length; i += 2) if (Math.hypot(run[i] - x, run[i + 1] - y) < mm) return false;
      return true;
    });
  const strike = (line: MapLine, run: Float64Array): boolean => {
    for (let tries = 0; tries < 30; tries++) {
      const i = 2 * Math.floor(between(0.2, 0.8) * (run.length / 2));
      const [x, y] = [run[i], run[i + 1]];
      if (!isIn(x, y, 8) || !clear(x, y, line, clearMm)) continue;
      if (turnAlong(run, i) > maxTurnRad) continue;
      const along = Math.atan2(run[i + 3] - run[i - 1], run[i + 2] - run[i - 2]);
      for (const stroke of strikeAt([x, y], along, between)) draw(stroke);
      corrections.struck.push(line.id);
      strikesAt.push([x, y]);
      return true;
    }
    return false;
  };
  const long = lines.filter(({ run }) => run.length > 300);
  const pick = () => long.splice(Math.floor(random() * long.length), 1)[0];
  for (let k = 0; k < 3 && long.length > 0; k++) {
    const { line, run } = pick();
    strike(line, run);
  }
  for (let k = 0; k < 2 && long.length > 0; k++) {
    const { line, run } = pick();
    if (!strike(line, run)) continue;
    const n = run.length;
    const chord = Math.atan2(run[n - 1] - run[1], run[n - 2] - run[0]) + Math.PI / 2;
    const by = between(4, 7) * (random() < 0.5 ? -1 : 1);
    const [dx, dy] = [by * Math.cos(chord), by * Math.sin(chord)];
    const moved = insideOf(
      run.map((value, i) => value + (i % 2 === 0 ? dx : dy)),
      isIn,
    );
    if (moved.length < 60) continue;
    draw(moved);
    corrections.added.push(toSurface(besideKnown(moved, lines)));
  }
  for (let k = 0; k < 4; k++) {
    const [x, y] = [
      window.x + between(0.1, 0.9) * window.width,
      window.y + between(0.1, 0.9) * window.height,
    ];
    const heading = between(0, 2 * Math.PI);
    const bend = between(-0.6, 0.6);
    const places = [0, 1, 2, 3].map((step): Place => {
      const angle = heading + bend * step;
      return [x + 12 * step * Math.cos(angle), y + 12 * step * Math.sin(angle)];
    });
    const run = insideOf(throughPlaces(places), isIn);
    if (run.length < 60 || !clear(run[0], run[1], null, apartMm)) continue;
    if (strikesAt.some((at) => nearestTo(at, run) < awayFromStrikesMm)) continue;
    draw(run);
    corrections.added.push(toSurface(besideKnown(run, lines)));
  }
  return corrections;
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

/** The part of a run from its beginning that lies well inside. */
function insideOf(run: Float64Array, isIn: (x: number, y: number, rim: number) => boolean): Float64Array {
  let end = 0;
  while (end < run.length && isIn(run[end], run[end + 1], 4)) end += 2;
  return run.slice(0, end);
}
