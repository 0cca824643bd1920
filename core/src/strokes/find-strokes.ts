import { averaged, extremes, gaussianBlur, median, type Plane } from '../raster/index.js';
import { evenPaper } from './paper/paper.js';
import { withoutRulings } from './paper/rulings.js';
import type { Mask } from './ink/mask.js';
import { depthsOf, drawnDarkness, inkMask, isCrest, paperNoise } from './ink/ink-mask.js';
import { takeBlacks } from './ink/blacks.js';
import { withoutSpecks } from './ink/patches.js';
import { StrokeGraph } from './skeleton/graph.js';
import { runOverFaint } from './skeleton/run-over-faint.js';
import { readSkeleton } from './skeleton/skeleton.js';
import { thinned } from './skeleton/thin.js';
import { measureWidths } from './middles/measure-widths.js';
import { strokesThrough } from './meetings/through-meetings.js';
import { joinEnds } from './ends/join-ends.js';
import { reachTips } from './ends/reach-tips.js';
import { withSharpCorners } from './ends/sharpen-corners.js';
import { measureStrokes, type MeasuredStroke } from './belonging/measure-strokes.js';
import type { Stroke } from './stroke.js';

/** The strokes of a sheet as they hang together, before gaps are closed. */
export type FoundStrokes = {
  strokes: Stroke[];
  /** How much darker than its paper the sheet is, L\*. */
  ink: Plane;
  /** The same, smoothed until strokes hang together. */
  soft: Plane;
};

/** How strokes are found. */
export type Finding = {
  /** Strokes side by side with no more bare paper between them than this are one that was restated, mm. */
  restatedMm?: number;
  /** What becomes of the lines of ruled or squared paper, or of a printed grid. */
  rulings?: 'kept' | 'taken-away';
};

/** Smoothing of the ink before strokes are looked for, mm: what is finer is grain. */
const leastSoftnessMm = 0.16;

/** Strokes that are broken by the paper's tooth are smoothed further, mm; a smoothing leaves fewer holes. */
const furtherSoftnesses: FurtherSoftness[] = [
  { softnessMm: 0.27, maxRagged: 0.02, minDepthMm: 0 },
  { softnessMm: 0.42, maxRagged: 0.012, minDepthMm: 0.25 },
];

type FurtherSoftness = {
  softnessMm: number;
  /** Strokes with no more holes in them than this share are whole as they are. */
  maxRagged: number;
  /** Strokes less deep than this are too thin to have holes: what breaks them is noise. */
  minDepthMm: number;
};

/** A gap in which something of the stroke is seen is closed over so many times what was asked. */
const seenGapShare = 4;

/** Whether strokes are ragged is told by those that are this dark, of what is drawn. */
const drawnShare = 0.4;

/** Ink smoothed so far that strokes hang together. */
type SoftInk = { plane: Plane; noise: number; mask: Mask; softnessMm: number };

/**
 * Finds the strokes of a drawing, each once down its middle.
 *
 * @param lightness L\* plane of the drawing on its paper
 */
export function findStrokes(lightness: Plane, pxPerMm: number, finding: Finding = {}): FoundStrokes {
  return findStrokesOfInk(evenPaper(lightness, pxPerMm).plane, pxPerMm, finding);
}

/**
 * Finds strokes where the paper is known already.
 *
 * @param laid how much darker than what it lies on each pixel is, L\*
 */
export function findStrokesOfInk(
  laid: Plane,
  pxPerMm: number,
  { restatedMm = 0, rulings = 'kept' }: Finding = {},
): FoundStrokes {
  const drawn = rulings === 'taken-away' ? withoutRulings(laid, pxPerMm).ink : laid;
  const reach = Math.round((restatedMm / 2) * pxPerMm);
  const ink = reach > 0 ? gapsFilled(gaussianBlur(drawn, leastSoftnessMm * pxPerMm), reach) : drawn;
  const { plane, mask: rough, softnessMm } = wholeStrokes(ink, pxPerMm);
  const mask = withoutSpecks(
    rough,
    Math.max(4, speckMm2 * pxPerMm * pxPerMm),
    (softnessMm > leastSoftnessMm ? raggedHoleMm2 : holeMm2) * pxPerMm * pxPerMm,
  );
  const { mask: lines, depths, outlines } = takeBlacks(mask, plane, pxPerMm);
  const graph = new StrokeGraph(readSkeleton(thinned(lines)), depths);
  graph.tidy();
  runOverFaint(graph, plane);
  graph.partAtCorners((x, y) => depths[Math.floor(y) * lines.width + Math.floor(x)]);
  const inkDepths = { width: plane.width, height: plane.height, data: depths };
  const strokes = strokesThrough(graph, plane, depths).map((stroke) => withSharpCorners(stroke, inkDepths));
  return {
    strokes: [...strokes, ...outlines],
    ink,
    soft: plane,
  };
}

/** Ink with what lies between darker ink on both sides made as dark (a grey closing), so that strokes restated are one wide one. */
const gapsFilled = (ink: Plane, reach: number): Plane =>
  extremes(extremes(ink, reach, 'largest'), reach, 'smallest');

/** A smaller patch of ink is a speck, a smaller hole in it is paper's tooth, mm². */
const speckMm2 = 0.35;
const holeMm2 = 0.2;

/** In strokes that the tooth breaks, as wide chalk is, holes are larger. */
const raggedHoleMm2 = 0.9;

/**
 * Closes gaps between strokes that point at each other or at another, and measures them.
 *
 * @param gapPx how wide a gap is closed of which nothing is seen, pixels
 */
export function joinStrokes({ strokes, ink, soft }: FoundStrokes, gapPx: number): MeasuredStroke[] {
  const joined = gapPx > 0 ? joinEnds(strokes, soft, { gapPx, seenGapPx: seenGapShare * gapPx }) : strokes;
  return measureStrokes(
    reachTips(joined, soft, gapPx).map((stroke) => measureWidths(stroke, ink)),
    ink,
  );
}

/** Smooths the ink no more than is needed for strokes to be whole, and not so far that strokes side by side run together. */
function wholeStrokes(ink: Plane, pxPerMm: number): SoftInk {
  // Whether there are holes can be told on fewer pixels, as long as one is finer than a stroke.
  const step = Math.max(1, Math.min(2, Math.floor(pxPerMm / minPxPerMm)));
  const coarse = step === 1 ? ink : averaged(ink, step);
  let close = softened(ink, leastSoftnessMm, pxPerMm);
  let depthMm = Infinity;
  for (const { softnessMm, maxRagged, minDepthMm } of furtherSoftnesses) {
    if (depthMm < minDepthMm) break;
    const holes = holesOf(close.mask, softened(coarse, softnessMm, pxPerMm / step), {
      step,
      pxPerMm: pxPerMm / step,
    });
    if (holes.ragged <= maxRagged || holes.between > maxBetween) break;
    depthMm = holes.depthMm;
    close = softened(ink, softnessMm, pxPerMm);
  }
  return close;
}

/** Whether strokes have holes is looked at with at least so many pixels a mm. */
const minPxPerMm = 2.5;

/** Strokes run together where more than this share of their middles lies on bare paper between two of them. */
const maxBetween = 0.016;

function softened(ink: Plane, softnessMm: number, pxPerMm: number): SoftInk {
  const plane = gaussianBlur(ink, softnessMm * pxPerMm);
  const noise = paperNoise(plane);
  return { plane, noise, mask: inkMask(plane, noise, pxPerMm), softnessMm };
}

/** The tooth of the paper leaves bare stretches no longer than this, mm; a longer one is paper between two strokes. */
const maxToothMm = 3;

/** The middle of strokes is no deeper than this, of its median: deeper it lies between two that run side by side. */
const maxDepthShare = 1.5;

/** What is bare of the middle of strokes where it is looked at closely. */
type Holes = {
  /** The share of the middle of single strokes that is bare for no longer than tooth is. */
  ragged: number;
  /** The share of all middles that is bare and lies between two strokes. */
  between: number;
  /** How deep single strokes are in the middle, mm. */
  depthMm: number;
};

/** Looks closely at the middle of strokes that are seen less closely. */
function holesOf(close: Mask, soft: SoftInk, { step, pxPerMm }: { step: number; pxPerMm: number }): Holes {
  const depths = depthsOf(soft.mask);
  const { width, height, data } = soft.plane;
  const middles = middlesOf(soft, depths);
  const depth = median(middles.map((i) => depths[i]));
  const bare = new Uint8Array(data.length);
  for (const i of middles) {
    const { x, y } = crestAcross(soft.plane, i);
    const at = Math.floor(step * y - 0.5) * close.width + Math.floor(step * x - 0.5);
    if (
      !close.data[at] &&
      !close.data[at + 1] &&
      !close.data[at + close.width] &&
      !close.data[at + close.width + 1]
    )
      bare[i] = 1;
  }
  const isLong = longAmong({ width, height, data: bare }, maxToothMm * pxPerMm);
  const isSingle = (i: number) => depths[i] <= maxDepthShare * depth;
  const share = (part: number, whole: number) => (whole === 0 ? 0 : part / whole);
  const single = middles.filter(isSingle);
  const ofTooth = single.filter((i) => bare[i] && !isLong[i]);
  const between = middles.filter((i) => bare[i] && (isLong[i] || !isSingle(i)));
  return {
    ragged: share(ofTooth.length, single.length),
    between: share(between.length, middles.length),
    depthMm: depth / pxPerMm,
  };
}

/** Which pixels of a thin run, with a break of a pixel here and there, are of one at least so many pixels long. */
function longAmong({ width, height, data }: Mask, minLength: number): Uint8Array {
  const wide = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++)
    if (data[i])
      for (let y = -width; y <= width; y += width) for (let x = -1; x <= 1; x++) wide[i + y + x] = 1;
  return withoutSpecks({ width, height, data: wide }, widened * minLength, 0).data;
}

/** How wide a thin run is when its pixels are taken with those around them. */
const widened = 3;

/**
 * Where the middle of a stroke lies that runs through a pixel, in pixels: the top of a parabola over it and its two
 * neighbours across, which is where they fall off most. A pixel may be as wide as the stroke, and mostly beside it.
 */
function crestAcross({ width, data }: Plane, i: number): { x: number; y: number } {
  const here = data[i];
  let [fall, dx, dy] = [-Infinity, 0, 0];
  for (const [stepX, stepY] of acrossSteps) {
    const step = stepY * width + stepX;
    const [before, after] = [data[i - step], data[i + step]];
    const length = Math.hypot(stepX, stepY);
    const bend = (2 * here - before - after) / (length * length);
    if (bend <= fall) continue;
    fall = bend;
    const shift =
      bend > 0 ? Math.max(-1, Math.min(1, (after - before) / (2 * (2 * here - before - after)))) : 0;
    [dx, dy] = [shift * stepX, shift * stepY];
  }
  return { x: (i % width) + 0.5 + dx, y: Math.floor(i / width) + 0.5 + dy };
}

/** Level, plumb and both diagonals. */
const acrossSteps = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const;

/** The pixels in the middle of strokes that are dark enough to be drawn. */
function middlesOf({ plane: { width, height, data }, noise }: SoftInk, depths: Float32Array): number[] {
  const dark = drawnShare * drawnDarkness({ width, height, data }, noise);
  const middles: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      if (depths[i] > 0 && data[i] >= dark && isCrest(depths, i, width)) middles.push(i);
  }
  return middles;
}
