import { stepLength } from '../../geometry/index.js';
import type { MapDocument, MapLine } from '../../documents/index.js';
import type { TracedLines } from './traced-lines.js';

export const orderSchools = [
  'away-from-hand',
  'outline-first',
  'focal-first',
  'inside-out',
  'dark-to-light',
  'top-to-bottom',
  'shortest',
] as const;
export type OrderSchool = (typeof orderSchools)[number];

/** What a school may look at. */
export type ToGroup = {
  map: Pick<MapDocument, 'shapes' | 'surface'>;
  traced: TracedLines;
  /** Where the picture is looked at first, mm. */
  focus: { x: number; y: number };
};

/** A school of tracing: which lines come before which others. Within a group the order is made by way and palm. */
export type OrderSchoolModule = {
  name: string;
  /** Why it is done so, as a sentence. */
  why: string;
  /** The group of each line, the first traced first. */
  groupOf: (asked: ToGroup) => ArrayLike<number>;
  /** Whether lines are ordered to keep the hand off what is traced, besides the shortest way. */
  sparesLines: boolean;
};

/** Bands and rings this broad are traced one after the other: about what a hand reaches without moving the arm, mm. */
const bandMm = 60;

const one = ({ traced }: ToGroup) => new Int32Array(traced.lines.length);

export const orderSchoolModules: Readonly<Record<OrderSchool, OrderSchoolModule>> = {
  'away-from-hand': {
    name: 'away from the drawing hand',
    why: 'The hand rests where nothing is traced yet, so that little is smeared.',
    groupOf: one,
    sparesLines: true,
  },
  'outline-first': {
    name: 'outline first',
    why: 'The outer shapes are settled before anything is put into them: what is wrong shows early.',
    groupOf: ({ traced }) => Int32Array.from(traced.lines, outlineRank),
    sparesLines: true,
  },
  'focal-first': {
    name: 'from the focal point',
    why: 'What the picture is looked at for is traced while hand and eye are fresh.',
    groupOf: ({ traced, focus }) => ringsAround(traced, focus),
    sparesLines: true,
  },
  'inside-out': {
    name: 'from the centre outwards',
    why: 'A sheet that creeps under the hand is pushed outwards, away from what is traced.',
    groupOf: ({ traced, map: { surface } }) =>
      ringsAround(traced, { x: surface.width / 2, y: surface.height / 2 }),
    sparesLines: true,
  },
  'dark-to-light': {
    name: 'dark to light',
    why: 'The darks hold the drawing together, and their lines may be the firmest.',
    groupOf: ({ traced, map: { shapes } }) => {
      const levels = new Map(shapes.map(({ id, level }) => [id, level]));
      return Int32Array.from(traced.lines, (line) => darkestBeside(line, levels));
    },
    sparesLines: true,
  },
  'top-to-bottom': {
    name: 'from top to bottom',
    why: 'At a window or an easel the arm never hangs over what is traced, and tires last.',
    groupOf: ({ traced }) =>
      Int32Array.from(traced.points, (own) => Math.max(0, Math.floor(middleOf(own).y / bandMm))),
    sparesLines: true,
  },
  shortest: {
    name: 'the shortest way',
    why: 'The point is lifted over as little paper as possible; the hand rests where it will.',
    groupOf: one,
    sparesLines: false,
  },
};

/** Outer boundary, big masses, what lies within, and strokes of direction last. */
function outlineRank({ kind, part, weight }: MapLine): number {
  if (kind === 'direction') return 3;
  if (part) return { silhouette: 0, mass: 1, inner: 2 }[part];
  // A map made elsewhere does not say: what weighs most comes first.
  return weight >= 2 / 3 ? 0 : weight >= 1 / 3 ? 1 : 2;
}

function ringsAround({ points }: TracedLines, centre: { x: number; y: number }): Int32Array {
  return Int32Array.from(points, (own) => {
    let nearest = Infinity;
    for (let i = 0; i < own.length; i += 2)
      nearest = Math.min(nearest, stepLength(own[i] - centre.x, own[i + 1] - centre.y));
    return Math.floor(nearest / bandMm);
  });
}

/** The darkest value beside a line, darkest 0; lines between no shapes come last. */
function darkestBeside({ left, right }: MapLine, levels: ReadonlyMap<string, number>): number {
  const beside = [left, right].flatMap((id) => (id === null ? [] : (levels.get(id) ?? [])));
  return beside.length > 0 ? Math.min(...beside) : Math.max(0, ...levels.values()) + 1;
}

/** The middle of the box around a line. */
export function middleOf(points: Float64Array): { x: number; y: number } {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]);
    right = Math.max(right, points[i]);
    top = Math.min(top, points[i + 1]);
    bottom = Math.max(bottom, points[i + 1]);
  }
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
}

/**
 * Where a picture is likely looked at first: the middle of its lines, each counted by its weight and its length.
 * A guess, for want of the painter's word.
 */
export function likelyFocus({ lines, points, lengthsMm }: TracedLines): { x: number; y: number } {
  let [x, y, sum] = [0, 0, 0];
  lines.forEach(({ weight }, i) => {
    const share = weight * lengthsMm[i];
    const middle = middleOf(points[i]);
    x += share * middle.x;
    y += share * middle.y;
    sum += share;
  });
  return sum > 0 ? { x: x / sum, y: y / sum } : { x: 0, y: 0 };
}
