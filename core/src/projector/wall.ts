/** A wall with a surface on it, and the light of the room. */
export type SimulatedWall = {
  /** The surface, mm; its upper left corner is at 0, 0. */
  surface: { width: number; height: number };
  /** How the surface is marked: by tape around it, or as a panel lighter than the wall. */
  marked: 'tape' | 'panel';
  /** What the wall throws back of the light that meets it, 0–1; red, green and blue. */
  colour: readonly [number, number, number];
  /** How much the wall differs from place to place, as a share. */
  unevenness: number;
  /** The room's light on the wall as a share of the projector's own at the middle of its picture. */
  roomLight: number;
  seed: number;
};

/** Width of painter's tape, mm. */
const tapeMm = 25;
/** What painter's tape and a panel throw back. */
const tape = [0.09, 0.16, 0.3] as const;
const panel = [0.86, 0.85, 0.82] as const;

/**
 * What a place of the wall throws back of the light that meets it.
 *
 * @param spreadMm how far around the place is looked at, mm: edges are softened over it
 * @param into red, green and blue, 0–1
 */
export function wallAt(
  wall: SimulatedWall,
  x: number,
  y: number,
  spreadMm: number,
  into: Float64Array,
): void {
  const { width, height } = wall.surface;
  const inside = insideOf(x, y, width, height, 0, spreadMm);
  const uneven = 1 + wall.unevenness * blotches(x, y, wall.seed);
  const within = wall.marked === 'panel' ? panel : wall.colour;
  const taped = wall.marked === 'tape' ? insideOf(x, y, width, height, tapeMm, spreadMm) - inside : 0;
  for (let k = 0; k < 3; k++) {
    const bare = inside * within[k] + (1 - inside) * wall.colour[k];
    into[k] = uneven * ((1 - taped) * bare + taped * tape[k]);
  }
}

/** How much of a spot lies within a rectangle that is enlarged by so much all round, 0–1. */
function insideOf(x: number, y: number, width: number, height: number, by: number, spread: number): number {
  const share = (depth: number) => Math.min(1, Math.max(0, 0.5 + depth / spread));
  return share(Math.min(x + by, width + by - x)) * share(Math.min(y + by, height + by - y));
}

/** Blotches of a wall that was painted by hand, −1 to 1, the same for one seed. */
function blotches(x: number, y: number, seed: number): number {
  const wave = (length: number, turn: number) =>
    Math.sin(
      (2 * Math.PI * (x * Math.cos(turn + seed) + y * Math.sin(turn + seed))) / length + 3 * turn + seed,
    );
  return (wave(830, 0.4) + wave(1270, 1.9) + 0.6 * wave(310, 2.7)) / 2.6;
}
