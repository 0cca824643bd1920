import { gaussianBlur, fillNarrow, type Plane } from '../raster/index.js';
import { evenPaper } from './paper/paper.js';
import { withoutRulings } from './paper/rulings.js';
import { takeBlacks } from './ink/blacks.js';
import { withoutSpecks } from './ink/patches.js';
import { leastSoftnessMm, wholeStrokes } from './ink/whole-strokes.js';
import { StrokeGraph } from './skeleton/graph.js';
import { runOverFaint } from './skeleton/run-over-faint.js';
import { readSkeleton } from './skeleton/skeleton.js';
import { thinned } from './skeleton/thin.js';
import { measureWidths } from './middles/measure-widths.js';
import { strokesThrough } from './meetings/through-meetings.js';
import { joinEnds } from './ends/join-ends.js';
import { reachTips } from './ends/reach-tips.js';
import { withFullTurns } from './ends/full-turns.js';
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

/** A gap in which something of the stroke is seen is closed over so many times what was asked. */
const seenGapShare = 4;

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
  // What lies between darker ink on both sides is made as dark, so that strokes restated are one wide one.
  const ink =
    reach > 0 ? fillNarrow(gaussianBlur(drawn, leastSoftnessMm * pxPerMm), reach, 'largest') : drawn;
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
  graph.partAtCorners((x, y) =>
    x >= 0 && x < lines.width ? (depths[Math.floor(y) * lines.width + Math.floor(x)] ?? 0) : 0,
  );
  const inkDepths = { width: plane.width, height: plane.height, data: depths };
  const strokes = strokesThrough(graph, plane, depths).map((stroke) => withFullTurns(stroke, inkDepths));
  return {
    strokes: [...strokes, ...outlines],
    ink,
    soft: plane,
  };
}

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
