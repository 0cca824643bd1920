import type { DrawnStroke, KnownDrawing } from '../../camera/index.js';
import { widthAt, type DrawingTool, type Lens } from '../../camera/index.js';
import { junctionsOf, meetAt } from './junctions.js';
import { sampleMm, Samples, type FoundLine, type Sample } from './samples.js';

/** How well lines found say what was drawn; lengths and distances in mm. */
export type StrokeJudgement = {
  /** Share of what was drawn that has exactly one line. */
  once: number;
  /** Share of what was found that has another line beside it where one was drawn. */
  doubled: number;
  recall: number;
  precision: number;
  meanOff: number;
  p95Off: number;
  breaksPerMetre: number;
  junctions: number;
  /** Share of construction and rubbed-out lines that has a line. */
  beneath: number;
  /** Mean relative fault of the widths of lines; NaN where none are told. */
  width: number;
};

/** Where lines found are wrong, mm. */
export type StrokeFaults = {
  missed: [number, number][];
  wrong: [number, number][];
  junctions: [number, number][];
};

const nearMm = 0.5;
/** Round a junction lines lie beside each other of needs, mm. */
const roundJunctionMm = 1.6;

/** Judges lines found in the picture of a known drawing. */
export function judgeStrokes(
  drawing: KnownDrawing,
  lens: Lens,
  pxPerMm: number,
  found: readonly FoundLine[],
  tool: DrawingTool,
): { judgement: StrokeJudgement; faults: StrokeFaults } {
  const place = (stroke: DrawnStroke): FoundLine => ({
    closed: stroke.closed,
    widthPx:
      meanOf(Array.from({ length: stroke.points.length / 2 }, (_, i) => widthAt(stroke, tool, i))) * pxPerMm,
    points: stroke.points.map((_, i, all) => lens(all[i - (i % 2)], all[i - (i % 2) + 1])[i % 2] / pxPerMm),
  });
  const wanted = drawing.strokes.filter(({ part }) => part === 'drawing').map(place);
  const unwanted = drawing.strokes
    .filter(({ part }) => part === 'construction' || part === 'erased')
    .map(place);
  const lines = found.map(({ points, ...rest }) => ({
    ...rest,
    points: points.map((value) => value / pxPerMm),
  }));
  const inside = ({ x, y }: Sample) => x > 1 && y > 1 && x < drawing.widthMm - 1 && y < drawing.heightMm - 1;
  const truth = new Samples(wanted);
  const drawn = new Samples(lines);
  const below = new Samples(unwanted);
  const junctions = junctionsOf(truth);
  const nearJunction = (s: Sample) =>
    junctions.some(([x, y]) => Math.hypot(x - s.x, y - s.y) < roundJunctionMm);
  const widthOf = (of: readonly FoundLine[], { line }: Sample) => of[line]?.widthPx;
  const shown = judgeShown(truth, drawn, {
    inside,
    nearJunction,
    widthFault: (own, other) => (widthOf(lines, other) ?? NaN) / (widthOf(wanted, own) ?? NaN) - 1,
  });
  const added = judgeAdded(truth, drawn, below, nearJunction);
  const beneath = below.all.filter(
    (s) => drawn.alike(s, nearMm).length > 0 && truth.alike(s, 1).length === 0,
  ).length;
  const missedJunctions = junctions.filter(([x, y]) => !meetAt(drawn, x, y));
  const { missed, ...ofShown } = shown;
  const { wrong, ...ofAdded } = added;
  return {
    judgement: {
      ...ofShown,
      ...ofAdded,
      junctions: 1 - missedJunctions.length / Math.max(1, junctions.length),
      beneath: beneath / Math.max(1, below.all.length),
    },
    faults: { missed, wrong, junctions: missedJunctions },
  };
}

/** Whether what was drawn is shown: once, where it lies, without breaks, as wide as it is. */
function judgeShown(
  truth: Samples,
  drawn: Samples,
  {
    inside,
    nearJunction,
    widthFault,
  }: {
    inside: (s: Sample) => boolean;
    nearJunction: (s: Sample) => boolean;
    /** How much wider one line is than another, as a share; NaN where either has no width. */
    widthFault: (own: Sample, other: Sample) => number;
  },
) {
  const missed: [number, number][] = [];
  let once = 0;
  let counted = 0;
  let all = 0;
  let breaks = 0;
  let lastSeen = { line: -1, seen: false };
  const offs: number[] = [];
  const widths: number[] = [];
  for (const s of truth.all) {
    if (!inside(s)) continue;
    all++;
    const near = drawn.alike(s, nearMm);
    const seen = near.length > 0;
    if (!seen) missed.push([s.x, s.y]);
    if (lastSeen.line === s.line && lastSeen.seen && !seen) breaks++;
    lastSeen = { line: s.line, seen };
    if (seen) {
      offs.push(Math.min(...near.map((n) => Math.abs((n.x - s.x) * s.uy - (n.y - s.y) * s.ux))));
      const fault = widthFault(s, near[0]);
      if (!Number.isNaN(fault)) widths.push(Math.abs(fault));
    }
    if (nearJunction(s)) continue;
    counted++;
    if (drawn.runsOf(near) === 1) once++;
  }
  offs.sort((a, b) => a - b);
  return {
    once: once / Math.max(1, counted),
    recall: (all - missed.length) / Math.max(1, all),
    meanOff: meanOf(offs),
    p95Off: offs[Math.floor(offs.length * 0.95)] ?? NaN,
    breaksPerMetre: breaks / Math.max(1e-9, (truth.all.length * sampleMm) / 1000),
    width: meanOf(widths),
    missed,
  };
}

/** Whether lines say what was drawn, and no line beside another does. */
function judgeAdded(truth: Samples, drawn: Samples, below: Samples, nearJunction: (s: Sample) => boolean) {
  const wrong: [number, number][] = [];
  let precise = 0;
  let doubled = 0;
  let away = 0;
  let onBeneath = 0;
  for (const s of drawn.all) {
    if (truth.alike(s, nearMm).length > 0) precise++;
    else if (below.alike(s, nearMm).length > 0) onBeneath++;
    else wrong.push([s.x, s.y]);
    if (nearJunction(s)) continue;
    away++;
    const beside = drawn.alike(s, 0.9).filter((other) => other.line !== s.line || drawn.apart(other, s) > 4);
    if (beside.length > 0 && truth.runsOf(truth.alike(s, 1.2)) <= 1) doubled++;
  }
  return {
    precision: precise / Math.max(1, drawn.all.length - onBeneath),
    doubled: doubled / Math.max(1, away),
    wrong,
  };
}

const meanOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
