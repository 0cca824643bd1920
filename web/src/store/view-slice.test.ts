import '../test-page.js';
import { expect } from 'chai';
import { createStore } from './store.js';
import {
  leavesShared,
  letterKeysSwitched,
  lookChosen,
  pedalLearned,
  roomChosen,
  tourEnded,
  unitChosen,
} from './view-slice.js';

const key = 'nobrel-view';
const view = () => createStore().getState().view;

describe('how this person likes to look at things', () => {
  beforeEach(() => localStorage.clear());

  it('begins in mm, in the studio, with every key on and the tour still to come', () => {
    expect(view()).to.deep.equal({
      unit: 'mm',
      room: 'studio',
      look: 'colour',
      loupe: false,
      letterKeys: true,
      pedal: null,
      leaves: {},
      toured: false,
    });
  });

  it('is remembered by the browser, for the next page', () => {
    const { dispatch } = createStore();
    dispatch(unitChosen('in'));
    dispatch(roomChosen('dim'));
    dispatch(lookChosen('faint'));
    dispatch(letterKeysSwitched(false));
    dispatch(pedalLearned('F13'));
    dispatch(tourEnded());
    expect(view()).to.include({
      unit: 'in',
      room: 'dim',
      look: 'faint',
      letterKeys: false,
      pedal: 'F13',
      toured: true,
    });
  });

  it('shares the bench for each station by itself, as much as was said of it', () => {
    const { dispatch } = createStore();
    dispatch(leavesShared({ station: 'map', change: { show: 'right' } }));
    dispatch(leavesShared({ station: 'map', change: { leftShare: 0.3 } }));
    dispatch(leavesShared({ station: 'fit', change: { leftShare: 0.7 } }));
    expect(view().leaves).to.deep.equal({
      map: { show: 'right', leftShare: 0.3 },
      fit: { show: 'both', leftShare: 0.7 },
    });
  });

  it('has what came later beside what was remembered before there was any of it', () => {
    localStorage.setItem(key, JSON.stringify({ unit: 'cm', room: 'dim' }));
    expect(view()).to.include({ unit: 'cm', room: 'dim', look: 'colour', letterKeys: true });
  });

  it('begins anew where what was remembered cannot be read, or is not what it can be', () => {
    const odd = [
      '{"unit":"mm"',
      'null',
      '[]',
      JSON.stringify({ unit: 'furlong', room: 'studio' }),
      JSON.stringify({ unit: 'mm', room: 'studio', leaves: { map: { show: 'none', leftShare: 9 } } }),
      JSON.stringify({ unit: 'mm', room: 'studio', pedal: 'x'.repeat(99) }),
    ];
    for (const text of odd) {
      localStorage.setItem(key, text);
      expect(view(), text).to.include({ unit: 'mm', room: 'studio', toured: false });
    }
  });

  it('works in a browser that keeps nothing, and only forgets', () => {
    const own = Object.getOwnPropertyDescriptor(Storage.prototype, 'setItem') ?? {};
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    Object.defineProperty(Storage.prototype, 'setItem', { ...own, value: full });
    try {
      const store = createStore();
      store.dispatch(unitChosen('in'));
      expect(store.getState().view.unit).to.equal('in');
    } finally {
      Object.defineProperty(Storage.prototype, 'setItem', own);
    }
    expect(view().unit).to.equal('mm');
  });
});
