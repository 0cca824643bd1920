import type { CheckReport } from '../../documents/index.js';
import type { Ellipse } from '../../geometry/index.js';
import type { SizeMm } from '../../units/index.js';
import type { Addition } from '../corrections/additions.js';
import type { Doubled } from '../surface/doubled-lines.js';
import type { CommonShift } from '../surface/common-shift.js';
import { movedBy, scaleOf, turnRad } from './match/alignment.js';
import type { Wanted } from './match/course.js';
import { isFound, type Match } from './match/match.js';
import { roundEllipse, type DrawnEllipse } from './drawn-ellipses.js';
import { isSized, type MovedPart } from './parts/parts.js';
import type { PlacedDrawing } from './place/placed-drawing.js';
import { cornersInPicture } from './place/place-paper.js';
import { inPlace, sayPart, sayPlace } from './say-findings.js';

const degrees = (angleRad: number) => (angleRad * 180) / Math.PI;

/** What was found, before it is told. */
export type Findings = {
  placed: PlacedDrawing;
  matches: readonly Match[];
  /** Lines that lie beyond the picture. */
  beyond: readonly Wanted[];
  parts: readonly MovedPart[];
  extra: readonly Addition[];
  ellipses: readonly DrawnEllipse[];
  slip: Shifted | null;
  doubled: Doubled | null;
  /** How much darker than the paper each match is, L\*; null where none of it is seen. */
  darkness: readonly (number | null)[];
  size: SizeMm;
};

/** What was found, as the open report tells it. */
export function reportOf(findings: Findings): CheckReport {
  const { placed, matches, parts, extra, ellipses, slip, doubled, size } = findings;
  const { pose, found, whole } = placed;
  const corners = cornersInPicture(pose, size);
  const pixels = corners.map(({ x, y }): [number, number] => [x, y]);
  return {
    format: 'nobrel-check',
    version: 1,
    units: 'mm',
    paper: {
      found: found === 'picture' ? 'lines' : found,
      corners: [pixels[0], pixels[1], pixels[2], pixels[3]],
    },
    placement: { dx: whole.dx, dy: whole.dy, angleDeg: degrees(turnRad(whole)), scale: scaleOf(whole) },
    ellipses: ellipses.map(({ id, wanted, drawn }) => ({
      id,
      x: drawn.x,
      y: drawn.y,
      wanted: axesOf(wanted),
      drawn: axesOf(drawn),
      points: roundEllipse(drawn),
    })),
    slip: slip && toldShift(slip),
    doubled: doubled && toldShift({ ...doubled, lines: doubled.lines.map(({ wanted }) => wanted.id) }),
    lines: toldLines(findings),
    parts: parts.map((part) => toldPart(part, size)),
    extra: extra.map(({ points, lengthMm: length }) => ({ points: thinned(points), length })),
    summary: summaryOf(matches, extra.length),
  };
}

function toldLines({ matches, beyond, darkness }: Findings): CheckReport['lines'] {
  return [
    ...matches.map(({ wanted, status, drawn, dx, dy, off, worst }, k) => ({
      id: wanted.id,
      status,
      ...{ drawn, dx, dy, off, worst },
      darkness: darkness[k] ?? undefined,
    })),
    ...beyond.map(({ id }) => ({
      id,
      status: 'unclear' as const,
      ...{ drawn: 0, dx: 0, dy: 0, off: 0, worst: 0 },
      outOfView: true,
    })),
  ];
}

function toldPart(part: MovedPart, size: SizeMm): CheckReport['parts'][number] {
  const { matches, move } = part;
  const sized = isSized(part);
  const said = {
    dx: move.dx,
    dy: move.dy,
    scale: sized ? scaleOf(move) : 1,
    angleDeg: sized ? degrees(turnRad(move)) : 0,
  };
  const place = inPlace(sayPlace(...movedBy(move, move.cx, move.cy), size));
  const says = sayPart(matches.length, place, said, 'mm');
  return { lines: matches.map(({ wanted }) => wanted.id), ...said, says, x: move.cx, y: move.cy };
}

function summaryOf(matches: readonly Match[], extra: number): CheckReport['summary'] {
  const seen = matches.filter(isFound);
  const offs = seen.map(({ off }) => off).sort((a, b) => a - b);
  const lengthMm = seen.reduce((sum, { wanted }) => sum + wanted.lengthMm, 0);
  const offSum = seen.reduce((sum, { wanted, off }) => sum + wanted.lengthMm * off, 0);
  const count = (wanted: Match['status']) => matches.filter(({ status }) => status === wanted).length;
  return {
    meanOff: lengthMm > 0 ? offSum / lengthMm : 0,
    p95Off: offs[Math.floor(0.95 * offs.length)] ?? 0,
    moved: count('moved'),
    missing: count('missing'),
    extra,
  };
}

const axesOf = ({ a, b }: Ellipse) => ({ long: 2 * Math.max(a, b), short: 2 * Math.min(a, b) });

/** Lines that lie elsewhere, or a second time, by one shift and turn. */
type Shifted = { shift: CommonShift; lines: string[] };

const toldShift = ({ shift, lines }: Shifted) => ({
  lines,
  x: shift.cx,
  y: shift.cy,
  dx: shift.dx,
  dy: shift.dy,
  angleDeg: degrees(shift.angleRad),
});

/** Lines that are not on the map are given by points about this far apart, mm. */
const pointEveryMm = 0.8;

function thinned(run: Float64Array): [number, number][] {
  const kept: [number, number][] = [];
  for (let i = 0; i < run.length; i += 2) {
    const last = kept[kept.length - 1];
    const isEnd = i === 0 || i === run.length - 2;
    if (isEnd || Math.hypot(run[i] - last[0], run[i + 1] - last[1]) >= pointEveryMm)
      kept.push([run[i], run[i + 1]]);
  }
  return kept;
}
