import { sampleWork, standIn } from '../test-page.js';
import { expect } from 'chai';
import { workApi } from './api/work.js';
import { readAgain } from './read-again.js';
import { createStore } from './store.js';

describe('a work that is read again', () => {
  it('is as it was saved last, also where a read before that save was still on its way', async () => {
    const kept = sampleWork();
    const server = standIn(kept);
    const store = createStore();
    await store.dispatch(workApi.endpoints.work.initiate(kept.id));
    const titleRead = () => workApi.endpoints.work.select(kept.id)(store.getState()).data?.decisions.title;
    const letGo = server.holdAnswers();
    const early = store.dispatch(readAgain(kept.id));
    // The early read has set out, and is answered with what was kept then.
    await new Promise((resolve) => setTimeout(resolve, 50));
    server.changeElsewhere('From the tablet');
    const late = [store.dispatch(readAgain(kept.id)), store.dispatch(readAgain(kept.id))];
    letGo();
    await early;
    await Promise.all(late);
    expect(titleRead()).to.equal('From the tablet');
  });
});
