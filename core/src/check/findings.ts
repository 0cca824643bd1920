import type { CheckReport, MapDocument } from '../documents/index.js';
import { counted, formatLength, type LengthUnit } from '../units/index.js';
import { sayMove, sayPart, sayPlace, type SaidMove } from './drawing/say-findings.js';
import type { RoundFigures } from './decisions.js';

/** Something to put right in the drawing, with its place, mm on the surface. */
export type Finding = {
  /** Stays the same when the same photograph is looked at again. */
  key: string;
  says: string;
  /** Where to look. */
  at: { x: number; y: number };
  /** Lines of the map it is about. */
  lines: string[];
} & (
  | { kind: 'whole'; move: SaidMove }
  | { kind: 'part'; move: SaidMove }
  | { kind: 'missing' }
  | { kind: 'extra'; points: [number, number][] }
);

/** A drawing that as a whole lies nearer than this, and is turned and sized truer, is where it should be. */
const minWholeMm = 0.8;
const minWholeDeg = 0.3;
const minWholeScale = 0.004;

/** Everything found in a drawing: first what is wrong with it as a whole, then parts, what is missing and what is more, worst first. */
export function findingsOf(report: CheckReport, map: MapDocument, unit: LengthUnit): Finding[] {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const whole = wholeFinding(report, size, unit);
  const parts = report.parts.map((part): Finding => {
    const at = { x: part.x, y: part.y };
    const says = sayPart(part.lines.length, sayPlace(at.x, at.y, size), part, unit);
    const { dx, dy, scale, angleDeg } = part;
    const move = { dx, dy, scale, angleDeg };
    return { key: `part ${part.lines[0] ?? ''}`, kind: 'part', says, at, lines: part.lines, move };
  });
  const missing = report.lines
    .filter(({ status }) => status === 'missing')
    .flatMap(({ id }) => {
      const line = lines.get(id);
      return line ? [{ line, lengthMm: lengthOf(line.points) }] : [];
    })
    .sort((a, b) => b.lengthMm - a.lengthMm)
    .map(({ line, lengthMm }): Finding => {
      const at = middleOf(line.points);
      const says = `Missing: a line of ${formatLength(lengthMm, unit)} ${where(at, size)}.`;
      return { key: `missing ${line.id}`, kind: 'missing', says, at, lines: [line.id] };
    });
  const extra = report.extra.map(({ points, length }): Finding => {
    const at = middleOf(points);
    const says = `Drawn, but not on the map: a line of ${formatLength(length, unit)} ${where(at, size)}.`;
    return { key: `extra ${Math.round(at.x)} ${Math.round(at.y)}`, kind: 'extra', says, at, lines: [], points };
  });
  return [...(whole ? [whole] : []), ...parts, ...missing, ...extra];
}

function wholeFinding(
  { placement, paper }: CheckReport,
  size: { widthMm: number; heightMm: number },
  unit: LengthUnit,
): Finding | null {
  const { dx, dy, angleDeg, scale } = placement;
  const isTrue =
    Math.hypot(dx, dy) < minWholeMm && Math.abs(angleDeg) < minWholeDeg && Math.abs(scale - 1) < minWholeScale;
  if (paper.found === 'lines' || isTrue) return null;
  const move = { dx, dy, angleDeg, scale };
  return {
    key: 'whole',
    kind: 'whole',
    says: `The drawing as a whole: ${sayMove(move, unit)}. Everything below is measured with that taken out.`,
    at: { x: size.widthMm / 2, y: size.heightMm / 2 },
    lines: [],
    move,
  };
}

function where({ x, y }: { x: number; y: number }, size: { widthMm: number; heightMm: number }): string {
  const place = sayPlace(x, y, size);
  return place === 'middle' ? 'in the middle' : `at ${place}`;
}

function middleOf(points: readonly (readonly [number, number])[]): { x: number; y: number } {
  if (points.length === 0) return { x: 0, y: 0 };
  const [x, y] = points.reduce(([sx, sy], [px, py]) => [sx + px, sy + py], [0, 0]);
  return { x: x / points.length, y: y / points.length };
}

const lengthOf = (points: readonly (readonly [number, number])[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [bx, by] = points[Math.max(0, i - 1)];
    return sum + Math.hypot(x - bx, y - by);
  }, 0);

/** The figures of a report that a round keeps. */
export function figuresOf({ lines, placement, summary }: CheckReport): RoundFigures {
  const hundredths = (value: number) => Math.round(100 * value) / 100;
  const { dx, dy, angleDeg, scale } = placement;
  return {
    meanOffMm: hundredths(summary.meanOff),
    moved: summary.moved,
    missing: summary.missing,
    extra: summary.extra,
    placement: {
      dx: hundredths(dx),
      dy: hundredths(dy),
      angleDeg: hundredths(angleDeg),
      scale: Math.round(1e4 * scale) / 1e4,
    },
    offs: Object.fromEntries(
      lines
        .filter(({ status }) => status !== 'unclear')
        .map(({ id, status, off }) => [id, status === 'missing' ? -1 : hundredths(off)]),
    ),
  };
}

/** How a round compares with the one before it. */
export type Progressed = { better: number; worse: number; found: number; lost: number };

/** A line has become better or worse when it lies nearer or further by more than this, mm: less is the camera's. */
const minChangeMm = 0.4;

/** Which lines lie nearer or further than the round before, and which were drawn since or are gone. */
export function progressedSince(before: RoundFigures, now: RoundFigures): Progressed {
  const progressed: Progressed = { better: 0, worse: 0, found: 0, lost: 0 };
  for (const [id, off] of Object.entries(now.offs)) {
    const was = before.offs[id];
    if (was === undefined) continue;
    if (was < 0 && off >= 0) progressed.found++;
    else if (was >= 0 && off < 0) progressed.lost++;
    else if (off < was - minChangeMm) progressed.better++;
    else if (off > was + minChangeMm) progressed.worse++;
  }
  return progressed;
}

/** The same in words, or null when nothing changed. */
export function sayProgress({ better, worse, found, lost }: Progressed): string | null {
  const says = [
    better > 0 ? `${counted(better, 'line')} nearer` : '',
    worse > 0 ? `${counted(worse, 'line')} further off` : '',
    found > 0 ? `${counted(found, 'line')} drawn that ${found === 1 ? 'was' : 'were'} missing` : '',
    lost > 0 ? `${counted(lost, 'line')} gone` : '',
  ].filter((word) => word !== '');
  return says.length === 0 ? null : `Since the round before: ${says.join(', ')}.`;
}
