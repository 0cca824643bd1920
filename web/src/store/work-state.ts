import type { Work, WorkDecisions } from '@nobrel/core/file';

/** Stations whose decisions are objects. */
export type DecisionRoom = Exclude<keyof WorkDecisions, 'schema' | 'title' | 'mapBegun' | 'demo'>;

/** A change of decisions: of the title, or of some fields of one station. */
export type Decision =
  | { room: 'title'; change: string }
  | { [R in DecisionRoom]: { room: R; change: Partial<WorkDecisions[R]> } }[DecisionRoom];

export type Saving = 'saved' | 'unsaved' | 'saving' | 'failed' | 'conflict';

/** A state of a work's decisions that the server keeps. */
export type KeptDecisions = Pick<Work, 'revision' | 'decisions'>;

/** Decisions to go back or forward to, and how much of what came in from elsewhere they hold already. */
export type Step = { decisions: WorkDecisions; cameIn: number };
export type CameIn = { from: WorkDecisions; to: WorkDecisions };

/**
 * The draft on the bench: its decisions, the revision they were made from, and the steps back and forward. What else
 * belongs to the work (pictures, map, printings) lives in the cache of the server's answers.
 */
export type WorkState = {
  id: string | null;
  /** The revision the draft was made from. */
  revision: number;
  /** What the server keeps as that revision. */
  base: WorkDecisions | null;
  decisions: WorkDecisions | null;
  past: Step[];
  future: Step[];
  /** What other windows and devices decided meanwhile: it is no step here, and stays when steps are undone. */
  cameIn: CameIn[];
  /** What the last decision was about, when and by which press, so that one drag or one word is one step of undo. */
  lastStep: { about: string; at: number; press: number | null } | null;
  saving: Saving;
  /** The other window's version after a conflict. */
  theirs: KeptDecisions | null;
  /** What was read again of the work while a save of ours was under way, which may be newer than that save. */
  heard: KeptDecisions | null;
};

/** No work is open. */
export const noWork: WorkState = {
  id: null,
  revision: 0,
  base: null,
  decisions: null,
  past: [],
  future: [],
  cameIn: [],
  lastStep: null,
  saving: 'saved',
  theirs: null,
  heard: null,
};

/** The draft as it stands. Its part of the page's state is loaded with the first work that is opened. */
export const workOf = ({ work = noWork }: { work?: WorkState }): WorkState => work;
