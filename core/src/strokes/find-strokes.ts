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

/**
 * Strokes with more holes in them than a share are broken by the paper's tooth and are smoothed further, mm; a smoothing
 * leaves fewer.
 */
const furtherSoftnesses = [
  { maxRagged: 0.03, softnessMm: 0.27 },
  { maxRagged: 0.015, softnessMm: 0.42 },
];

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

/** Smooths the ink no more than is needed for strokes to be whole. */
function wholeStrokes(ink: Plane, pxPerMm: number): SoftInk {
  const half = averaged(ink, 2);
  let close = softened(ink, leastSoftnessMm, pxPerMm);
  for (const { maxRagged, softnessMm } of furtherSoftnesses) {
    // Whether there are holes can be told on half the pixels each way.
    const soft = softened(half, softnessMm, pxPerMm / 2);
    if (raggedShare(close.mask, soft, pxPerMm / 2) <= maxRagged) break;
    close = softened(ink, softnessMm, pxPerMm);
  }
  return close;
}

function softened(ink: Plane, softnessMm: number, pxPerMm: number): SoftInk {
  const plane = gaussianBlur(ink, softnessMm * pxPerMm);
  const noise = paperNoise(plane);
  return { plane, noise, mask: inkMask(plane, noise, pxPerMm), softnessMm };
}

/** The tooth of the paper leaves bare stretches no longer than this, mm; a longer one is paper between two strokes. */
const maxToothMm = 3;

/** The middle of strokes is no deeper than this, of its median: deeper it lies between two that run side by side. */
const maxDepthShare = 1.5;

/** The share of the middle of strokes, seen less closely, that is bare where it is looked at closely. */
function raggedShare(close: Mask, soft: SoftInk, pxPerMm: number): number {
  const depths = depthsOf(soft.mask);
  const { width, height, data } = soft.plane;
  const middles = middlesOf(soft, depths);
  const maxDepth = maxDepthShare * median(middles.map((i) => depths[i]));
  const bare = new Uint8Array(data.length);
  for (const i of middles) {
    const at = 2 * Math.floor(i / width) * close.width + 2 * (i % width);
    if (
      !close.data[at] &&
      !close.data[at + 1] &&
      !close.data[at + close.width] &&
      !close.data[at + close.width + 1]
    )
      bare[i] = 1;
  }
  const long = withoutSpecks({ width, height, data: bare }, maxToothMm * pxPerMm, 0).data;
  const single = middles.filter((i) => depths[i] <= maxDepth);
  const ofTooth = single.filter((i) => bare[i] && !long[i]);
  return single.length === 0 ? 0 : ofTooth.length / single.length;
}

/** The pixels in the middle of strokes that are dark enough to be drawn. */
function middlesOf({ plane: { width, height, data }, noise }: SoftInk, depths: Float32Array): number[] {
  const dark = drawnShare * drawnDarkness({ width, height, data }, noise);
  const middles: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++)
      if (depths[i] >= 1 && data[i] >= dark && isCrest(depths, i, width)) middles.push(i);
  }
  return middles;
}
