import { Matrix, solve } from 'ml-matrix';

/** A place on the surface, and how far something lies off it across a direction: the only way a line tells. */
export type Offset = {
  x: number;
  y: number;
  /** Direction across the line, of length 1. */
  nx: number;
  ny: number;
  offMm: number;
};

/** A shift and a small turn about a middle, mm and radians. */
export type CommonShift = { cx: number; cy: number; dx: number; dy: number; angleRad: number };

/** Pairs of places tried, and places each is held against. */
const maxPairs = 1200;
const maxHeld = 400;

/** Two lines tell a shift when they cross at 20° or more. */
const minCrossing = Math.sin((20 * Math.PI) / 180);

/** A sheet that slipped further than this is noticed at once, mm. */
const maxShiftMm = 9;

/** A place agrees within this before the turn is known, and after, mm. */
const looseMm = 1;
const agreesMm = 0.45;
/** Least squares are repeated with places within these, mm. */
const reachesMm = [looseMm, looseMm, 0.8, 0.8, 0.6, 0.6, 0.6];

/** Where a place goes. */
export const shifted = (
  { cx, cy, dx, dy, angleRad }: CommonShift,
  x: number,
  y: number,
): [number, number] => [x + dx - angleRad * (y - cy), y + dy + angleRad * (x - cx)];

/** How much a place counts that is left so far off: Tukey's weights. */
const weightOf = (leftMm: number, reachMm: number): number =>
  Math.abs(leftMm) < reachMm ? (1 - (leftMm / reachMm) ** 2) ** 2 : 0;

/** How far a shift leaves a place off, mm. */
export function leftBy({ cx, cy, dx, dy, angleRad }: CommonShift, { x, y, nx, ny, offMm }: Offset): number {
  return nx * (dx - angleRad * (y - cy)) + ny * (dy + angleRad * (x - cx)) - offMm;
}

/**
 * The shift and turn that most of the places have in common, found among pairs of them (RANSAC, Fischler & Bolles 1981,
 * the pairs in a fixed order) and then by least squares over those that agree.
 *
 * @returns null when nothing is common to them
 */
export function commonShift(offsets: readonly Offset[]): CommonShift | null {
  if (offsets.length < 8) return null;
  const every = Math.max(1, Math.floor(offsets.length / maxHeld));
  const held = offsets.filter((_, i) => i % every === 0);
  let best: { shift: CommonShift; count: number } | null = null;
  for (let pair = 0; pair < maxPairs; pair++) {
    const a = held[(pair * 7919) % held.length];
    const b = held[(pair * 5527 + 13 * Math.floor(pair / 3) + 1) % held.length];
    const crossing = a.nx * b.ny - a.ny * b.nx;
    if (Math.abs(crossing) < minCrossing) continue;
    const dx = (a.offMm * b.ny - b.offMm * a.ny) / crossing;
    const dy = (b.offMm * a.nx - a.offMm * b.nx) / crossing;
    if (Math.hypot(dx, dy) > maxShiftMm) continue;
    const shift = { cx: 0, cy: 0, dx, dy, angleRad: 0 };
    const count = held.reduce((sum, offset) => sum + weightOf(leftBy(shift, offset), looseMm), 0);
    if (!best || count > best.count) best = { shift, count };
  }
  let shift = best?.shift ?? null;
  for (const reachMm of reachesMm) {
    const from = shift;
    shift = from && fitted(offsets, from, reachMm);
  }
  return shift;
}

/** The shift and turn of weighed least squares, from what another leaves; null where the places leave it open. */
function fitted(offsets: readonly Offset[], from: CommonShift, reachMm: number): CommonShift | null {
  const weighed = offsets.flatMap((offset) => {
    const weight = weightOf(leftBy(from, offset), reachMm);
    return weight > 0 ? [{ ...offset, weight }] : [];
  });
  if (weighed.length < 6) return null;
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const mean = (of: (offset: Offset) => number) =>
    weighed.reduce((sum, offset) => sum + offset.weight * of(offset), 0) / total;
  const [cx, cy] = [mean(({ x }) => x), mean(({ y }) => y)];
  const root = weighed.map(({ weight }) => Math.sqrt(weight));
  const rows = weighed.map(({ x, y, nx, ny }, i) =>
    [nx, ny, ny * (x - cx) - nx * (y - cy)].map((value) => root[i] * value),
  );
  const spread = mean(({ x, y }) => Math.hypot(x - cx, y - cy) ** 2);
  const jacobian = new Matrix(rows);
  const normal = jacobian.transpose().mmul(jacobian);
  // A turn is held to none a little: a few lines near each other would leave it open.
  normal.set(2, 2, normal.get(2, 2) + 0.002 * total * (spread + 1));
  const right = jacobian
    .transpose()
    .mmul(Matrix.columnVector(weighed.map(({ offMm }, i) => root[i] * offMm)));
  const [dx, dy, angleRad] = solve(normal, right).to1DArray();
  return [dx, dy, angleRad].every(Number.isFinite) ? { cx, cy, dx, dy, angleRad } : null;
}

/** Share of the places that a shift explains. */
export const shareExplained = (shift: CommonShift, offsets: readonly Offset[]): number =>
  offsets.filter((offset) => Math.abs(leftBy(shift, offset)) < agreesMm).length / Math.max(1, offsets.length);
