import type { MapDocument, MapLine } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import { toPoints } from '../lines/index.js';
import { lineLengthMm } from '../weight/index.js';
import { follow } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import type { CastShadowWay } from '../setting-choices.js';
import { anchored, onSurfaceAt, type Spot } from './anchors.js';
import type { Correction, LineAnchor, Place } from './corrections.js';
import { rebuildShape, shapeIdAt, type Draft } from './faces.js';
import { guideAcross, hiddenContour, pulled } from './line-changes.js';
import { joinShapes, splitShape } from './shape-changes.js';
import { drawWhole, leaveOut } from './whole-things.js';

/** How corrections meet the map: where the whole picture lies, and how lines are followed. */
export type CorrectionContext = {
  picture: Rect;
  settings: Pick<MapSettings, 'path' | 'toleranceMm' | 'castShadows'>;
};

const lineGone = 'The line it was made to is no longer in the map.';
const shapeGone = 'The shape it was made to is no longer there.';

/** Fields of a line drawn by hand: it weighs as much as a line can. */
const drawnByHand = {
  contrast: 0,
  softness: 0,
  weight: 1,
  left: null,
  right: null,
  byHand: true,
  held: true,
};

/**
 * Makes the painter's corrections to a computed map, in the order they were made. Each finds its line or
 * shape again by where it lies on the picture; one that no longer fits is listed with the reason, and kept.
 *
 * @param map as computed
 * @returns a new map; the one given is not changed
 */
export function applyCorrections(
  map: MapDocument,
  corrections: readonly Correction[],
  context: CorrectionContext,
): MapDocument {
  const draft: Draft = {
    lines: new Map(map.lines.map((line) => [line.id, line])),
    shapes: new Map(map.shapes.map((shape) => [shape.id, shape])),
  };
  const unplaced: { id: string; says: string }[] = [];
  for (const correction of corrections) {
    const says = apply(draft, correction, map.frame, context);
    if (says !== null) unplaced.push({ id: correction.id, says });
  }
  return {
    ...map,
    lines: [...draft.lines.values()],
    shapes: [...draft.shapes.values()],
    ...(unplaced.length > 0 ? { unplaced } : {}),
  };
}

/** Makes one correction; returns why it no longer fits, or null when it is made. */
function apply(draft: Draft, correction: Correction, frame: Rect, context: CorrectionContext): string | null {
  const at = (place: Place) => onSurfaceAt(place, context.picture);
  const spotOf = (anchor: LineAnchor) => anchored([...draft.lines.values()], anchor, context.picture);
  const change = (anchor: LineAnchor, fields: (spot: Spot) => Partial<MapLine>): string | null => {
    const spot = spotOf(anchor);
    if (!spot) return lineGone;
    draft.lines.set(spot.line.id, { ...spot.line, ...fields(spot) });
    return null;
  };
  switch (correction.does) {
    case 'drop':
      return change(correction.line, () => ({ kept: false, leftOut: 'hand', held: false }));
    case 'keep':
      return change(correction.line, ({ line }) => ({
        kept: true,
        held: true,
        edge: line.edge === 'lost' ? 'soft' : line.edge,
      }));
    case 'edge':
      return change(correction.line, () => ({ edge: correction.edge, byHand: true }));
    case 'join':
      return joinShapes(draft, at(correction.one), at(correction.other));
    case 'split':
      return splitShape(draft, correction.path.map(at), `c-${correction.id}`);
    case 'move':
      return move(draft, spotOf(correction.line), at(correction.to), correction.reachMm);
    case 'draw': {
      const points = Float64Array.from(correction.path.map(at).flatMap(({ x, y }) => [x, y]));
      addLine(draft, correction.id, 'detail', toPoints(follow(points, false, context.settings)), {
        edge: correction.edge,
        ...(correction.widthMm === null ? {} : { width: correction.widthMm }),
      });
      return null;
    }
    case 'hidden': {
      const from = spotOf(correction.from);
      const to = spotOf(correction.to);
      if (!from || !to) return lineGone;
      addLine(draft, correction.id, 'hidden', hiddenContour(from, to), {});
      return null;
    }
    case 'guide': {
      const points = guideAcross(at(correction.at), correction.angleDeg, frame);
      if (!points) return 'The guide is outside the picture now.';
      addLine(draft, correction.id, 'guide', points, {});
      return null;
    }
    case 'thing': {
      const outline = correction.outline.map(at);
      return correction.way === 'whole' ? drawWhole(draft, outline, correction.id) : leaveOut(draft, outline);
    }
    case 'shadow':
      return castShadow(draft, at(correction.shape), context.settings.castShadows);
    case 'front': {
      const shape = shapeIdAt(draft, at(correction.shape));
      if (shape === null) return shapeGone;
      return change(correction.line, () => ({ front: shape }));
    }
    case 'brush':
      // Areas count in the weights.
      return null;
  }
}

function addLine(
  draft: Draft,
  id: string,
  kind: MapLine['kind'],
  points: [number, number][],
  fields: Partial<MapLine>,
): void {
  const line: MapLine = {
    id: `c-${id}`,
    kind,
    edge: 'hard',
    closed: false,
    points,
    ...drawnByHand,
    ...fields,
  };
  draft.lines.set(line.id, line);
}

function move(draft: Draft, spot: Spot | null, to: { x: number; y: number }, reachMm: number): string | null {
  if (!spot) return lineGone;
  const { line } = spot;
  draft.lines.set(line.id, pulled(line, spot, to, reachMm));
  for (const side of new Set([line.left, line.right])) {
    if (side !== null && line.kind === 'boundary') rebuildShape(draft, side);
  }
  return null;
}

/**
 * Marks a shape as a cast shadow. Its outline is where it meets what it falls on: the neighbour it borders
 * longest. Where it meets the thing that casts it, the line is that thing's own and stays.
 */
function castShadow(draft: Draft, at: { x: number; y: number }, way: CastShadowWay): string | null {
  const id = shapeIdAt(draft, at);
  if (id === null) return shapeGone;
  draft.shapes.set(id, { ...draft.shapes.get(id)!, castShadow: true });
  const shared = new Map<string, MapLine[]>();
  for (const line of draft.lines.values()) {
    if (line.kind !== 'boundary' || (line.left !== id && line.right !== id)) continue;
    const other = line.left === id ? line.right : line.left;
    if (other !== null) shared.set(other, [...(shared.get(other) ?? []), line]);
  }
  const length = (lines: readonly MapLine[]) => lines.reduce((sum, line) => sum + lineLengthMm(line), 0);
  const [outline] = [...shared.values()].sort((a, b) => length(b) - length(a));
  if (way === 'kept' || !outline) return null;
  const fields: Partial<MapLine> = way === 'dotted' ? { dotted: true } : { kept: false, leftOut: 'shadow' };
  for (const line of outline) draft.lines.set(line.id, { ...line, ...fields });
  return null;
}
