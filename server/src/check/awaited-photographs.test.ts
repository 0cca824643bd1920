import { expect } from 'chai';
import sharp from 'sharp';
import {
  apiErrorSchema,
  awaitedSchema,
  awaitedStateSchema,
  wantedPhotographSchema,
  type StoredPicture,
} from '@nobrel/core/file';
import { startServer, type TestServer } from '../testing/server.js';
import { AwaitedPhotographs } from './awaited-photographs.js';

const wanted = { title: 'Dinghy', surface: { widthMm: 300, heightMm: 240 } };
const stored: StoredPicture = { hash: 'a'.repeat(64), name: 'a.jpg', width: 4, height: 3, bytes: 12 };

describe('photographs waited for', () => {
  it('hold as long as the page asks after them, and let one picture in', async () => {
    let now = 0;
    const awaited = new AwaitedPhotographs(() => now);
    const token = awaited.begin(wanted);
    expect(awaited.stateOf(token).state).to.equal('waiting');
    expect(awaited.opened(token)).to.deep.equal(wanted);
    expect(awaited.stateOf(token).state).to.equal('opened');
    for (let k = 0; k < 10; k++) {
      now += 15_000;
      awaited.stateOf(token);
    }
    await awaited.take(token, () => Promise.resolve(stored));
    expect(awaited.stateOf(token)).to.deep.equal({ state: 'here', picture: stored });
    expect(() => awaited.opened(token)).to.throw('has been sent');
    now += 25_000;
    expect(() => awaited.stateOf(token)).to.throw('has expired');
    expect(() => awaited.opened('x')).to.throw('has expired');
  });

  it('that failed may be sent again; two at once may not; a slow one outlasts a page that was hidden', async () => {
    let now = 0;
    const awaited = new AwaitedPhotographs(() => now);
    const token = awaited.begin(wanted);
    const failed = await awaited.take(token, () => Promise.reject(new Error('no picture'))).catch(String);
    expect(failed).to.include('no picture');
    let done: (picture: StoredPicture) => void = () => undefined;
    const slow = awaited.take(token, () => new Promise<StoredPicture>((resolve) => (done = resolve)));
    const second = await awaited.take(token, () => Promise.resolve(stored)).catch(String);
    expect(second).to.include('being sent');
    now += 60_000;
    expect(awaited.stateOf(token).state).to.equal('sending');
    done(stored);
    await slow;
    expect(awaited.stateOf(token).picture).to.deep.equal(stored);
  });

  it('are not begun without end', () => {
    let now = 0;
    const awaited = new AwaitedPhotographs(() => now);
    for (let k = 0; k < 50; k++) awaited.begin(wanted);
    expect(() => awaited.begin(wanted)).to.throw('Close one of them');
    now += 30_000;
    awaited.begin(wanted);
  });
});

describe('a phone', () => {
  let server: TestServer;
  before(async () => {
    server = await startServer();
  });
  after(() => server.stop());

  const form = (bytes: Buffer, name = 'drawing.jpg') => {
    const body = new FormData();
    body.append('picture', new Blob([new Uint8Array(bytes)]), name);
    return { method: 'POST', body };
  };
  const said = async (answer: Response) =>
    `${answer.status} ${apiErrorSchema.parse(await answer.json()).error.message}`;

  it('sends one photograph with its token, which the page that waits is handed', async () => {
    const { work } = await server.newWork();
    const { surface } = wanted;
    const begun = await server.send('POST', `api/works/${work.id}/awaited`, { surface });
    expect(begun.status).to.equal(201);
    const { token, addresses } = awaitedSchema.parse(await begun.json());
    expect(addresses).to.deep.equal([]);
    const state = async () =>
      awaitedStateSchema.parse(await (await server.call(`api/awaited/${token}`)).json());
    expect(await state()).to.deep.equal({ state: 'waiting', picture: null });
    const opened = wantedPhotographSchema.parse(await (await server.call(`api/phone/${token}`)).json());
    expect(opened).to.deep.equal({ title: work.decisions.title, surface });
    // What is no picture is refused in words, and leaves the code as it was.
    expect(
      await said(await server.call(`api/phone/${token}/picture`, form(Buffer.from('no picture')))),
    ).to.match(/^4\d\d /);
    expect((await state()).state).to.equal('opened');
    const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#777' } })
      .jpeg()
      .toBuffer();
    expect((await server.call(`api/phone/${token}/picture`, form(jpeg))).status).to.equal(204);
    const { picture } = await state();
    expect(picture).to.include({ name: 'drawing.jpg', width: 40, height: 30 });
    expect(await said(await server.call(`api/phone/${token}/picture`, form(jpeg)))).to.include(
      '410 The photograph',
    );
    expect((await server.call(`api/awaited/${token}`, { method: 'DELETE' })).status).to.equal(204);
    expect(await said(await server.call(`api/phone/${token}`))).to.include('410 This code has expired');
  });

  it('has no use of a token that makes no sense, nor of a work that is not there', async () => {
    const jpeg = Buffer.from('x');
    for (const token of ['x', 'a'.repeat(24), '..%2fworks', '%00'])
      expect((await server.call(`api/phone/${token}/picture`, form(jpeg))).status, token).to.be.within(
        400,
        499,
      );
    const surface = { widthMm: -3, heightMm: 240 };
    const { work } = await server.newWork();
    expect((await server.send('POST', `api/works/${work.id}/awaited`, { surface })).status).to.equal(400);
    expect(
      (await server.send('POST', 'api/works/none/awaited', { surface: wanted.surface })).status,
    ).to.equal(404);
  });
});
