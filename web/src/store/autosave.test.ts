import { sampleWork, standIn } from '../test-page.js';
import { expect } from 'chai';
import { saveLeftBehind } from './autosave.js';
import { saveNow } from './listener.js';
import { readStash, stash, unsavedOf } from './unsaved.js';
import { createStore } from './store.js';
import { closed, decided, opened, oursKept, theirsTaken, undone } from './work-slice.js';
import { workOf } from './work-state.js';

/** Longer than the pause after which a work is saved. */
const pastPauseMs = 700;
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const title = (change: string) => decided({ room: 'title', change });

/** A page with a work open, and the server it saves to. */
function openPage(kept = sampleWork()) {
  const server = standIn(kept);
  const store = createStore();
  store.dispatch(opened({ work: kept, unsaved: unsavedOf(kept, readStash(kept.id)) }));
  return { server, store, state: () => workOf(store.getState()) };
}

describe('autosave', () => {
  beforeEach(() => localStorage.clear());

  it('saves once after a pause, however many decisions came before it', async () => {
    const { server, store, state } = openPage();
    for (const letters of ['B', 'Bo', 'Boa', 'Boat']) store.dispatch(title(letters));
    expect(state().saving).to.equal('unsaved');
    expect(readStash('w1')?.decisions.title).to.equal('Boat');
    await wait(pastPauseMs);
    expect(server.saves.map(({ decisions }) => decisions.title)).to.deep.equal(['Boat']);
    expect(state()).to.include({ saving: 'saved', revision: 2 });
    expect(readStash('w1')).to.equal(null);
  });

  it('keeps what was decided while a save was under way, and saves it from the new revision', async () => {
    const { server, store, state } = openPage();
    const letGo = server.holdAnswers();
    store.dispatch(title('First'));
    await wait(pastPauseMs);
    store.dispatch(title('Second'));
    expect(readStash('w1')?.decisions.title).to.equal('Second');
    letGo();
    await wait(2 * pastPauseMs);
    expect(server.saves.map(({ revision }) => revision)).to.deep.equal([1, 2]);
    expect(server.kept().decisions.title).to.equal('Second');
    expect(state().saving).to.equal('saved');
  });

  it('loses nothing while the server is away, and saves when it is back', async () => {
    const { server, store, state } = openPage();
    server.answers('is away');
    store.dispatch(title('Kept'));
    await wait(pastPauseMs);
    expect(state().saving).to.equal('failed');
    expect(readStash('w1')?.decisions.title).to.equal('Kept');
    server.answers('saves');
    await wait(4500);
    expect(server.kept().decisions.title).to.equal('Kept');
    expect(state().saving).to.equal('saved');
  });

  it('says so when another window was first, and keeps either side as one wishes', async () => {
    for (const [choose, ends] of [
      [oursKept, 'Ours'],
      [theirsTaken, 'Theirs'],
    ] as const) {
      localStorage.clear();
      const { server, store, state } = openPage();
      server.changeElsewhere('Theirs');
      store.dispatch(title('Ours'));
      await wait(pastPauseMs);
      expect(state().saving).to.equal('conflict');
      expect(state().theirs?.decisions.title).to.equal('Theirs');
      store.dispatch(choose());
      await wait(pastPauseMs);
      expect(server.kept().decisions.title).to.equal(ends);
      expect(state().decisions?.title).to.equal(ends);
      expect(state().saving).to.equal('saved');
      if (ends === 'Theirs') {
        store.dispatch(undone());
        expect(state().decisions?.title).to.equal('Ours');
      }
    }
  });

  it('saves what was decided here together with what another window saved, where the two do not touch', async () => {
    const { server, store, state } = openPage();
    server.changeElsewhere('Theirs');
    store.dispatch(decided({ room: 'map', change: { values: 7 } }));
    await wait(pastPauseMs);
    expect(server.kept().decisions)
      .to.deep.include({ title: 'Theirs' })
      .and.to.have.nested.property('map.values', 7);
    expect(state()).to.include({ saving: 'saved', theirs: null });
    expect(state().decisions).to.deep.equal(server.kept().decisions);
    expect(readStash('w1')).to.equal(null);
  });

  it('does not send what the server would refuse, and sends it once it is whole', async () => {
    const { server, store } = openPage();
    store.dispatch(title(''));
    store.dispatch(decided({ room: 'map', change: { values: 7 } }));
    await wait(pastPauseMs);
    expect(server.saves).to.have.length(0);
    // What was decided meanwhile is not lost with it.
    expect(readStash('w1')?.decisions)
      .to.deep.include({ title: '' })
      .and.to.have.nested.property('map.values', 7);
    store.dispatch(title('Kettle again'));
    await wait(pastPauseMs);
    expect(server.kept().decisions.title).to.equal('Kettle again');
  });

  it('saves at once when the page is about to be out of sight, and only what is unsaved', async () => {
    const { server, store, state } = openPage();
    store.dispatch(saveNow());
    store.dispatch(title('Seen off'));
    store.dispatch(saveNow());
    await wait(50);
    expect(server.saves).to.have.length(1);
    expect(state().saving).to.equal('saved');
  });

  it('saves the last change of a work that is left before its pause is over', async () => {
    const { server, store } = openPage();
    store.dispatch(title('Left'));
    store.dispatch(closed());
    await wait(50);
    expect(server.kept().decisions.title).to.equal('Left');
    expect(readStash('w1')).to.equal(null);
    await wait(pastPauseMs);
    expect(server.saves).to.have.length(1);
  });

  it('saves what a page left behind long ago, and leaves alone what another page still has open', async () => {
    const { server, store } = openPage();
    const { decisions } = sampleWork('Behind');
    stash('w1', { revision: 1, decisions, sent: [] });
    store.dispatch(closed());
    await saveLeftBehind(store.dispatch);
    expect(server.saves).to.have.length(0);
    const longAgo = { revision: 1, decisions, sent: [], at: Date.now() - 60_000 };
    localStorage.setItem('nobrel-unsaved-w1', JSON.stringify(longAgo));
    await saveLeftBehind(store.dispatch);
    expect(server.kept().decisions.title).to.equal('Behind');
    expect(readStash('w1')).to.equal(null);
  });

  it('meets no conflict with its own save whose answer was lost', async () => {
    const { server, store, state } = openPage();
    server.changeElsewhere('Landed');
    store.dispatch(title('Landed'));
    await wait(pastPauseMs);
    expect(state()).to.include({ saving: 'saved', revision: 2, theirs: null });
  });

  it('knows its own saves again when they land after a reload, and saves what was decided since over them', async () => {
    const first = openPage();
    first.server.answers('is away');
    first.store.dispatch(title('On its way'));
    await wait(pastPauseMs);
    first.store.dispatch(title('Decided meanwhile'));
    first.store.dispatch(closed());
    // The next page reads the work before the first one's save lands.
    const again = openPage();
    again.server.changeElsewhere('On its way');
    await wait(pastPauseMs);
    expect(again.server.kept().decisions.title).to.equal('Decided meanwhile');
    expect(again.state()).to.include({ saving: 'saved', revision: 3, theirs: null });
    expect(readStash('w1')).to.equal(null);
  });

  it('takes the same decisions for the same in whatever order they came', async () => {
    const { server, store, state } = openPage();
    const { map, ...others } = sampleWork('Landed').decisions;
    server.changeElsewhere('Landed');
    store.dispatch(
      opened({ work: sampleWork(), unsaved: { decisions: { map, ...others }, conflict: false } }),
    );
    await wait(pastPauseMs);
    expect(state()).to.include({ saving: 'saved', revision: 2, theirs: null });
  });

  it('goes on from what was put by before an update, and keeps what it cannot read', () => {
    const { schema: _, ...older } = sampleWork('Older').decisions;
    localStorage.setItem('nobrel-unsaved-w1', JSON.stringify({ revision: 1, decisions: older }));
    expect(readStash('w1')?.decisions).to.deep.equal(sampleWork('Older').decisions);
    localStorage.setItem('nobrel-unsaved-w1', '{"revision":1,"decisions":{"schema":99}}');
    expect(readStash('w1')).to.equal(null);
    expect(localStorage.getItem('nobrel-unsaved-w1-unread')).to.contain('99');
  });

  it('goes on from a stash after a reload, and asks where someone else saved meanwhile', async () => {
    const first = openPage();
    first.server.answers('is away');
    first.store.dispatch(title('Before the reload'));
    await wait(pastPauseMs);
    // The first page is gone: what follows is another one with its storage.
    first.store.dispatch(closed());
    const again = openPage();
    expect(again.state().decisions?.title).to.equal('Before the reload');
    await wait(pastPauseMs);
    expect(again.server.kept().decisions.title).to.equal('Before the reload');

    localStorage.clear();
    const other = openPage();
    other.server.answers('is away');
    other.store.dispatch(title('Mine'));
    await wait(pastPauseMs);
    other.store.dispatch(closed());
    const changed = { ...sampleWork('Theirs'), revision: 5 };
    const conflict = openPage(changed);
    expect(conflict.state().saving).to.equal('conflict');
    expect(conflict.state().decisions?.title).to.equal('Mine');
  });
});
