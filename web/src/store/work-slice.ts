import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { isSame, mergeDecisions, type Work, type WorkDecisions } from '@nobrel/core/file';
import type { MapBegun, MapSettings } from '@nobrel/core/map';
import { currentPress } from './press.js';
import { rootReducer } from './root.js';
import type { Unsaved } from './unsaved.js';
import {
  noWork,
  type CameIn,
  type Decision,
  type KeptDecisions,
  type Step,
  type WorkState,
} from './work-state.js';

/** Decisions on the same thing closer together than this, or by one press, are one step. */
const oneStepMs = 900;
const maxSteps = 200;

/** When something was decided, and by which press of a pointer. */
type DecidedMeta = { at: number; press: number | null };

/** How long each list among some decisions is. */
const listLengths = (decisions: object = {}) =>
  Object.values(decisions)
    .map((value) => Array.isArray(value) && value.length)
    .join();

const slice = createSlice({
  name: 'work',
  initialState: noWork,
  reducers: {
    opened(state, { payload }: PayloadAction<{ work: Work; unsaved: Unsaved | null }>) {
      const { work, unsaved } = payload;
      const { id, revision, decisions } = work;
      Object.assign(state, {
        ...{ ...noWork, id, revision },
        base: decisions,
        decisions: unsaved?.decisions ?? decisions,
      });
      if (!unsaved) return;
      state.saving = unsaved.conflict ? 'conflict' : 'unsaved';
      if (unsaved.conflict) state.theirs = { revision, decisions };
    },
    /** One or several decisions, made as one step. */
    decided: {
      prepare: (...decisions: Decision[]) => ({
        payload: decisions,
        meta: { at: Date.now(), press: currentPress() },
      }),
      reducer(state, { payload, meta: { at, press } }: PayloadAction<Decision[], string, DecidedMeta>) {
        if (!state.decisions) return;
        const about = payload.map(subjectOf).join();
        const decided = payload.reduce(applied, state.decisions);
        // Every correction, and whatever is added or taken out, is a step of its own, however quickly they follow.
        const single = payload.some(
          ({ room }) =>
            room === 'corrections' ||
            (room !== 'title' && listLengths(decided[room]) !== listLengths(state.decisions?.[room])),
        );
        const last = state.lastStep?.about === about ? state.lastStep : null;
        const byOnePress = press !== null && last?.press === press;
        const goesOn = !single && last !== null && (byOnePress || at - last.at < oneStepMs);
        if (!goesOn) {
          state.past = [...state.past.slice(1 - maxSteps), stepOf(state, state.decisions)];
        }
        state.lastStep = { about, at, press };
        state.future = [];
        state.decisions = decided;
        state.saving = state.saving === 'conflict' ? 'conflict' : 'unsaved';
      },
    },
    /** The map was begun as the school its picture reads best in. Nobody decided that, so that it is no step of undo. */
    mapBegun(
      state,
      { payload }: PayloadAction<{ id: string; begun: MapBegun; sets: Partial<MapSettings> | null }>,
    ) {
      if (state.id !== payload.id || !state.decisions || state.decisions.mapBegun) return;
      state.decisions.mapBegun = payload.begun;
      Object.assign(state.decisions.map, payload.sets);
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    /** The picture was weighed for a placing chosen before its weight was known: no step of undo either. */
    weighed(state, { payload }: PayloadAction<NonNullable<WorkDecisions['fit']['weightCentre']>>) {
      if (state.decisions?.fit.placement !== 'weighted' || state.decisions.fit.weightCentre) return;
      state.decisions.fit.weightCentre = payload;
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    undone(state) {
      const previous = state.past.pop();
      if (!previous || !state.decisions) return;
      state.future.push(stepOf(state, state.decisions));
      state.decisions = withCameIn(state, previous);
      state.lastStep = null;
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    redone(state) {
      const next = state.future.pop();
      if (!next || !state.decisions) return;
      state.past.push(stepOf(state, state.decisions));
      state.decisions = withCameIn(state, next);
      state.lastStep = null;
      if (state.saving !== 'conflict') state.saving = 'unsaved';
    },
    saveBegun(state) {
      state.saving = 'saving';
    },
    saveDone(state, { payload: work }: PayloadAction<Work>) {
      if (state.id !== work.id) return;
      state.revision = work.revision;
      state.base = work.decisions;
      // Decisions made while the save was under way are still to be saved, and meet what was heard then.
      if (state.saving === 'saving') {
        state.saving = 'saved';
        if (state.heard) takeUp(state, state.heard);
      }
      state.heard = null;
    },
    saveFailed(state) {
      if (state.saving === 'saving') state.saving = 'failed';
    },
    /** Another window saved meanwhile. What was decided there and here goes together, or else a person is asked. */
    theirsMet(state, { payload: theirs }: PayloadAction<KeptDecisions>) {
      const { base, decisions: ours } = state;
      const merged = base && ours && mergeDecisions(base, ours, theirs.decisions);
      if (!merged) {
        state.saving = 'conflict';
        state.theirs = theirs;
        return;
      }
      comeIn(state, { from: base, to: theirs.decisions });
      state.revision = theirs.revision;
      state.base = theirs.decisions;
      state.decisions = merged;
      state.saving = 'unsaved';
    },
    /** Goes on from the other window's version; ours stays one undo away. */
    theirsTaken(state) {
      if (!state.theirs || !state.decisions) return;
      state.past.push(stepOf(state, state.decisions));
      state.future = [];
      state.revision = state.theirs.revision;
      state.base = state.theirs.decisions;
      state.decisions = state.theirs.decisions;
      state.theirs = null;
      state.saving = 'saved';
    },
    /** Keeps our version: it is saved over the other one. */
    oursKept(state) {
      if (!state.theirs) return;
      state.revision = state.theirs.revision;
      state.base = state.theirs.decisions;
      state.theirs = null;
      state.saving = 'unsaved';
    },
    /** The work was read again, as another window may have changed it. What is unsaved here meets that when it is saved. */
    refreshed(state, { payload: { id, revision, decisions } }: PayloadAction<Work>) {
      if (state.id !== id) return;
      if (state.saving === 'saved') takeUp(state, { revision, decisions });
      else if (state.saving === 'saving') state.heard = { revision, decisions };
    },
    closed: () => noWork,
  },
});

const stepOf = ({ cameIn }: WorkState, decisions: WorkDecisions): Step => ({
  decisions,
  cameIn: cameIn.length,
});

/** Notes what came in from elsewhere; what came straight after another, with nothing decided here between, is one. */
function comeIn(state: WorkState, news: CameIn): void {
  const steps = [...state.past, ...state.future];
  const last = state.cameIn.at(-1);
  const isNext = steps.every(({ cameIn }) => cameIn < state.cameIn.length);
  // What was decided here before may have been saved between: it came in from nowhere.
  if (last && isNext && isSame(last.to, news.from)) last.to = news.to;
  else state.cameIn.push(news);
  // What is decided next is a step of its own, which holds it.
  state.lastStep = null;
  const known = Math.min(state.cameIn.length, ...steps.map(({ cameIn }) => cameIn));
  state.cameIn.splice(0, known);
  for (const step of steps) step.cameIn -= known;
}

/** A step's decisions with what came in since; as they were where the two contradict each other. */
const withCameIn = ({ cameIn }: WorkState, step: Step): WorkDecisions =>
  cameIn
    .slice(step.cameIn)
    .reduce((decisions, { from, to }) => mergeDecisions(from, decisions, to) ?? decisions, step.decisions);

/** Goes on from a newer version, where nothing here is unsaved. */
function takeUp(state: WorkState, { revision, decisions }: KeptDecisions): void {
  if (revision <= state.revision) return;
  if (state.base) comeIn(state, { from: state.base, to: decisions });
  state.revision = revision;
  state.base = decisions;
  state.decisions = decisions;
}

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
  weighed,
  undone,
  redone,
  saveBegun,
  saveDone,
  saveFailed,
  theirsMet,
  theirsTaken,
  oursKept,
  refreshed,
  closed,
} = slice.actions;
export const workReducer = slice.reducer;
rootReducer.inject({ reducerPath: 'work', reducer: workReducer });
