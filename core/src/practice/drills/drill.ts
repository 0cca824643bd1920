import type { MapDocument } from '../../documents/index.js';
import type { Point } from '../../geometry/index.js';

/** The drills there are. */
export const drillIds = ['angle', 'proportion', 'placing', 'curve', 'value', 'order', 'edge'] as const;
export type DrillId = (typeof drillIds)[number];

/** What a drill is made from: a map, and how light the picture is at a place of the surface, mm, in CIE L\*. */
export type DrillSource = { map: MapDocument; lightnessAt: (x: number, y: number) => number };

/** A part of the surface that is shown, mm. */
export type Window = { x: number; y: number; width: number; height: number };

/** Something to judge. What is true is part of it: the page keeps it to itself until it was answered. */
export type Task = {
  /** What kind of thing it is, such as “near upright”. */
  kind: string;
  /** The error to stay within, or the difference to be told apart, in the drill's unit. */
  level: number;
} &
  /** Set a bar to the slope of a run; degrees from level, up to the right, from −90 to 90. */
  (
    | { drill: 'angle'; run: Point[]; truth: number }
    /** How many times the first goes into the second. */
    | { drill: 'proportion'; unit: [Point, Point]; length: [Point, Point]; truth: number }
    /** Mark where a landmark falls on the empty frame, mm. */
    | { drill: 'placing'; window: Window; truth: Point }
    /** Bend a line to a contour: how far its middle lies off its chord, as a share of the chord, left of its way positive. */
    | { drill: 'curve'; run: Point[]; truth: number }
    /** Which of the greys a patch is; the right one by its number. */
    | { drill: 'value'; at: Point; sideMm: number; greys: number[]; truth: number }
    /** Put patches in order, darkest first: their numbers in that order. */
    | {
        drill: 'order';
        window: Window;
        patches: Point[];
        sideMm: number;
        lightness: number[];
        truth: number[];
      }
    /** Whether an edge is hard, soft or lost, by its number; how wide its step is, mm, and its contrast, L\*. */
    | {
        drill: 'edge';
        run: Point[];
        at: Point;
        reachMm: number;
        softnessMm: number;
        contrast: number;
        truth: number;
      }
  );

/** What is answered: a figure for what is set or chosen, a place for what is marked, numbers for what is put in order. */
export type Given = number | Point | readonly number[];

/** How an answer was. */
export type Judged = {
  /** How far off, signed, in the drill's unit: too steep, too much, too far right, too bowed, too light, too soft positive. */
  error: number;
  right: boolean;
};

/** A drill: all that the page and the docs know of it. */
export type DrillModule = {
  name: string;
  /** What is to be done, as a sentence. */
  asks: string;
  /** What its error is told in. */
  unit: string;
  /** What is judged, of a kind, such as “slopes near upright”. */
  judged: (kind: string) => string;
  /** How an error to one side and to the other is said; null where there are no sides to go wrong to. */
  wrong: readonly [more: string, less: string] | null;
  /** The threshold of most people, in that unit: a starting point from teaching, replaced by one's own answers. */
  usual: number;
  /** How often somebody who sees nothing is right; null where the answer is set rather than chosen. */
  guess: number | null;
  /**
   * Something to judge, hard enough for a threshold; null where there is nothing of the kind in the picture.
   *
   * @param level the error to stay within, or the difference to be told apart
   */
  pose: (source: DrillSource, level: number, random: () => number) => Task | null;
  judge: (task: Task, given: Given) => Judged;
};

/** One of several, by chance; null of none. */
export function pick<T>(of: readonly T[], random: () => number): T | null {
  return of.length === 0 ? null : of[Math.min(of.length - 1, Math.floor(random() * of.length))];
}

/** In an order by chance (Fisher and Yates). */
export function shuffled<T>(of: readonly T[], random: () => number): T[] {
  const all = [...of];
  for (let k = all.length - 1; k > 0; k--) {
    const other = Math.min(k, Math.floor(random() * (k + 1)));
    [all[k], all[other]] = [all[other], all[k]];
  }
  return all;
}

/** What a figure was off, for a drill whose answer is a figure. */
export function figureOff(task: Task, given: Given): number {
  if (typeof given !== 'number' || typeof task.truth !== 'number')
    throw new TypeError(`The answer to “${task.drill}” is not of its kind.`);
  return given - task.truth;
}
