import { expect } from 'chai';
import { z } from 'zod';
import {
  maxProjectorSetUps,
  projectorSetUpSchema,
  wallPictureToldSchema,
  type WallPictureTold,
} from '@nobrel/core/transfer';
import { errorOf } from '../testing/answers.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

const placed = {
  corners: [
    { x: 100, y: 90 },
    { x: 1100, y: 80 },
    { x: 1120, y: 640 },
    { x: 90, y: 650 },
  ],
  points: [{ at: { x: 210, y: 148 }, px: { x: 600, y: 361 } }],
  screen: { width: 1280, height: 720 },
  position: { number: 1, x: 0, y: 0, width: 420, height: 297 },
};

/** Hears what is on the wall, as a page does, until it goes. */
async function listen(id: string, as: 'window' | 'steering') {
  const gone = new AbortController();
  const answer = await server.call(`api/works/${id}/wall${as === 'window' ? '?width=1280&height=720' : ''}`, {
    signal: gone.signal,
  });
  expect(answer.headers.get('content-type')).to.contain('text/event-stream');
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  /** The next event of a kind. */
  const next = async (kind: string): Promise<unknown> => {
    for (;;) {
      const found = new RegExp(`event:\\s*${kind}\\n(?:id:[^\\n]*\\n)?data:\\s*(.*)\\n`).exec(text);
      if (found) {
        text = text.slice(found.index + found[0].length);
        return JSON.parse(found[1] ?? 'null');
      }
      const { value, done } = await reader.read();
      if (done) throw new Error(`The stream ended before “${kind}” was heard.`);
      text += value;
    }
  };
  return {
    saved: () => next('saved'),
    wall: async (): Promise<WallPictureTold> => wallPictureToldSchema.parse(await next('wall')),
    leave: () => gone.abort(),
  };
}

describe('what is on the wall', () => {
  const change = (id: string, fields: object) => server.send('PATCH', `api/works/${id}/wall`, fields);

  it('is the same for everybody who shows or steers it, and each change is heard by all', async () => {
    const { work } = await server.newWork();
    const shows = await listen(work.id, 'window');
    expect(await shows.wall()).to.deep.include({ windows: [{ width: 1280, height: 720 }] });
    const steers = await listen(work.id, 'steering');
    expect((await steers.wall()).picture).to.include({ view: 'lines', blank: false });
    await shows.wall();
    const told = wallPictureToldSchema.parse(await (await change(work.id, { blank: true })).json());
    expect(told.picture.blank).to.equal(true);
    expect((await shows.wall()).picture.blank).to.equal(true);
    expect((await steers.wall()).picture.blank).to.equal(true);
    // Changes of two devices meet field by field.
    await Promise.all([change(work.id, { view: 'values' }), change(work.id, { placed })]);
    await shows.wall();
    expect((await shows.wall()).picture).to.deep.include({ view: 'values', blank: true, placed });
    steers.leave();
    shows.leave();
  });

  it('is told how many windows show it, also when one is closed', async () => {
    const { work } = await server.newWork();
    const steers = await listen(work.id, 'steering');
    expect((await steers.wall()).windows).to.have.length(0);
    const shows = await listen(work.id, 'window');
    expect((await steers.wall()).windows).to.have.length(1);
    shows.leave();
    expect((await steers.wall()).windows).to.have.length(0);
    steers.leave();
  });

  it('hears when the work was saved, and begins where the surface was placed last', async () => {
    const { work } = await server.newWork();
    const { decisions } = work;
    const kept = { ...decisions, transfer: { ...decisions.transfer, projected: placed } };
    await server.send('PUT', `api/works/${work.id}`, { revision: work.revision, decisions: kept });
    const shows = await listen(work.id, 'window');
    expect((await shows.wall()).picture.placed).to.deep.equal(placed);
    await server.send('PUT', `api/works/${work.id}`, { revision: work.revision + 1, decisions: kept });
    expect(await shows.saved()).to.equal(null);
    shows.leave();
  });

  it('of no work, or what cannot be shown, is refused with a sentence, and nothing changes', async () => {
    const none = await errorOf(await server.call('api/works/none/wall'));
    expect(none.status).to.equal(404);
    const { work } = await server.newWork();
    for (const wrong of [
      { view: 'cinema' },
      { inHand: 31 },
      { colour: 'white' },
      { placed: { ...placed, corners: placed.corners.slice(1) } },
      { placed: { ...placed, screen: { width: 0, height: 720 } } },
      { strange: true },
    ])
      expect((await errorOf(await change(work.id, wrong))).status, JSON.stringify(wrong)).to.equal(400);
    const steers = await listen(work.id, 'steering');
    expect((await steers.wall()).picture).to.include({ view: 'lines', inHand: 0 });
    steers.leave();
    // A page from elsewhere in the same browser cannot steer.
    const strange = await server.call(`api/works/${work.id}/wall`, {
      method: 'PATCH',
      headers: { origin: 'http://elsewhere.example', 'content-type': 'application/json' },
      body: '{"blank":true}',
    });
    expect(strange.status).to.equal(403);
  });
});

describe('how projectors lie on walls', () => {
  const setUp = { name: 'Shed wall, from the shelf', surface: { width: 900, height: 675 }, placed };
  const list = async () =>
    z.array(projectorSetUpSchema).parse(await (await server.call('api/projector-set-ups')).json());

  const forget = (id: string) => server.send('DELETE', `api/projector-set-ups/${id}`, {});

  it('is kept by name, gives way to a newer one of that name, and is forgotten', async () => {
    const kept = await server.send('POST', 'api/projector-set-ups', setUp);
    expect(kept.status).to.equal(201);
    const moved = { ...placed, corners: placed.corners.map(({ x, y }) => ({ x: x + 5, y })) };
    await server.send('POST', 'api/projector-set-ups', { ...setUp, placed: moved });
    await server.send('POST', 'api/projector-set-ups', { ...setUp, name: 'Another wall' });
    const all = await list();
    expect(all.map(({ name }) => name)).to.deep.equal(['Another wall', setUp.name]);
    expect(all[1]?.placed.corners[0].x).to.equal(105);
    for (const { id } of all) await forget(id);
    expect(await list()).to.deep.equal([]);
  });

  it('kept by two at once under one name is one', async () => {
    await Promise.all([1, 2, 3].map(() => server.send('POST', 'api/projector-set-ups', setUp)));
    const all = await list();
    expect(all).to.have.length(1);
    await forget(all[0]?.id ?? '');
  });

  it('is refused without a name or a place, and when there are far too many', async () => {
    for (const wrong of [
      { ...setUp, name: '  ' },
      { ...setUp, placed: { ...placed, corners: [] } },
      { ...setUp, surface: { width: -1, height: 5 } },
    ]) {
      const { status, message } = await errorOf(await server.send('POST', 'api/projector-set-ups', wrong));
      expect(status).to.equal(400);
      expect(message).to.match(/\.$/);
    }
    for (let k = 0; k < maxProjectorSetUps; k++)
      await server.send('POST', 'api/projector-set-ups', { ...setUp, name: `Wall ${k}` });
    const full = await errorOf(
      await server.send('POST', 'api/projector-set-ups', { ...setUp, name: 'One more' }),
    );
    expect(full.status).to.equal(409);
    // One of a name that is there is replaced all the same.
    const again = await server.send('POST', 'api/projector-set-ups', { ...setUp, name: 'Wall 3' });
    expect(again.status).to.equal(201);
    for (const { id } of await list()) await forget(id);
  });
});
