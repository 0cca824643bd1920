import { isTraced, type MapDocument } from '../../documents/index.js';
import { intersection, ringOfRect, stepLength, turnBetween, type Rect } from '../../geometry/index.js';
import { formatLength } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import { cutLine } from '../layout/cut.js';
import { cornerMarks, type Drawing, type DrawingItem } from '../page/drawing.js';
import { strokeOf, textOf, type PageStroke } from '../page/page.js';
import type { SheetSource } from '../source.js';
import { SheetError } from '../layout/tiling.js';
import { requireLines, toldApartBy, tracedStrokes } from './lines.js';
import type { SheetKindModule } from './kind.js';

/** Landmarks are looked for this far around the part, mm, further where there are too few. */
const lookAroundMm = 40;
const maxLandmarks = 6;
const minLandmarks = 4;

/** So much of the lines is shown faintly to each side of a landmark, mm. */
const shownMm = 7;

/** Two landmarks closer than this say the same, mm. */
const apartMm = 8;

export type LandmarkSpot = { x: number; y: number };

/** The part that was chosen, or the middle third of the surface. */
export function partOf({ surface }: MapDocument, part: Rect | null): Rect {
  const whole = { x: 0, y: 0, ...surface };
  const chosen = part ?? {
    x: surface.width / 3,
    y: surface.height / 3,
    width: surface.width / 3,
    height: surface.height / 3,
  };
  const within = intersection(chosen, whole);
  if (!within || within.width < 2 || within.height < 2)
    throw new SheetError('The part to transfer again lies beside the surface: mark it on the map once more.');
  return within;
}

/**
 * Spots outside a part to lay it by: ends and corners of lines, each as far from the others as can be. At least
 * four, counting points on the surface's edges beside the part where the drawing has too few.
 */
export function landmarksAround(map: MapDocument, part: Rect): LandmarkSpot[] {
  const spots: LandmarkSpot[] = [];
  for (const line of map.lines.filter(isTraced)) {
    const { points, closed } = line;
    points.forEach(([x, y], i) => {
      const end = !closed && (i === 0 || i === points.length - 1);
      if (!end && !isCorner(points, i, closed)) return;
      if (!isInside(part, x, y) && reach(part, x, y) <= 3 * lookAroundMm) spots.push({ x, y });
    });
  }
  const chosen: LandmarkSpot[] = [];
  const near = (spot: LandmarkSpot) =>
    chosen.reduce(
      (least, other) => Math.min(least, stepLength(other.x - spot.x, other.y - spot.y)),
      Infinity,
    );
  while (chosen.length < maxLandmarks) {
    let best: LandmarkSpot | null = null;
    let most = apartMm;
    for (const spot of spots) {
      // Far from the others, yet not far from the part.
      const worth =
        Math.min(near(spot), part.width + part.height) -
        Math.max(0, reach(part, spot.x, spot.y) - lookAroundMm);
      if (worth > most) [best, most] = [spot, worth];
    }
    if (!best) break;
    chosen.push(best);
  }
  const { width, height } = map.surface;
  const middleX = part.x + part.width / 2;
  const middleY = part.y + part.height / 2;
  const onEdges = [
    { x: middleX, y: 0 },
    { x: middleX, y: height },
    { x: 0, y: middleY },
    { x: width, y: middleY },
  ].sort((a, b) => reach(part, a.x, a.y) - reach(part, b.x, b.y));
  for (const spot of onEdges) if (chosen.length < minLandmarks) chosen.push(spot);
  return chosen;
}

const cornerRad = (40 * Math.PI) / 180;

function isCorner(points: readonly (readonly [number, number])[], i: number, closed: boolean): boolean {
  const n = points.length;
  if (!closed && (i === 0 || i === n - 1)) return false;
  const [ax, ay] = points[(i - 1 + n) % n];
  const [x, y] = points[i];
  const [bx, by] = points[(i + 1) % n];
  return turnBetween(x - ax, y - ay, bx - x, by - y) > cornerRad;
}

const isInside = ({ x, y, width, height }: Rect, px: number, py: number) =>
  px >= x && px <= x + width && py >= y && py <= y + height;

/** How far a point lies outside a rectangle, mm. */
function reach({ x, y, width, height }: Rect, px: number, py: number): number {
  return stepLength(Math.max(x - px, 0, px - x - width), Math.max(y - py, 0, py - y - height));
}

/**
 * A part of the map alone, to be transferred again: its lines, the landmarks to lay it by with their distances
 * from the surface's left and top edges, and the edges themselves where they are near.
 */
export function partialDrawing(
  source: SheetSource,
  { part, lineMm, strengths }: Pick<SheetDecisions, 'part' | 'lineMm' | 'strengths'>,
): Drawing {
  const { map, unit } = source;
  requireLines(map);
  const region = partOf(map, part);
  const landmarks = landmarksAround(map, region);
  const items: DrawingItem[] = [
    ...insideOf(tracedStrokes(map, lineMm, toldApartBy(source, strengths).told), region),
    strokeOf(ringOfRect(region), 0.15, { closed: true, ink: 'guide', dashMm: [3, 2] }),
  ];
  const faint = tracedStrokes(map, 0.2).map((stroke) => ({ ...stroke, ink: 'faint' as const }));
  landmarks.forEach(({ x, y }, i) => {
    const around = { x: x - shownMm, y: y - shownMm, width: 2 * shownMm, height: 2 * shownMm };
    items.push(
      ...insideOf(faint, around),
      strokeOf([x - 3, y, x + 3, y], 0.15, { ink: 'guide' }),
      strokeOf([x, y - 3, x, y + 3], 0.15, { ink: 'guide' }),
      textOf(x + 1, y - 1, `${i + 1}: ${formatLength(x, unit)} · ${formatLength(y, unit)}`, 2.4, {
        ink: 'guide',
      }),
    );
  });
  const bounds = boundsAround(region, landmarks, map.surface);
  return {
    extent: bounds,
    items: [...items, ...cornerMarks({ x: 0, y: 0, ...map.surface })],
    marks: [
      textOf(
        bounds.x + 1,
        bounds.y + bounds.height - 1,
        'Crosses: from the left edge · from the top edge of the surface',
        2.6,
        { ink: 'guide' },
      ),
    ],
    mirrored: false,
    called: 'part to transfer again',
  };
}

function insideOf(strokes: readonly PageStroke[], region: Rect): PageStroke[] {
  return strokes.flatMap((stroke) => cutLine(stroke, region));
}

/** The part with its landmarks and room for their words; the surface's edge where it is near. */
function boundsAround(
  region: Rect,
  landmarks: readonly LandmarkSpot[],
  surface: { width: number; height: number },
): Rect {
  const wordsMm = 34;
  const rim = 6;
  const xs = landmarks.map(({ x }) => x);
  const ys = landmarks.map(({ y }) => y);
  const left = Math.max(-rim, Math.min(region.x, ...xs) - rim);
  const top = Math.max(-rim, Math.min(region.y, ...ys) - rim);
  const right = Math.max(region.x + region.width, ...xs.map((x) => x + wordsMm)) + rim;
  const bottom = Math.min(surface.height + rim, Math.max(region.y + region.height, ...ys) + rim);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** What is transferred once more after a spill. */
export const partialKind: SheetKindModule = {
  words: 'patch for one area',
  group: 'trace',
  draw: (source, decisions) => ({ drawing: partialDrawing(source, decisions) }),
};
