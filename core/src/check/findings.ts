import type { CheckReport, MapDocument, MapLine } from '../documents/index.js';
import { counted, formatLength, type LengthUnit, type SizeMm } from '../units/index.js';
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

/**
 * How bad a finding is beside others, in mm: a line that is off counts as it is off, and a little for what is off with
 * it; one that is missing counts as one put off by half a millimetre and a tenth of its length, and one too many for less.
 */
const badness = { eachMmOff: 0.01, missing: 0.5, eachMmMissing: 0.1, extra: 0.4, eachMmExtra: 0.07 };

/** A finding, and how bad it is. */
type Weighed = { finding: Finding; bad: number };

/** Everything found in a drawing: first what is wrong with it as a whole, then the rest of it, worst first. */
export function findingsOf(report: CheckReport, map: MapDocument, unit: LengthUnit): Finding[] {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const whole = wholeFinding(report, size, unit);
  const missing = report.lines.flatMap(({ id, status }) => {
    const line = status === 'missing' ? lines.get(id) : undefined;
    return line ? [missingFinding(line, size, unit)] : [];
  });
  const lengthOfPart = (ids: readonly string[]) =>
    ids.reduce((sum, id) => sum + lengthOf(lines.get(id)?.points ?? []), 0);
  const rest = [
    ...report.parts.map((part) => partFinding(part, lengthOfPart(part.lines), size, unit)),
    ...missing,
    ...report.extra.map((extra) => extraFinding(extra, size, unit)),
  ].sort((a, b) => b.bad - a.bad);
  return [...(whole ? [whole] : []), ...rest.map(({ finding }) => finding)];
}

function partFinding(
  { lines, x, y, dx, dy, scale, angleDeg }: CheckReport['parts'][number],
  lengthMm: number,
  size: SizeMm,
  unit: LengthUnit,
): Weighed {
  const move = { dx, dy, scale, angleDeg };
  const says = sayPart(lines.length, sayPlace(x, y, size), move, unit);
  return {
    finding: { key: `part ${lines[0] ?? ''}`, kind: 'part', says, at: { x, y }, lines, move },
    bad: Math.hypot(dx, dy) + badness.eachMmOff * lengthMm,
  };
}

function missingFinding({ id, points }: MapLine, size: SizeMm, unit: LengthUnit): Weighed {
  const lengthMm = lengthOf(points);
  const at = middleOf(points);
  const says = `Missing: a line of ${formatLength(lengthMm, unit)} ${where(at, size)}.`;
  return {
    finding: { key: `missing ${id}`, kind: 'missing', says, at, lines: [id] },
    bad: badness.missing + badness.eachMmMissing * lengthMm,
  };
}

function extraFinding(
  { points, length }: CheckReport['extra'][number],
  size: SizeMm,
  unit: LengthUnit,
): Weighed {
  const at = middleOf(points);
  const says = `Drawn, but not on the map: a line of ${formatLength(length, unit)} ${where(at, size)}.`;
  const key = `extra ${Math.round(at.x)} ${Math.round(at.y)}`;
  return {
    finding: { key, kind: 'extra', says, at, lines: [], points },
    bad: badness.extra + badness.eachMmExtra * length,
  };
}

function wholeFinding({ placement, paper }: CheckReport, size: SizeMm, unit: LengthUnit): Finding | null {
  const { dx, dy, angleDeg, scale } = placement;
  const isTrue =
    Math.hypot(dx, dy) < minWholeMm &&
    Math.abs(angleDeg) < minWholeDeg &&
    Math.abs(scale - 1) < minWholeScale;
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

function where({ x, y }: { x: number; y: number }, size: SizeMm): string {
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
