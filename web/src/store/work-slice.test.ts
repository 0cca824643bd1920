import { expect } from 'chai';
import { newDecisions, type Work } from '@nobrel/core/file';
import { unsavedOf, type Unsaved } from './unsaved.js';
import {
  decided,
  mapBegun,
  opened,
  oursKept,
  redone,
  refreshed,
  saveBegun,
  saveDone,
  saveFailed,
  theirsMet,
  theirsTaken,
  undone,
  weighed,
  workReducer,
} from './work-slice.js';
import type { Decision, WorkState } from './work-state.js';

const work = (revision = 1, decisions = newDecisions('Kettle')): Work => ({
  id: 'w1',
  revision,
  createdAt: '2026-10-17T15:00:00.000Z',
  changedAt: '2026-10-17T15:00:00.000Z',
  decisions,
  pictures: [{ hash: '0'.repeat(64), name: 'kettle.jpg', width: 40, height: 30, bytes: 10 }],
  map: null,
  printings: [],
});

const open = (unsaved: Unsaved | null = null): WorkState =>
  workReducer(undefined, opened({ work: work(), unsaved }));

/** Makes decisions a given time apart, by one press of a pointer or none. */
function decide(
  state: WorkState,
  decisions: Decision[],
  apartMs = 5000,
  press: number | null = null,
): WorkState {
  const fromMs = (state.lastStep?.at ?? 0) + apartMs;
  return decisions.reduce(
    (before, decision, i) =>
      workReducer(before, { ...decided(decision), meta: { at: fromMs + i * apartMs, press } }),
    state,
  );
}

const margin = (matMm: number): Decision => ({ room: 'fit', change: { matMm } });
const title = (words: string): Decision => ({ room: 'title', change: words });

describe('decisions on the bench', () => {
  it('made together are one step', () => {
    const both = workReducer(open(), decided(margin(12), title('Pears')));
    expect(both.decisions?.title).to.equal('Pears');
    expect(both.decisions?.fit.matMm).to.equal(12);
    expect(workReducer(both, undone()).decisions).to.deep.equal(open().decisions);
  });

  it('change only what they are about', () => {
    const state = decide(open(), [margin(12), title('Pears')]);
    const before = newDecisions('Kettle');
    expect(state.decisions).to.deep.equal({
      ...before,
      title: 'Pears',
      fit: { ...before.fit, matMm: 12 },
    });
    expect(state.saving).to.equal('unsaved');
  });

  it('by one press are one step, however slowly it is dragged, and two by two', () => {
    const first = decide(open(), [margin(5), margin(7), margin(9)], 20_000, 1);
    expect(workReducer(first, undone()).decisions).to.deep.equal(open().decisions);
    const second = decide(first, [margin(9), margin(12)], 20_000, 2);
    expect(workReducer(second, undone()).decisions?.fit.matMm).to.equal(9);
    const other = decide(first, [title('Pears')], 0, 1);
    expect(workReducer(other, undone()).decisions?.title).to.equal('Kettle');
    expect(workReducer(other, undone()).decisions?.fit.matMm).to.equal(9);
  });

  it('are stepped back and forward one by one', () => {
    let state = decide(open(), [margin(5), margin(10), title('Pears')]);
    const titles = () => [state.decisions?.title, state.decisions?.fit.matMm];
    state = workReducer(state, undone());
    expect(titles()).to.deep.equal(['Kettle', 10]);
    state = workReducer(workReducer(state, undone()), undone());
    expect(titles()).to.deep.equal(['Kettle', 0]);
    state = workReducer(state, undone());
    expect(titles()).to.deep.equal(['Kettle', 0]);
    state = workReducer(workReducer(state, redone()), redone());
    expect(titles()).to.deep.equal(['Kettle', 10]);
    // A new decision closes the way forward.
    state = workReducer(decide(state, [margin(3)]), redone());
    expect(titles()).to.deep.equal(['Kettle', 3]);
  });

  it('on the same thing in quick succession are one step', () => {
    const typed = decide(open(), ['P', 'Pe', 'Pea', 'Pear'].map(title), 200);
    expect(typed.past).to.have.length(1);
    expect(workReducer(typed, undone()).decisions?.title).to.equal('Kettle');
    expect(decide(open(), ['P', 'Pe'].map(title), 2000).past).to.have.length(2);
    expect(decide(open(), [title('P'), margin(3), title('Pe')], 100).past).to.have.length(3);
  });

  it('that add to a list or take from it are steps of their own, however quickly they follow', () => {
    const drawn = (...minutes: number[]): Decision => ({
      room: 'file',
      change: { freehand: minutes.map((each) => ({ on: '2026-10-17', minutes: each })) },
    });
    const added = decide(open(), [drawn(30), drawn(31), drawn(31, 30), drawn(31)], 100);
    expect(added.past).to.have.length(3);
    expect(workReducer(added, undone()).decisions?.file.freehand).to.have.length(2);
  });

  it('set a note aside with a reason and take it up again', () => {
    const aside: Decision = { room: 'setAside', change: { 'fit-ratio': 'cropped on purpose' } };
    const state = decide(open(), [aside]);
    expect(state.decisions?.setAside).to.deep.equal({ 'fit-ratio': 'cropped on purpose' });
    const up = decide(state, [{ room: 'setAside', change: { 'fit-ratio': '' } }]);
    expect(up.decisions?.setAside).to.deep.equal({});
  });

  it('of a room keep what other rooms decided, however deep', () => {
    const hash = '0'.repeat(64);
    const turned = { corners: null, originalMm: null, quarterTurns: 1, turnRad: 0, crop: null };
    const state = decide(open(), [
      margin(4),
      { room: 'reference', change: { squaring: { [hash]: turned } } },
      { room: 'reference', change: { faintness: 0.3 } },
    ]);
    expect(state.decisions?.reference.squaring).to.deep.equal({ [hash]: turned });
    expect(state.decisions?.fit.matMm).to.equal(4);
    const back = workReducer(workReducer(state, undone()), undone());
    expect(back.decisions?.reference.squaring).to.deep.equal({});
  });

  it('on a placing are completed by its weight once it is known, as no step of undo', () => {
    const chosen = decide(open(), [margin(4), { room: 'fit', change: { placement: 'weighted' } }]);
    const undoneOnce = workReducer(chosen, undone());
    const state = workReducer(workReducer(undoneOnce, redone()), weighed({ x: 0.4, y: 0.6 }));
    expect(state.decisions?.fit.weightCentre).to.deep.equal({ x: 0.4, y: 0.6 });
    expect([state.past.length, state.saving]).to.deep.equal([2, 'unsaved']);
    // What could be redone still can.
    const back = workReducer(chosen, undone());
    expect(workReducer(back, weighed({ x: 0.4, y: 0.6 }))).to.deep.equal(back);
    expect(workReducer(state, weighed({ x: 0, y: 0 })).decisions).to.deep.equal(state.decisions);
  });

  it('of how a map begins are made once, are no step of undo, and leave what was decided before to it', () => {
    const begun = { school: 'clean-contour', because: 'Its values lie close together.', calmer: null };
    const begin = mapBegun({ id: 'w1', begun, sets: { mode: 'lines' } });
    const state = workReducer(decide(open(), [margin(4)]), begin);
    expect([state.decisions?.map.mode, state.decisions?.mapBegun]).to.deep.equal(['lines', begun]);
    expect([state.past.length, state.saving]).to.deep.equal([1, 'unsaved']);
    const again = mapBegun({ id: 'w1', begun: { ...begun, because: null }, sets: { mode: 'both' } });
    expect(workReducer(state, again).decisions).to.deep.equal(state.decisions);
    expect(workReducer(open(), mapBegun({ id: 'w2', begun, sets: null }))).to.deep.equal(open());
  });

  it('without an open work are nothing', () => {
    const closed = workReducer(undefined, { type: 'nothing' });
    expect(workReducer(closed, decided(margin(5)))).to.deep.equal(closed);
    expect(workReducer(closed, undone())).to.deep.equal(closed);
  });
});

describe('saving', () => {
  it('is done only when nothing was decided meanwhile', () => {
    let state = workReducer(decide(open(), [margin(5)]), saveBegun());
    expect(workReducer(state, saveDone(work(2))).saving).to.equal('saved');
    state = decide(state, [margin(7)]);
    state = workReducer(state, saveDone(work(2)));
    expect(state.saving).to.equal('unsaved');
    expect(state.revision).to.equal(2);
    expect(state.decisions?.fit.matMm).to.equal(7);
  });

  it('that fails keeps the decisions', () => {
    const state = workReducer(workReducer(decide(open(), [margin(5)]), saveBegun()), saveFailed());
    expect([state.saving, state.decisions?.fit.matMm]).to.deep.equal(['failed', 5]);
  });

  it('of another work changes nothing here', () => {
    const state = open();
    expect(workReducer(state, saveDone({ ...work(9), id: 'other' }))).to.deep.equal(state);
  });

  it('takes up decisions that were stashed', () => {
    const state = open({ decisions: newDecisions('Stashed'), conflict: false });
    expect([state.decisions?.title, state.saving]).to.deep.equal(['Stashed', 'unsaved']);
  });

  it('asks which side to go on from when someone else saved what was stashed here', () => {
    const state = open({ decisions: newDecisions('Mine'), conflict: true });
    expect([state.decisions?.title, state.saving]).to.deep.equal(['Mine', 'conflict']);
    expect(workReducer(state, theirsTaken()).decisions?.title).to.equal('Kettle');
    expect(workReducer(state, oursKept())).to.deep.include({ saving: 'unsaved', revision: 1 });
  });

  it('tells its own save that landed from another’s', () => {
    const [first, second] = [newDecisions('First'), newDecisions('Second')];
    const stashed = { revision: 1, decisions: second, sent: [first] };
    expect(unsavedOf(work(2, first), stashed)).to.deep.equal({ decisions: second, conflict: false });
    expect(unsavedOf(work(2, newDecisions('Theirs')), stashed)?.conflict).to.equal(true);
    expect(unsavedOf(work(3, first), stashed)?.conflict).to.equal(true);
    expect(unsavedOf(work(1), stashed)).to.deep.equal({ decisions: second, conflict: false });
    expect(unsavedOf(work(2, second), stashed)).to.equal(null);
    expect(unsavedOf(work(1), null)).to.equal(null);
  });

  it('after a conflict goes on from either version and loses neither', () => {
    const theirs = work(4, newDecisions('Theirs'));
    const conflict = workReducer(
      workReducer(decide(open(), [title('Mine')]), saveBegun()),
      theirsMet(theirs),
    );
    // Further decisions do not hide the conflict.
    expect(decide(conflict, [margin(2)]).saving).to.equal('conflict');
    const taken = workReducer(conflict, theirsTaken());
    expect([taken.decisions?.title, taken.saving, taken.revision]).to.deep.equal(['Theirs', 'saved', 4]);
    expect(workReducer(taken, undone()).decisions?.title).to.equal('Mine');
    const kept = workReducer(conflict, oursKept());
    expect([kept.decisions?.title, kept.saving, kept.revision]).to.deep.equal(['Mine', 'unsaved', 4]);
  });

  it('puts together what was decided here and there, and asks where both decided the same thing', () => {
    const theirs = newDecisions('Kettle');
    theirs.map.values = 6;
    const met = workReducer(decide(open(), [margin(2)]), theirsMet(work(4, theirs)));
    expect([met.saving, met.revision, met.theirs]).to.deep.equal(['unsaved', 4, null]);
    expect([met.decisions?.map.values, met.decisions?.fit.matMm]).to.deep.equal([6, 2]);
    const both = newDecisions('Kettle');
    both.fit.matMm = 5;
    const asked = workReducer(decide(open(), [margin(2)]), theirsMet(work(4, both)));
    expect([asked.saving, asked.decisions?.fit.matMm]).to.deep.equal(['conflict', 2]);
    // From here on it is measured against what the other window saved.
    const saved = workReducer(workReducer(met, saveBegun()), saveDone(work(5, met.decisions!)));
    const since = { ...met.decisions!, map: { ...met.decisions!.map, values: 3 } };
    const again = workReducer(decide(saved, [title('Mine')]), theirsMet(work(6, since)));
    expect([again.decisions?.title, again.decisions?.map.values]).to.deep.equal(['Mine', 3]);
  });

  it('takes over what another window saved, but never over unsaved decisions', () => {
    const newer = work(3, newDecisions('From the other window'));
    expect(workReducer(open(), refreshed(newer)).decisions?.title).to.equal('From the other window');
    expect(workReducer(decide(open(), [title('Mine')]), refreshed(newer)).decisions?.title).to.equal('Mine');
    expect(workReducer(open(), refreshed(work(1, newDecisions('Old')))).decisions?.title).to.equal('Kettle');
  });
  it('takes over what another window saved while a save of its own was under way, once that is answered', () => {
    const mine = { ...newDecisions('Mine') };
    const both = { ...mine, fit: { ...mine.fit, widthMm: 210 } };
    const saving = workReducer(decide(open(), [title('Mine')]), saveBegun());
    const answered = (heard: Work, now = saving) =>
      workReducer(workReducer(now, refreshed(heard)), saveDone(work(2, mine)));
    expect(answered(work(3, both))).to.deep.include({ revision: 3, decisions: both, saving: 'saved' });
    // What was heard is the save itself, or one before it.
    expect(answered(work(2, mine))).to.deep.include({ revision: 2, decisions: mine });
    expect(answered(work(1))).to.deep.include({ revision: 2, decisions: mine });
    // What was decided since stays, and meets theirs when it is saved.
    const on = workReducer(saving, refreshed(work(3, both)));
    const decidedSince = workReducer(decide(on, [title('Mine still')]), saveDone(work(2, mine)));
    expect(decidedSince).to.include({ revision: 2, saving: 'unsaved', heard: null });
    expect(decidedSince.decisions?.title).to.equal('Mine still');
  });
  it('leaves what came in from elsewhere alone when steps made here are undone and redone', () => {
    const values = (state: WorkState) => [state.decisions?.fit.matMm, state.decisions?.map.values];
    const saves = (state: WorkState, revision: number) =>
      workReducer(workReducer(state, saveBegun()), saveDone(work(revision, state.decisions!)));
    /** Another window saves the map with so many values. */
    const elsewhere = (state: WorkState, revision: number, count: number) =>
      workReducer(
        state,
        refreshed(work(revision, { ...state.base!, map: { ...state.base!.map, values: count } })),
      );
    const usual = newDecisions('Kettle').fit.matMm;
    let state = saves(decide(open(), [margin(2)]), 2);
    state = elsewhere(elsewhere(state, 3, 5), 4, 6);
    state = saves(decide(state, [margin(7)]), 5);
    state = elsewhere(state, 6, 3);
    expect(values(state)).to.deep.equal([7, 3]);
    expect(state.past).to.have.length(2);
    for (const [step, wanted] of [
      [undone, [2, 3]],
      [undone, [usual, 3]],
      [undone, [usual, 3]],
      [redone, [2, 3]],
      [redone, [7, 3]],
    ] as const) {
      state = workReducer(state, step());
      expect(values(state)).to.deep.equal(wanted);
    }
    // With nothing decided here there is nothing to undo.
    const only = elsewhere(open(), 2, 5);
    expect(values(workReducer(only, undone()))).to.deep.equal([usual, 5]);
  });

  it('takes back a step that was saved together with what came in, after more came in', () => {
    const [theirs, more] = [newDecisions('Kettle'), newDecisions('Kettle')];
    theirs.map.values = 6;
    const met = workReducer(decide(open(), [margin(2)]), theirsMet(work(2, theirs)));
    const saved = workReducer(workReducer(met, saveBegun()), saveDone(work(3, met.decisions!)));
    Object.assign(more, met.decisions, { title: 'From the phone' });
    const state = workReducer(workReducer(saved, refreshed(work(4, more))), undone());
    expect(state.decisions?.fit.matMm).to.equal(newDecisions('Kettle').fit.matMm);
    expect([state.decisions?.title, state.decisions?.map.values]).to.deep.equal(['From the phone', 6]);
    expect(workReducer(state, redone()).decisions).to.deep.equal(more);
  });

  it('gives back what one’s own step was before, where another window changed the same', () => {
    const mine = decide(open(), [title('Mine')]);
    const saved = workReducer(workReducer(mine, saveBegun()), saveDone(work(2, mine.decisions!)));
    const theirs = workReducer(saved, refreshed(work(3, newDecisions('Theirs'))));
    expect(theirs.decisions?.title).to.equal('Theirs');
    expect(workReducer(theirs, undone()).decisions?.title).to.equal('Kettle');
  });
});
