/** How a hand draws a map: what it does to the drawing as a whole, to parts of it, and to single lines. */
export type HandFaults = {
  /** The drawing as a whole, about the middle of the surface. */
  placement: { dx: number; dy: number; angleDeg: number; scale: number };
  /** How far a line wanders off its course, root mean square, mm. */
  wobbleMm: number;
  /** How many groups of lines that lie together are put, turned or sized wrongly. */
  parts: number;
  /** How many single lines are put 1.5 to 6 mm off. */
  moved: number;
  /** How many lines are left out. */
  missing: number;
  /** How many lines are drawn that are not on the map. */
  extra: number;
  /** Share of the lines gone over twice, a little beside. */
  restated: number;
  /** How many smudges there are. */
  smudges: number;
  /** Squares of a grid it is drawn over, mm; 0 for none. */
  gridMm: number;
  /** Whether both diagonals of the surface help drawing too. */
  diagonals: boolean;
  /** The share of the lines that is drawn so far, in the map's order. */
  drawnSoFar: number;
  /** A sheet that slips when so much is traced, as a share of the lines in the map's order: all later ones are off by it. */
  slip: (Slipped & { from: number }) | null;
  /** A sheet that slipped before a share of the lines was gone over again. */
  doubled: (Slipped & { share: number }) | null;
};

/** How a sheet slips, about the middle of the surface. */
type Slipped = { dx: number; dy: number; angleDeg: number };

/** A hand without a fault. */
export const trueHand: HandFaults = {
  placement: { dx: 0, dy: 0, angleDeg: 0, scale: 1 },
  wobbleMm: 0,
  parts: 0,
  moved: 0,
  missing: 0,
  extra: 0,
  restated: 0,
  smudges: 0,
  gridMm: 0,
  diagonals: false,
  drawnSoFar: 1,
  slip: null,
  doubled: null,
};

/** What a hand did, as it is known. */
export type DrawnTruth = {
  placement: HandFaults['placement'];
  lines: {
    id: string;
    /** Less than 0.6 mm off is true, 1.5 mm or more is moved; what lies between is not counted. */
    status: 'true' | 'moved' | 'between' | 'missing';
    /** Mean displacement after the whole placement is taken out, mm. */
    dx: number;
    dy: number;
    /** Mean and largest distance from where it belongs, mm. */
    off: number;
    worst: number;
  }[];
  parts: { lines: string[]; dx: number; dy: number; scale: number; angleDeg: number }[];
  extra: { points: [number, number][]; length: number }[];
  /** Lines that stand twice. */
  doubled: string[];
};
