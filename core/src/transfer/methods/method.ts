import type { SheetKind } from '../../sheets/index.js';
import type { Gear } from '../at-hand.js';
import type { Seen } from '../seen/through-paper.js';
import type { Supply } from '../supplies.js';
import type { Circumstances, StepRule, When } from '../steps/step.js';

/** Words that hold in some circumstances; of those for one thing the first that applies is taken. */
export type WordsWhen = { for: string; words: string; when?: When };

/** What a method is judged by, besides the surface and the hand. */
export type Measured = {
  /** Whether many lines lie nearer to each other than the method's own line is broad. */
  crowded: boolean;
  /** Whether there is more line than a hand presses through in one sitting. */
  long: boolean;
  /** Whether the drawing is to be transferred more than once. */
  repeated: boolean;
  /** Whether the hand is tired or weak. */
  tired: boolean;
  /** Whether lines as broad as they are printed are seen through the surface, by the light and the room there are. */
  seenThrough: Seen;
  /** Whether the surface is larger than what lights it from behind. */
  beyondLight: boolean;
  /** Whether a projector would have to stand farther back than the room is deep. */
  tooFar: boolean;
  /** Whether there are many printed sheets to join. */
  manySheets: boolean;
  /** Whether what it needs is at hand. */
  atHand: boolean;
  /** Whether the surface stands, cannot be laid on a table, or is a wall. */
  upright: boolean;
};

export type Judged = Circumstances & Measured;
export type WhenJudged = When & {
  [K in keyof Measured]?: Measured[K] | readonly Measured[K][];
};

export const verdicts = ['works', 'with care', 'does not work'] as const;
export type Verdict = (typeof verdicts)[number];

/** What speaks against a method, and how much. */
export type Objection = { when: WhenJudged; verdict: Exclude<Verdict, 'works'>; why: string };

/** What a projection makes of a line: mm a pixel on the surface, and how often a film is enlarged. */
export type Projected = { mmPerPixel: number; times: number };

/** How long a method takes, besides tracing once at the hand's own speed. */
export type MethodTime = {
  /** Making ready, minutes, and for each dm² of the drawing. */
  readyMinutes: number;
  readyMinutesPerDm2: number;
  /** Tracing, times the hand's own. */
  pace: number;
  /** Closing gaps, lightening, putting away. */
  tidyMinutes: number;
};

/** A way of carrying a drawing across: all that the interface, the card and the docs know of it. */
export type TransferMethodModule = {
  /** What it is called after “by”. */
  name: string;
  /** What it suits, as a sentence. */
  suits: string;
  /** Sheets it works from, the one that is traced first. */
  sheets: readonly SheetKind[];
  /** What has to lie ready. */
  materials: readonly WordsWhen[];
  /** Its steps, in order. */
  steps: readonly StepRule[];
  /** What speaks against it; what does not is in its favour. */
  objections: readonly Objection[];
  /**
   * Breadth of the line it leaves on a surface of medium tooth, mm, how far its faintest differs from the ground, in CIE
   * L\*, and what makes it so.
   */
  line: { widthMm: number; faintest: number; why: string };
  /** Breadth of its line where that follows from the size of the work, mm; it does not depend on the tooth then. */
  projectedMm?: (on: Projected) => number;
  /** What has to be there that not everybody has. */
  gear: readonly Gear[];
  /** What it uses up. */
  supplies: readonly Supply[];
  /** What it leaves on the surface besides the line. */
  leaves: readonly WordsWhen[];
  time: MethodTime;
};
