import { formatLength, type LengthUnit } from '../units/index.js';

/** A check mark: where it is traced on the surface, and how far the printed one now lies off, mm right and down. */
export type MovedMark = { x: number; y: number; dx: number; dy: number };

/** How a sheet is brought back: turned about a place, then moved. */
export type Slip = {
  /** Clockwise as one looks at it, degrees. */
  turnDeg: number;
  /** The printed mark it is turned about, where it lies now, mm. */
  about: { x: number; y: number };
  /** How it is moved after that, mm right and down. */
  dx: number;
  dy: number;
  /** How much longer the sheet is now than when the marks were traced: 1 when it has kept its size. */
  stretch: number;
  /** How far the printed marks lie off in the worst case, mm. */
  offMm: number;
  /** What makes one doubt the measures, as sentences; none when nothing does. */
  doubts: string[];
};

/** Marks nearer than this tell no turn, mm. */
const minApartMm = 20;
/** A sheet on a hinge slips a few millimetres; what lies farther off was measured to the wrong mark, mm. */
const maxOffMm = 10;
/** Paper grows by damp up to about one part in a hundred; more was measured wrongly. */
const maxGrowth = 0.012;
/** A sheet on tape does not turn by more than this, degrees. */
const maxTurnDeg = 5;
/** Growth below this is the measuring, over the distance of the marks, mm. */
const measuredMm = 0.3;

/**
 * The turn and shift that bring a slipped sheet back onto two check marks, and how far it has grown (the similarity
 * that takes the printed marks to the traced ones, without its scale: the sheet cannot be shrunk by hand, and what is
 * left over is shared between both marks).
 *
 * @throws RangeError when the marks lie too near each other to tell a turn
 */
export function solveSlip(first: MovedMark, second: MovedMark): Slip {
  const traced = { x: second.x - first.x, y: second.y - first.y };
  const apart = Math.hypot(traced.x, traced.y);
  if (!(apart >= minApartMm))
    throw new RangeError(
      `The two marks must lie at least ${minApartMm} mm apart to tell a turn: take one near the opposite corner.`,
    );
  const now = { x: traced.x + second.dx - first.dx, y: traced.y + second.dy - first.dy };
  const turn = Math.atan2(now.x * traced.y - now.y * traced.x, now.x * traced.x + now.y * traced.y);
  const about = lowerLeft(first, second);
  const back = (mark: MovedMark) => {
    const x = mark.x + mark.dx - about.x;
    const y = mark.y + mark.dy - about.y;
    return {
      x: about.x + x * Math.cos(turn) - y * Math.sin(turn),
      y: about.y + x * Math.sin(turn) + y * Math.cos(turn),
    };
  };
  const [a, b] = [back(first), back(second)];
  const slip = {
    turnDeg: (turn * 180) / Math.PI,
    about,
    dx: (first.x - a.x + second.x - b.x) / 2,
    dy: (first.y - a.y + second.y - b.y) / 2,
    stretch: Math.hypot(now.x, now.y) / apart,
    offMm: Math.max(Math.hypot(first.dx, first.dy), Math.hypot(second.dx, second.dy)),
  };
  return { ...slip, doubts: doubtsOf(slip, first, second) };
}

/** The printed mark that lies farther down and left, where a finger holds it. */
function lowerLeft(first: MovedMark, second: MovedMark): { x: number; y: number } {
  const outwards = ({ x, y }: MovedMark) => y - x;
  const mark = outwards(second) > outwards(first) ? second : first;
  return { x: mark.x + mark.dx, y: mark.y + mark.dy };
}

function doubtsOf(
  { turnDeg, stretch, offMm }: Pick<Slip, 'turnDeg' | 'stretch' | 'offMm'>,
  first: MovedMark,
  second: MovedMark,
): string[] {
  // Printed marks that lie nearer to the other's traced mark were taken for each other.
  const toOther =
    Math.hypot(first.x + first.dx - second.x, first.y + first.dy - second.y) +
    Math.hypot(second.x + second.dx - first.x, second.y + second.dy - first.y);
  const toOwn = Math.hypot(first.dx, first.dy) + Math.hypot(second.dx, second.dy);
  if (toOther < toOwn) return ['The two marks seem to be swapped: measure each to its own.'];
  const doubts: string[] = [];
  if (offMm > maxOffMm)
    doubts.push(
      `A mark lies more than ${maxOffMm} mm off: is it measured to the right mark, and is the sheet on its tape?`,
    );
  if (Math.abs(stretch - 1) > maxGrowth)
    doubts.push(
      `The sheet would have ${stretch > 1 ? 'grown' : 'shrunk'} by ${(100 * Math.abs(stretch - 1)).toFixed(1)} %, more than paper does: measure both marks again.`,
    );
  else if (Math.abs(turnDeg) > maxTurnDeg)
    doubts.push(
      `A turn of ${Math.abs(turnDeg).toFixed(1)}° is much for a taped sheet: measure both marks again.`,
    );
  return doubts;
}

/**
 * What to do, in words.
 *
 * @param apartMm how far the marks lie apart, so that growth is told from measuring
 */
export function slipWords(slip: Slip, apartMm: number, unit: LengthUnit = 'mm'): string {
  const { turnDeg, dx, dy, about } = slip;
  const length = (mm: number) => formatLength(Math.abs(mm), unit);
  const moves = [
    ...(Math.abs(dx) >= 0.05 ? [`${length(dx)} ${dx > 0 ? 'right' : 'left'}`] : []),
    ...(Math.abs(dy) >= 0.05 ? [`${length(dy)} ${dy > 0 ? 'down' : 'up'}`] : []),
  ];
  const turn =
    Math.abs(turnDeg) >= 0.01
      ? `turn it ${Math.abs(turnDeg).toFixed(2)}° ${turnDeg > 0 ? 'clockwise' : 'anticlockwise'} about the mark at ${formatLength(about.x, unit)} from the left and ${formatLength(about.y, unit)} from the top, which moves the other mark by ${formatLength(apartMm * Math.abs(turnDeg) * (Math.PI / 180), unit)}`
      : '';
  const move = moves.length > 0 ? `${turn ? 'then' : 'move it'} ${moves.join(' and ')}` : '';
  const done = turn || move ? [turn, move].filter(Boolean).join(', ') : 'it is where it should be';
  return `${done.charAt(0).toUpperCase()}${done.slice(1)}.${growthWords(slip, apartMm, unit)}`;
}

function growthWords({ stretch }: Slip, apartMm: number, unit: LengthUnit): string {
  const grownMm = (stretch - 1) * apartMm;
  if (Math.abs(grownMm) < measuredMm) return '';
  return ` The sheet has ${grownMm > 0 ? 'grown' : 'shrunk'} by ${formatLength(Math.abs(grownMm), unit)} between the marks, by damp most likely: no shift mends that. Lay it right where you trace next.`;
}

/**
 * How far a place of the print lies off while the sheet has slipped, mm right and down.
 *
 * @param slip that brings the sheet back
 * @param at place on the surface, mm
 */
export function slippedBy(slip: Slip, at: { x: number; y: number }): { dx: number; dy: number } {
  // The sheet lies as the way back undone: moved back first, then turned the other way, and grown about its mark.
  const turn = (-slip.turnDeg * Math.PI) / 180;
  const x = at.x - slip.dx - slip.about.x;
  const y = at.y - slip.dy - slip.about.y;
  return {
    dx: slip.about.x + x * Math.cos(turn) - y * Math.sin(turn) - at.x,
    dy: slip.about.y + x * Math.sin(turn) + y * Math.cos(turn) - at.y,
  };
}

/** A line traced since the last look, and how far off it may lie at worst, mm. */
export type LineSlipped = { id: string; worstMm: number };

/** Lines traced while the sheet may have lain wrong, worst first. */
export function linesSlipped(
  slip: Slip,
  lines: readonly { id: string; points: readonly (readonly [number, number])[] }[],
): LineSlipped[] {
  return lines
    .map(({ id, points }) => ({
      id,
      worstMm: points.reduce((worst, [x, y]) => {
        const { dx, dy } = slippedBy(slip, { x, y });
        return Math.max(worst, Math.hypot(dx, dy));
      }, 0),
    }))
    .sort((a, b) => b.worstMm - a.worstMm);
}
