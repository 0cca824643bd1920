import { join } from 'node:path';
import { expect } from 'chai';
import { flatFileSchema, pictureSchema, workSchema, type Work } from '@nobrel/core/file';
import { savedSizeSchema } from '@nobrel/core/fit';
import { errorOf, mapFor } from '../testing/answers.js';
import { encoded } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

describe('works', () => {
  it('begin from a picture, with a title from its name', async () => {
    const { picture, work } = await server.newWork();
    expect(work.decisions.title).to.equal('Disc');
    expect(work.pictures).to.deep.equal([picture]);
    expect(work.map).to.equal(null);
    const listed = flatFileSchema.parse(await (await server.call('api/works')).json());
    expect(listed.works.map(({ id }) => id)).to.include(work.id);
  });

  it('take further pictures, each once, and keep them over a restart of the page', async () => {
    const { work } = await server.newWork();
    const other = pictureSchema.parse(
      await (await server.bringIn(await encoded((image) => image.negate().png()), 'handle.png')).json(),
    );
    const add = () => server.send('POST', `api/works/${work.id}/pictures`, { picture: other.hash });
    expect((await add()).status).to.equal(201);
    await add();
    const found = workSchema.parse(await (await server.call(`api/works/${work.id}`)).json());
    expect(found.pictures.map(({ name }) => name)).to.deep.equal(['disc.jpg', 'handle.png']);
    const takeOut = (hash: string) =>
      server.call(`api/works/${work.id}/pictures/${hash}`, { method: 'DELETE' });
    expect(workSchema.parse(await (await takeOut(other.hash)).json()).pictures).to.have.length(1);
    expect((await errorOf(await takeOut(work.pictures[0]!.hash))).code).to.equal('first-picture');
    await add();
    const error = await errorOf(
      await server.send('POST', `api/works/${work.id}/pictures`, { picture: '0'.repeat(64) }),
    );
    expect([error.status, error.field]).to.deep.equal([404, 'picture']);
    await server.call(`api/works/${work.id}`, { method: 'DELETE' });
    expect((await server.call(`api/pictures/${other.hash}/view`)).status).to.equal(200);
  });

  it('save decisions made from the newest revision and no other', async () => {
    const { work } = await server.newWork();
    const mine = { ...work.decisions, title: 'Mine' };
    const saved = workSchema.parse(
      await (await server.send('PUT', `api/works/${work.id}`, { revision: 1, decisions: mine })).json(),
    );
    expect(saved.revision).to.equal(2);
    const stale = await server.send('PUT', `api/works/${work.id}`, {
      revision: 1,
      decisions: { ...work.decisions, title: 'Theirs' },
    });
    expect(stale.status).to.equal(409);
    const conflict = (await stale.json()) as {
      error: { code: string };
      theirs: Work;
      yours: { title: string };
    };
    expect(conflict.error.code).to.equal('changed-elsewhere');
    expect(conflict.theirs.decisions.title).to.equal('Mine');
    expect(conflict.yours.title).to.equal('Theirs');
    expect(
      workSchema.parse(await (await server.call(`api/works/${work.id}`)).json()).decisions.title,
    ).to.equal('Mine');
  });

  it('of two saves at once from the same revision keep exactly one', async () => {
    const { work } = await server.newWork();
    const answers = await Promise.all(
      ['a', 'b', 'c', 'd'].map((title) =>
        server.send('PUT', `api/works/${work.id}`, { revision: 1, decisions: { ...work.decisions, title } }),
      ),
    );
    expect(answers.map((answer) => answer.status).sort()).to.deep.equal([200, 409, 409, 409]);
  });

  it('name the field that is wrong', async () => {
    const { work } = await server.newWork();
    const decisions = { ...work.decisions, fit: { ...work.decisions.fit, widthMm: -3 } };
    const error = await errorOf(await server.send('PUT', `api/works/${work.id}`, { revision: 1, decisions }));
    expect(error).to.include({ status: 400, field: 'decisions.fit.widthMm' });
  });

  it('are said not to be there when they are not', async () => {
    expect((await errorOf(await server.call('api/works/nope'))).message).to.match(
      /There is no work at this address/,
    );
    expect((await errorOf(await server.call('api/elsewhere'))).status).to.equal(404);
    const broken = await server.call('api/works', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{',
    });
    expect((await errorOf(broken)).code).to.equal('bad-input');
  });

  it('can be taken out, with all that hangs on them', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    expect((await server.call(`api/works/${work.id}`, { method: 'DELETE' })).status).to.equal(204);
    expect((await errorOf(await server.call(`api/works/${work.id}/map`))).status).to.equal(404);
  });

  it('survive the server, with their maps', async () => {
    const first = await startServer(join(server.dataFolder, 'second'));
    const { work } = await first.newWork();
    await first.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    await first.stop();
    const second = await startServer(join(server.dataFolder, 'second'));
    const found = workSchema.parse(await (await second.call(`api/works/${work.id}`)).json());
    expect(found.map?.version).to.equal(1);
    await second.stop();
  });
});

describe('sizes of one’s own', () => {
  const list = async () => savedSizeSchema.array().parse(await (await server.call('api/sizes')).json());

  it('are kept by name, renewed and forgotten', async () => {
    await server.send('POST', 'api/sizes', { name: 'Lid of the tea chest', widthMm: 310, heightMm: 225 });
    await server.send('POST', 'api/sizes', { name: 'Lid of the tea chest', widthMm: 312, heightMm: 225 });
    const [size, ...rest] = await list();
    expect(rest).to.deep.equal([]);
    expect(size).to.include({ name: 'Lid of the tea chest', widthMm: 312, heightMm: 225 });
    expect((await server.call(`api/sizes/${size?.id}`, { method: 'DELETE' })).status).to.equal(204);
    expect(await list()).to.deep.equal([]);
  });

  for (const [body, field] of [
    [{ name: '  ', widthMm: 310, heightMm: 225 }, 'name'],
    [{ name: 'Nothing', widthMm: 0, heightMm: 225 }, 'widthMm'],
    [{ name: 'A field', widthMm: 310, heightMm: 1e9 }, 'heightMm'],
  ] as const) {
    it(`that cannot be are refused by ${field}`, async () => {
      const error = await errorOf(await server.send('POST', 'api/sizes', body));
      expect([error.status, error.field]).to.deep.equal([400, field]);
    });
  }
});

describe('the served page', () => {
  it('forbids foreign content and frames, and does not name its software', async () => {
    const { headers } = await server.call('api/works');
    expect(headers.get('content-security-policy')).to.include("default-src 'self'");
    expect(headers.get('x-frame-options')).to.equal('SAMEORIGIN');
    expect(headers.get('x-powered-by')).to.equal(null);
  });
});
