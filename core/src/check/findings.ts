import type { CheckReport, MapDocument, MapLine } from '../documents/index.js';
import { formatLength, type LengthUnit, type SizeMm } from '../units/index.js';
import { scaleOf, turnRad } from './drawing/match/alignment.js';
import { sayMove, sayPart } from './drawing/say-findings.js';
import { badness, lengthOf, middleOf, type Finding, type Weighed } from './finding.js';
import type { NamedPart } from './named-part.js';
import { namedMoves, sayingWhere, type NamedMove, type SayWhere } from './named-parts.js';
import { maxDarkness, type CheckSubject, type Cover } from './subjects.js';
import { shiftedFindings, stillToTrace, tooDark } from './surface/surface-findings.js';

/** A drawing that as a whole lies nearer than this, and is turned and sized truer, is where it should be. */
const minWholeMm = 0.8;
const minWholeDeg = 0.3;
const minWholeScale = 0.004;

/** What findings are told for: what was photographed, what the lines are covered by, and the parts that have names. */
export type FindingsFor = { of: CheckSubject; cover: Cover; parts: readonly NamedPart[] };

/** Everything found in a drawing: first what is wrong with it as a whole, then the rest of it, worst first. */
export function findingsOf(
  report: CheckReport,
  map: MapDocument,
  unit: LengthUnit,
  { of = 'drawing', cover = 'nothing', parts: named = [] }: Partial<FindingsFor> = {},
): Finding[] {
  const size = { widthMm: map.surface.width, heightMm: map.surface.height };
  const where = sayingWhere(named, size);
  const asNamed = of === 'drawing' ? namedMoves(named, report, map) : [];
  const inNamed = new Set(asNamed.flatMap(({ lines: ids }) => ids));
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const whole = wholeFinding(report, size, unit);
  const missing = report.lines.flatMap(({ id, status }) => {
    const line = status === 'missing' ? lines.get(id) : undefined;
    return line ? [line] : [];
  });
  const runsOf = (ids: readonly string[]) => ids.map((id) => lines.get(id)?.points ?? []);
  const slipped = new Set(report.slip?.lines ?? []);
  const ellipses = report.ellipses.flatMap((ellipse) => ellipseFinding(ellipse, where, unit));
  const isEllipse = new Set(ellipses.flatMap(({ finding }) => finding.lines));
  const rest = [
    ...asNamed.map((move) => namedFinding(move, unit)),
    ...report.parts
      // What moved with a part that has a name is said of that.
      .filter((part) => part.lines.some((id) => !inNamed.has(id)))
      .filter((part) => part.lines.some((id) => !slipped.has(id)))
      // Of an ellipse that is too flat or too round no more is to be said, unless it lies elsewhere too.
      .filter((part) => !isEllipse.has(part.lines.join()) || Math.hypot(part.dx, part.dy) > minElsewhereMm)
      .map((part) => partFinding(part, runsOf(part.lines), where, unit)),
    ...(of === 'under-way'
      ? stillToTrace(missing, where, unit)
      : missing.map((line) => missingFinding(line, of, where, unit))),
    ...ellipses,
    ...report.extra.map((extra) => extraFinding(extra, of, where, unit)),
  ].sort((a, b) => b.bad - a.bad);
  const dark = report.lines.flatMap(({ id, darkness = 0 }) => {
    const line = darkness > maxDarkness[cover] ? lines.get(id) : undefined;
    return line ? [line] : [];
  });
  return [
    ...(whole ? [whole] : []),
    ...shiftedFindings(report, unit),
    ...(of === 'drawing' ? [] : tooDark(dark, report.lines.length, cover, { size, where })),
    ...rest.map(({ finding }) => finding),
  ];
}

function partFinding(
  { lines, x, y, dx, dy, scale, angleDeg }: CheckReport['parts'][number],
  runs: readonly MapLine['points'][],
  where: SayWhere,
  unit: LengthUnit,
): Weighed {
  const move = { dx, dy, scale, angleDeg };
  const says = sayPart(lines.length, where(runs.flat()), move, unit);
  const lengthMm = runs.reduce((sum, points) => sum + lengthOf(points), 0);
  return {
    finding: { key: `part ${lines[0] ?? ''}`, kind: 'part', says, at: { x, y }, lines, move },
    bad: Math.hypot(dx, dy) + badness.eachMmOff * lengthMm,
  };
}

/** A part with a name that moved as one: said of it, not of its lines. */
function namedFinding({ part, lines, move, lengthMm }: NamedMove, unit: LengthUnit): Weighed {
  const { cx: x, cy: y, dx, dy } = move;
  const said = { dx, dy, scale: scaleOf(move), angleDeg: (turnRad(move) * 180) / Math.PI };
  const how = sayMove(said, unit);
  return {
    finding: {
      // With its name: another part may get the number of one that was deleted, and is not set aside with it.
      key: `named ${part.id} ${part.name}`,
      kind: 'part',
      says: `${part.name}: ${how === '' ? 'bent away from its course' : how}.`,
      at: { x, y },
      lines,
      move: said,
    },
    bad: Math.hypot(dx, dy) + badness.eachMmOff * lengthMm,
  };
}

/** An ellipse is told too flat or too round from this on: of its shape, as a share, and of its short axis, mm. */
const minFlatter = 0.06;
const minFlatterMm = 0.6;
/** It lies elsewhere besides from this on, mm. */
const minElsewhereMm = 1;

function ellipseFinding(
  { id, x, y, wanted, drawn, points }: CheckReport['ellipses'][number],
  where: SayWhere,
  unit: LengthUnit,
): Weighed[] {
  const shape = drawn.short / drawn.long / (wanted.short / wanted.long) - 1;
  // As long as it was drawn, it should be so wide.
  const short = (wanted.short / wanted.long) * drawn.long;
  const off = Math.abs(drawn.short - short);
  if (Math.abs(shape) < minFlatter || off < minFlatterMm) return [];
  const says = `The ellipse ${where(points)} is too ${shape < 0 ? 'flat' : 'round'}: ${formatLength(drawn.short, unit)}, should be ${formatLength(short, unit)}.`;
  return [
    {
      finding: { key: `ellipse ${id}`, kind: 'ellipse', says, at: { x, y }, lines: [id], points },
      bad: off + badness.missing,
    },
  ];
}

function missingFinding(
  { id, points }: MapLine,
  of: CheckSubject,
  where: SayWhere,
  unit: LengthUnit,
): Weighed {
  const lengthMm = lengthOf(points);
  const at = middleOf(points);
  const what = of === 'transfer' ? 'Did not come across' : 'Missing';
  const says = `${what}: a line of ${formatLength(lengthMm, unit)} ${where(points)}.`;
  return {
    finding: { key: `missing ${id}`, kind: 'missing', says, at, lines: [id] },
    bad: badness.missing + badness.eachMmMissing * lengthMm,
  };
}

function extraFinding(
  { points, length }: CheckReport['extra'][number],
  of: CheckSubject,
  where: SayWhere,
  unit: LengthUnit,
): Weighed {
  const at = middleOf(points);
  const what = of === 'drawing' ? 'Drawn, but not on the map: a line' : 'To clean away: a mark';
  const says = `${what} of ${formatLength(length, unit)} ${where(points)}.`;
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
