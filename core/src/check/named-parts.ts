import type { CheckReport, MapDocument } from '../documents/index.js';
import type { Rect } from '../geometry/index.js';
import type { SizeMm } from '../units/index.js';
import { movedBy, movementOf, type Course, type Similarity } from './drawing/alignment.js';
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
 * told line by line only.
 */
export function namedMoves(parts: readonly NamedPart[], report: CheckReport, map: MapDocument): NamedMove[] {
  if (parts.length === 0) return [];
  const all = lineMoves(report, map);
  return parts.flatMap((part) => {
    const own = all.filter(({ course }) => isIn(part.box, course));
    const drawn = own.filter(({ status }) => status === 'true' || status === 'moved');
    if (2 * lengthOf(drawn) < lengthOf(own)) return [];
    const agreed = agreeing(drawn);
    const moved = agreed.lines.filter(({ status }) => status === 'moved');
    if (
      lengthOf(agreed.lines) < agreedShare * lengthOf(drawn) ||
      moved.length === 0 ||
      lengthOf(moved) < movedShare * lengthOf(agreed.lines)
    )
      return [];
    return [
      {
        part,
        lines: agreed.lines.map(({ id }) => id),
        move: agreed.move,
        lengthMm: lengthOf(agreed.lines),
      },
    ];
  });
}

/** The movement of most lines, and those it explains. */
function agreeing(lines: readonly LineMove[]): { move: Similarity; lines: LineMove[] } {
  let kept = [...lines];
  for (;;) {
    const move = movementOf(kept);
    const worst = kept.reduce<{ line: LineMove; by: number } | null>((so, line) => {
      const by = disagreement(line, move);
      return so === null || by > so.by ? { line, by } : so;
    }, null);
    if (!worst || worst.by <= agreesMm) return { move, lines: kept };
    kept = kept.filter((line) => line !== worst.line);
  }
}

/** How far a line's own movement is from that of its part, in the mean, mm. */
function disagreement({ course: { x, y }, move }: LineMove, part: Similarity): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) {
    const [ax, ay] = movedBy(move, x[i], y[i]);
    const [bx, by] = movedBy(part, x[i], y[i]);
    sum += Math.hypot(bx - ax, by - ay);
  }
  return sum / x.length;
}

function isIn(box: Rect, { x, y }: Course): boolean {
  let inside = 0;
  for (let i = 0; i < x.length; i++) if (holds(box, x[i], y[i])) inside++;
  return inside >= ownShare * x.length;
}

const lengthOf = (lines: readonly LineMove[]) => lines.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
