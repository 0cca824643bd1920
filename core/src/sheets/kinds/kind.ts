import type { DecisionPath } from '../../decisions/index.js';
import type { Note } from '../../notes/index.js';
import type { SizeMm } from '../../units/index.js';
import type { SheetDecisions } from '../decisions.js';
import type { Drawing } from '../page/drawing.js';
import type { SinglePage } from '../layout/lay-out.js';
import type { SheetSource } from '../source.js';

/** What sheets are for, in the order they are offered, with what each is called. */
export const kindGroups = {
  trace: 'To trace from',
  see: 'To see and to paint from',
  divide: 'To divide and to rub',
  table: 'To take to the table',
  printer: 'For the printer',
} as const;
export type KindGroup = keyof typeof kindGroups;

/** A part of a kind's sentence: words, or the gap of a decision. */
export type SentencePart =
  | string
  | {
      at: DecisionPath<SheetDecisions>;
      /** Words before the gap, shown with it. */
      before?: string;
      /** Whether it is asked at all; always, where it is left out. */
      when?: (decisions: SheetDecisions) => boolean;
    };

/** A list that can be saved beside the sheets. Its ending says what it is. */
export type ExtraFile = {
  name: `${string}.csv` | `${string}.dxf`;
  label: string;
  write: (source: SheetSource, decisions: SheetDecisions) => string;
};

/** A kind of sheet: all that the interface, the command line, the server and the docs know of it. */
export type SheetKindModule = {
  /** What it is called in a sentence: “Print the …”. */
  words: string;
  group: KindGroup;
  /** The decisions that belong to it alone, after its name in the sentence. */
  sentence?: readonly SentencePart[];
  files?: readonly ExtraFile[];
} & (
  | {
      /**
       * A drawing at true size, cut into sheets and joined.
       *
       * @throws SheetError with a sentence that says what to change
       */
      draw: (
        source: SheetSource,
        decisions: SheetDecisions,
      ) => { drawing: Drawing; notes?: Note<Partial<SheetDecisions>>[] };
    }
  | {
      /**
       * Pages that stand alone, for the room a page has.
       *
       * @throws SheetError with a sentence that says what to change
       */
      pages: (source: SheetSource, decisions: SheetDecisions) => (room: SizeMm) => SinglePage[];
      /** Which way round the paper lies; portrait, where it is left out. */
      orientation?: (source: SheetSource) => 'portrait' | 'landscape';
      /** Shows the printer as it is, whatever correction is chosen. */
      uncorrected?: true;
    }
);

/** The way round of the picture. */
export const asPicture = ({ map: { frame } }: SheetSource) =>
  frame.width > frame.height ? 'landscape' : 'portrait';
