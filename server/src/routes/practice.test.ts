import { expect } from 'chai';
import { keptAnswerSchema } from '@nobrel/core/practice';
import { errorOf } from '../testing/answers.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

describe('answers to drills', () => {
  const answer = (more: object = {}) =>
    server.send('POST', 'api/practice', {
      drill: 'angle',
      at: '2026-05-04T09:00:00.000Z',
      kind: 'near upright',
      error: 3,
      level: 4,
      right: true,
      ...more,
    });
  const list = async () => keptAnswerSchema.array().parse(await (await server.call('api/practice')).json());

  it('are kept in the order they were given, and taken back', async () => {
    const later = keptAnswerSchema.parse(await (await answer({ at: '2026-05-05T09:00:00.000Z' })).json());
    await answer({ error: -1 });
    expect((await list()).map(({ error }) => error)).to.deep.equal([-1, 3]);
    expect((await server.call(`api/practice/${later.id}`, { method: 'DELETE' })).status).to.equal(204);
    expect((await list()).map(({ error }) => error)).to.deep.equal([-1]);
  });

  it('are refused where they are none, and all kept when two come at once', async () => {
    expect(await errorOf(await answer({ drill: 'whistling' }))).to.include({ status: 400, field: 'drill' });
    expect((await errorOf(await answer({ level: 0 }))).field).to.equal('level');
    const before = (await list()).length;
    await Promise.all(Array.from({ length: 8 }, () => answer()));
    expect(await list()).to.have.length(before + 8);
  });
});
