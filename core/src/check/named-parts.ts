import type { CheckReport, MapDocument } from '../documents/index.js';
import type { Rect } from '../geometry/index.js';
import type { SizeMm } from '../units/index.js';
import { everyPlace, movedBy, movementOf, type Course, type Similarity } from './drawing/match/alignment.js';
import { inPlace, sayPlace } from './drawing/say-findings.js';
import { middleOf } from './finding.js';
import { lineMoves, type LineMove } from './line-moves.js';
import type { NamedPart } from './named-part.js';

/** What lies in a box by this share belongs to it. */
const ownShare = 0.6;

const holds = ({ x, y, width, height }: Rect, px: number, py: number) =>
  px >= x && px <= x + width && py >= y && py <= y + height;

/**
 * Says where something lies, as the end of a sentence: in the smallest named part that holds it, else whereabouts on the
 * surface.
 */
export type SayWhere = (points: readonly (readonly [number, number])[]) => string;

export function sayingWhere(parts: readonly NamedPart[], size: SizeMm): SayWhere {
  const smallestFirst = [...parts].sort((a, b) => areaOf(a.box) - areaOf(b.box));
  return (points) => {
    const part = smallestFirst.find(
      ({ box }) => points.filter(([x, y]) => holds(box, x, y)).length >= ownShare * points.length,
    );
    if (part && points.length > 0) return `in “${part.name}”`;
    const { x, y } = middleOf(points);
    return inPlace(sayPlace(x, y, size));
  };
}

const areaOf = ({ width, height }: Rect) => width * height;

/** A named part that was put, turned or sized wrongly as one. */
export type NamedMove = { part: NamedPart; lines: string[]; move: Similarity; lengthMm: number };

/** Lines belong to the movement of their part when it explains their own within this, mm, in the mean. */
const agreesMm = 0.7;
/** A part is said to have moved as one when it explains this share of the length of its lines that are drawn. */
const agreedShare = 0.6;
/** And when this share of it was told to have moved at all. */
const movedShare = 0.5;

/**
 * Named parts that were drawn elsewhere as one: the shift, turn and scale by least squares over the places of their lines,
 * those left out that it does not explain. Parts of which less than half is drawn, or less than half of that has moved, are
 * told line by line only; one that moved along with a larger one is told with that.
 */
export function namedMoves(parts: readonly NamedPart[], report: CheckReport, map: MapDocument): NamedMove[] {
  if (parts.length === 0) return [];
  const all = lineMoves(report, map);
  const moves = parts.flatMap((part) => {
    const moved = movedAsOne(all.filter(({ course }) => isIn(part.box, course)));
    return moved ? [{ part, ...moved }] : [];
  });
  // Of a part and what it is a part of, the one of which more moved is told; of two that moved whole, the larger.
  moves.sort((a, b) => tenths(b.share) - tenths(a.share) || areaOf(b.part.box) - areaOf(a.part.box));
  const told = new Set<string>();
  return moves.flatMap(({ part, move, lines }) => {
    const ids = lines.map(({ id }) => id);
    if (ids.every((id) => told.has(id))) return [];
    for (const id of ids) told.add(id);
    return [{ part, lines: ids, move, lengthMm: lengthOf(lines) }];
  });
}

const tenths = (share: number) => Math.round(10 * share);

/** How lines were moved as one, which of them, and what share of what is drawn did move; null where they were not. */
function movedAsOne(
  lines: readonly LineMove[],
): { move: Similarity; lines: LineMove[]; share: number } | null {
  const drawn = lines.filter(({ status }) => status === 'true' || status === 'moved');
  if (2 * lengthOf(drawn) < lengthOf(lines)) return null;
  const agreed = agreeing(drawn);
  const agreedMm = lengthOf(agreed.lines);
  const moved = agreed.lines.filter(({ status }) => status === 'moved');
  const movedMm = lengthOf(moved);
  const drawnMm = lengthOf(drawn);
  const isOne = movedMm > 0 && agreedMm >= agreedShare * drawnMm && movedMm >= movedShare * agreedMm;
  return isOne ? { move: agreed.move, lines: moved, share: movedMm / drawnMm } : null;
}

/** The movement of most lines, and those it explains: what it explains worst is left out by halves, so that it is soon found. */
function agreeing(lines: readonly LineMove[]): { move: Similarity; lines: readonly LineMove[] } {
  let kept = lines;
  for (;;) {
    const move = movementOf(kept);
    const off = kept.map((line) => disagreement(line, move));
    const worst = off.reduce((most, by) => Math.max(most, by), 0);
    if (worst <= agreesMm) return { move, lines: kept };
    const limit = Math.max(agreesMm, worst / 2);
    kept = kept.filter((_, k) => off[k] <= limit);
  }
}

/** How far a line's own movement is from that of its part, in the mean, mm. */
function disagreement({ course: { x, y }, move }: LineMove, part: Similarity): number {
  let [sum, count] = [0, 0];
  for (let i = 0; i < x.length; i += everyPlace) {
    const [ax, ay] = movedBy(move, x[i], y[i]);
    const [bx, by] = movedBy(part, x[i], y[i]);
    sum += Math.hypot(bx - ax, by - ay);
    count++;
  }
  return sum / count;
}

function isIn(box: Rect, { x, y }: Course): boolean {
  let inside = 0;
  for (let i = 0; i < x.length; i++) if (holds(box, x[i], y[i])) inside++;
  return inside >= ownShare * x.length;
}

const lengthOf = (lines: readonly LineMove[]) => lines.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
