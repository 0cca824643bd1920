import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { MapSummary, Printing, Work, WorkDecisions } from '@nobrel/core/file';
import type { MapBegun, MapSettings } from '@nobrel/core/map';

/** Stations whose decisions are objects. */
export type DecisionRoom = Exclude<keyof WorkDecisions, 'title' | 'mapBegun'>;

/** A change of decisions: of the title, or of some fields of one station. */
export type Decision =
  | { room: 'title'; change: string }
  | { [R in DecisionRoom]: { room: R; change: Partial<WorkDecisions[R]> } }[DecisionRoom];

export type Saving = 'saved' | 'unsaved' | 'saving' | 'failed' | 'conflict';

/** The work on the bench, with the decisions to step back to and forward to. */
export type WorkState = {
  work: Work | null;
  decisions: WorkDecisions | null;
  past: WorkDecisions[];
  future: WorkDecisions[];
  /** What the last decision was about and when, so that one drag or one word is one step of undo. */
  lastStep: { about: string; at: number } | null;
  saving: Saving;
  /** The other window's version after a conflict. */
  theirs: Work | null;
};

const initialState: WorkState = {
  work: null,
  decisions: null,
  past: [],
  future: [],
  lastStep: null,
  saving: 'saved',
  theirs: null,
};

/** Decisions on the same thing closer together than this are one step. */
const oneStepMs = 900;
const mostSteps = 200;

const slice = createSlice({
  name: 'work',
  initialState,
  reducers: {
    opened(state, { payload }: PayloadAction<{ work: Work; unsaved: WorkDecisions | null }>) {
      const { work, unsaved } = payload;
      Object.assign(state, { ...initialState, work, decisions: unsaved ?? work.decisions });
      if (unsaved) state.saving = 'unsaved';
    },
    /** One or several decisions, made as one step. */
    decided: {
      prepare: (...decisions: Decision[]) => ({ payload: decisions, meta: { at: Date.now() } }),
      reducer(state, { payload, meta: { at } }: PayloadAction<Decision[], string, { at: number }>) {
        if (!state.decisions) return;
        const about = payload.map(subjectOf).join();
        // Every correction is a step of its own, however quickly they follow each other.
        const single = payload.some(({ room }) => room === 'corrections');
        const goesOn = !single && state.lastStep?.about === about && at - state.lastStep.at < oneStepMs;
        if (!goesOn) {
          state.past = [...state.past.slice(1 - mostSteps), state.decisions];
        }
        state.lastStep = { about, at };
        state.future = [];
        state.decisions = payload.reduce(applied, state.decisions);
        state.saving = state.saving === 'conflict' ? 'conflict' : 'unsaved';
      },
    },
    /** The map was begun as the school its picture reads best in. Nobody decided that, so that it is no step of undo. */
    mapBegun(
      state,
      { payload }: PayloadAction<{ id: string; begun: MapBegun; sets: Partial<MapSettings> | null }>,
    ) {
      if (state.work?.id !== payload.id || !state.decisions || state.decisions.mapBegun) return;
      state.decisions.mapBegun = payload.begun;
      Object.assign(state.decisions.map, payload.sets);
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    undone(state) {
      const previous = state.past.pop();
      if (!previous || !state.decisions) return;
      state.future.push(state.decisions);
      state.decisions = previous;
      state.lastStep = null;
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    redone(state) {
      const next = state.future.pop();
      if (!next || !state.decisions) return;
      state.past.push(state.decisions);
      state.decisions = next;
      state.lastStep = null;
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    saveBegun(state) {
      state.saving = 'saving';
    },
    saveDone(state, { payload: work }: PayloadAction<Work>) {
      if (state.work?.id !== work.id) return;
      state.work = work;
      // Decisions made while the save was under way are still to be saved.
      if (state.saving === 'saving') state.saving = 'saved';
    },
    saveFailed(state) {
      if (state.saving === 'saving') state.saving = 'failed';
    },
    conflictFound(state, { payload: theirs }: PayloadAction<Work>) {
      state.saving = 'conflict';
      state.theirs = theirs;
    },
    /** Goes on from the other window's version; ours stays one undo away. */
    theirsTaken(state) {
      if (!state.theirs || !state.decisions) return;
      state.past.push(state.decisions);
      state.future = [];
      state.work = state.theirs;
      state.decisions = state.theirs.decisions;
      state.theirs = null;
      state.saving = 'saved';
    },
    /** Keeps our version: it is saved over the other one. */
    oursKept(state) {
      if (!state.theirs) return;
      state.work = state.theirs;
      state.theirs = null;
      state.saving = 'unsaved';
    },
    /** The work was read again, as another window may have changed it; nothing here was unsaved. */
    refreshed(state, { payload: work }: PayloadAction<Work>) {
      if (state.saving !== 'saved' || state.work?.id !== work.id || work.revision <= state.work.revision)
        return;
      if (state.decisions) state.past.push(state.decisions);
      state.work = work;
      state.decisions = work.decisions;
    },
    /** Another picture was brought to the work. */
    picturesBrought(state, { payload }: PayloadAction<Pick<Work, 'id' | 'pictures'>>) {
      if (state.work?.id === payload.id) state.work.pictures = payload.pictures;
    },
    mapKept(state, { payload }: PayloadAction<{ id: string; map: MapSummary }>) {
      if (state.work?.id === payload.id) state.work.map = payload.map;
    },
    printingRecorded(state, { payload }: PayloadAction<{ id: string; printing: Printing }>) {
      if (state.work?.id !== payload.id) return;
      if (!state.work.printings.some(({ id }) => id === payload.printing.id)) {
        state.work.printings.push(payload.printing);
      }
    },
    closed: () => initialState,
  },
});

/** What a decision is about. */
function subjectOf(decision: Decision): string {
  return decision.room === 'title'
    ? 'title'
    : `${decision.room}.${Object.keys(decision.change).sort().join()}`;
}

function applied(decisions: WorkDecisions, decision: Decision): WorkDecisions {
  if (decision.room === 'title') return { ...decisions, title: decision.change };
  if (decision.room === 'setAside') {
    const kept = Object.entries({ ...decisions.setAside, ...decision.change });
    // An empty reason takes a note up again.
    return {
      ...decisions,
      setAside: Object.fromEntries(kept.flatMap(([id, why]) => (why ? [[id, why]] : []))),
    };
  }
  return { ...decisions, [decision.room]: { ...decisions[decision.room], ...decision.change } };
}

export const {
  opened,
  decided,
  mapBegun,
  undone,
  redone,
  saveBegun,
  saveDone,
  saveFailed,
  conflictFound,
  theirsTaken,
  oursKept,
  refreshed,
  picturesBrought,
  mapKept,
  printingRecorded,
  closed,
} = slice.actions;
export const workReducer = slice.reducer;
