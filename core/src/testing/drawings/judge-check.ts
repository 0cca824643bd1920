import type { DrawnTruth } from '../../camera/index.js';
import type { CheckReport } from '../../documents/index.js';

/** How a check of a drawing compares with what is known of it: counts, and distances in mm. */
export type JudgedCheck = {
  moved: { made: number; found: number };
  /** Those not said to be true, and of these those said to have moved. */
  trueLines: { made: number; wrong: number; moved: number };
  missing: { made: number; found: number; wrong: number };
  extra: { made: number; found: number; read: number; wrong: number };
  /** How far the displacement of each line that was found is off, mm. */
  offErrors: number[];
  shiftErrors: number[];
  /** Of parts found: how far scale and turn are off. */
  scaleErrors: number[];
  turnErrorsDeg: number[];
  parts: { made: number; found: number };
  /** What went wrong, line by line. */
  says: string[];
};

/** A line drawn that is not on the map is found where as much of it is reported within so many mm. */
const extraShare = 0.6;
const extraMm = 1.5;

/** Holds a report against what is known. */
export function judgeCheck(truth: DrawnTruth, report: CheckReport): JudgedCheck {
  const judged: JudgedCheck = {
    moved: { made: 0, found: 0 },
    trueLines: { made: 0, wrong: 0, moved: 0 },
    missing: { made: 0, found: 0, wrong: 0 },
    extra: { made: 0, found: 0, read: report.extra.length, wrong: 0 },
    offErrors: [],
    shiftErrors: [],
    scaleErrors: [],
    turnErrorsDeg: [],
    parts: { made: truth.parts.length, found: 0 },
    says: [],
  };
  const lines = new Map(report.lines.map((line) => [line.id, line]));
  const note = (says: string) => judged.says.push(says);
  for (const known of truth.lines) {
    const line = lines.get(known.id);
    if (line?.outOfView) continue;
    const status = line?.status ?? 'missing';
    const told = `${known.id}: is ${known.status} (${known.dx.toFixed(1)}, ${known.dy.toFixed(1)}), said ${status} (${line?.dx.toFixed(1)}, ${line?.dy.toFixed(1)}; off ${line?.off.toFixed(2)}, drawn ${line?.drawn.toFixed(2)})`;
    if (known.status === 'missing') {
      judged.missing.made++;
      if (status === 'missing') judged.missing.found++;
      else note(told);
      continue;
    }
    if (status === 'missing') {
      judged.missing.wrong++;
      note(told);
    }
    if (known.status === 'moved') {
      judged.moved.made++;
      if (status === 'moved') judged.moved.found++;
      else note(told);
    }
    if (known.status === 'true') {
      judged.trueLines.made++;
      if (status !== 'true') {
        judged.trueLines.wrong++;
        if (status === 'moved') judged.trueLines.moved++;
        if (status !== 'missing') note(told);
      }
    }
    if (line && (status === 'true' || status === 'moved')) {
      judged.offErrors.push(Math.abs(line.off - known.off));
      judged.shiftErrors.push(Math.hypot(line.dx - known.dx, line.dy - known.dy));
    }
  }
  judgeParts(truth, report, judged);
  judgeExtra(truth, report, judged);
  return judged;
}

function judgeParts(truth: DrawnTruth, report: CheckReport, judged: JudgedCheck): void {
  for (const known of truth.parts) {
    const shared = (lines: readonly string[]) => lines.filter((id) => known.lines.includes(id)).length;
    const best = [...report.parts].sort((a, b) => shared(b.lines) - shared(a.lines))[0];
    if (!best || shared(best.lines) < Math.max(1, 0.5 * known.lines.length)) {
      judged.says.push(
        `part of ${known.lines.length} lines: best found has ${best ? shared(best.lines) : 0}`,
      );
      continue;
    }
    judged.parts.found++;
    judged.scaleErrors.push(Math.abs(best.scale - known.scale));
    judged.turnErrorsDeg.push(Math.abs(best.angleDeg - known.angleDeg));
  }
}

function judgeExtra(truth: DrawnTruth, report: CheckReport, judged: JudgedCheck): void {
  const near = (points: readonly [number, number][], [x, y]: [number, number]) =>
    points.some(([px, py]) => Math.hypot(px - x, py - y) <= extraMm);
  for (const known of truth.extra) {
    judged.extra.made++;
    const all = report.extra.flatMap(({ points }) => points);
    const seen = known.points.filter((point) => near(all, point)).length;
    if (seen >= extraShare * known.points.length) judged.extra.found++;
    else judged.says.push(`not seen: a line at ${known.points[0]?.map((v) => v.toFixed(0)).join(', ')}`);
  }
  for (const { points, length } of report.extra) {
    const known = truth.extra.flatMap((extra) => extra.points);
    const seen = points.filter((point) => near(known, point)).length;
    if (seen >= 0.5 * points.length) continue;
    judged.extra.wrong++;
    judged.says.push(
      `never drawn: ${length.toFixed(1)} mm at ${points[Math.floor(points.length / 2)]?.map((v) => v.toFixed(0)).join(', ')}`,
    );
  }
}
