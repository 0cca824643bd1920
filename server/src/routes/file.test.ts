import { expect } from 'chai';
import {
  flatFileSchema,
  lessonSchema,
  newSupplySchema,
  planSchema,
  supplyBookSchema,
  supplySchema,
  workSchema,
  type Supply,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';
import { ownSpeedsSchema } from '@nobrel/core/transfer';
import { errorOf, mapFor } from '../testing/answers.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

const save = async (work: Work, change: (decisions: WorkDecisions) => WorkDecisions): Promise<Work> => {
  const request = { revision: work.revision, decisions: change(work.decisions) };
  return workSchema.parse(await (await server.send('PUT', `api/works/${work.id}`, request)).json());
};

describe('a work made from another one', () => {
  const duplicate = (id: string, request: object) =>
    server.send('POST', `api/works/${id}/duplicate`, request);

  it('has its pictures and its map where these lie as they did, and nothing that was done', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const made = workSchema.parse(
      await (await duplicate(work.id, { as: 'method', title: 'Again', method: 'light-box' })).json(),
    );
    expect(made.pictures).to.deep.equal(work.pictures);
    expect(made.decisions).to.deep.include({ title: 'Again' });
    expect(made.decisions.transfer.method).to.equal('light-box');
    const before = workSchema.parse(await (await server.call(`api/works/${work.id}`)).json());
    expect(made.map?.lines).to.be.above(0).and.equal(before.map?.lines);
    const larger = { as: 'size', title: 'Large', widthMm: 600, heightMm: 480 };
    expect(workSchema.parse(await (await duplicate(work.id, larger)).json()).map).to.equal(null);
  });

  it('is refused for a size that cannot be and a work that is not there', async () => {
    const { work } = await server.newWork();
    const size = { as: 'size', title: 'Large', widthMm: 0, heightMm: 480 };
    expect(await errorOf(await duplicate(work.id, size))).to.include({ status: 400, field: 'widthMm' });
    expect((await errorOf(await duplicate('nope', { as: 'colours', title: 'Blue' }))).status).to.equal(404);
  });
});

describe('what works teach', () => {
  it('comes back at a work that shares something, and not at itself', async () => {
    const { work } = await server.newWork();
    const taught = await save(work, (now) => ({
      ...now,
      file: { ...now.file, nextTime: 'Leave the ripples out', series: 'Shore' },
    }));
    const { work: next } = await server.newWork();
    await save(next, (now) => ({ ...now, file: { ...now.file, series: 'Shore' } }));
    const lessonsAt = async (id: string) =>
      lessonSchema.array().parse(await (await server.call(`api/works/${id}/lessons`)).json());
    const [lesson] = await lessonsAt(next.id);
    expect(lesson).to.include({ says: 'Leave the ripples out', from: taught.decisions.title });
    expect(lesson?.shares).to.include('series');
    expect((await lessonsAt(work.id)).map(({ from }) => from)).to.deep.equal([]);
    expect((await server.call('api/works/nope/lessons')).status).to.equal(404);
  });

  it('is how fast the hand is: a new work begins at its speed', async () => {
    for (let k = 0; k < 8; k++) {
      const { work } = await server.newWork();
      await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
      const opened = workSchema.parse(await (await server.call(`api/works/${work.id}`)).json());
      await save(opened, (now) => ({
        ...now,
        transfer: {
          ...now.transfer,
          sittings: [{ startedAt: '2026-05-04T09:00:00.000Z', minutes: 60, traced: null }],
        },
        file: { ...now.file, transferredAt: '2026-05-04T12:00:00.000Z' },
      }));
    }
    const own = ownSpeedsSchema.parse(await (await server.call('api/own-speeds')).json());
    expect(own.sittings).to.equal(8);
    const { work } = await server.newWork();
    expect(work.decisions.map.mmPerSecond).to.be.below(8);
  });

  it('stands on the card: what is written in a work is found there', async () => {
    const { work } = await server.newWork();
    await save(work, (now) => ({
      ...now,
      file: { ...now.file, tracingKept: 'tube 3', tags: ['boats'], drawer: 'resting', readyBy: '2026-12-01' },
    }));
    const { works } = flatFileSchema.parse(await (await server.call('api/works')).json());
    const card = works.find(({ id }) => id === work.id);
    expect(card).to.deep.include({ tags: ['boats'], drawer: 'resting', readyBy: '2026-12-01' });
    expect(card && 'words' in card ? card.words : '').to.include('tube 3');
  });
});

describe('supplies', () => {
  const book = async () => supplyBookSchema.parse(await (await server.call('api/supplies')).json());
  const add = async (more: object = {}): Promise<Supply> =>
    supplySchema.parse(
      await (
        await server.send('POST', 'api/supplies', { kind: 'tape', name: 'Tape', counted: 9, low: 5, ...more })
      ).json(),
    );
  const change = (supply: Supply, fields: object) =>
    server.send('PATCH', `api/supplies/${supply.id}`, { revision: supply.revision, change: fields });

  it('are counted, changed and taken off; a new count counts from now on', async () => {
    const tape = await add();
    const low = supplySchema.parse(await (await change(tape, { low: 2 })).json());
    expect(low).to.include({ low: 2, counted: 9, countedAt: tape.countedAt, revision: 2 });
    const again = supplySchema.parse(await (await change(low, { counted: 4 })).json());
    expect(again.countedAt > tape.countedAt).to.equal(true);
    expect((await book()).stock.map(({ left }) => left)).to.include(4);
    expect((await server.call(`api/supplies/${tape.id}`, { method: 'DELETE' })).status).to.equal(204);
    expect((await book()).stock.some(({ id }) => id === tape.id)).to.equal(false);
    expect((await errorOf(await change(again, { counted: 1 }))).status).to.equal(404);
  });

  it('counted at the same moment are used up in the order they were added', async () => {
    const { supplies } = server.running.file;
    const now = new Date('2026-02-01T09:00:00.000Z');
    const names = ['d', 'a', 'c', 'b'].map((letter) => `Same moment ${letter}`);
    for (const name of names)
      await supplies.add(newSupplySchema.parse({ kind: 'stick', name, counted: 1, low: 0 }), now);
    const listed = (await supplies.list()).map(({ name }) => name).filter((name) => names.includes(name));
    expect(listed).to.deep.equal(names);
  });

  it('changed in two windows at once keep the first change, and say so to the second', async () => {
    const tape = await add();
    const answers = await Promise.all([change(tape, { counted: 3 }), change(tape, { counted: 7 })]);
    expect(answers.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
  });

  it('are refused below nothing and without a name, in a sentence', async () => {
    const nothing = await server.send('POST', 'api/supplies', {
      kind: 'tape',
      name: 'T',
      counted: -2,
      low: 0,
    });
    const error = await errorOf(nothing);
    expect(error).to.include({ status: 400, field: 'counted' });
    expect(error.message).to.include('cannot be negative');
    const nameless = await server.send('POST', 'api/supplies', {
      kind: 'tape',
      name: ' ',
      counted: 2,
      low: 0,
    });
    expect((await errorOf(nameless)).field).to.equal('name');
  });

  it('are used by what is transferred, and needed by what is in hand', async () => {
    await server.call('api/supplies');
    const sheet = await add({ kind: 'transfer-sheet', name: 'Grey sheet', counted: 50 });
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const opened = workSchema.parse(await (await server.call(`api/works/${work.id}`)).json());
    const needed = (await book()).needs.find(({ kind }) => kind === 'transfer-sheet');
    expect(needed?.works).to.include(work.decisions.title);
    await save(opened, (now) => ({ ...now, file: { ...now.file, transferredAt: new Date().toISOString() } }));
    const used = (await book()).stock.find(({ id }) => id === sheet.id);
    expect(used?.used).to.be.closeTo(opened.map?.metres ?? NaN, 1e-6);
  });
});

describe('the plan', () => {
  const plan = async () => planSchema.parse(await (await server.call('api/plan')).json());

  it('begins with two evenings a week, is kept, and refuses what was decided from an older one', async () => {
    const { revision, decisions } = await plan();
    expect(decisions.free).to.have.length(2);
    const free = [{ weekday: 1, from: '18:00', to: '22:00' }];
    const save = () => server.send('PUT', 'api/plan', { revision, decisions: { ...decisions, free } });
    expect((await save()).status).to.equal(200);
    expect((await plan()).decisions.free).to.deep.equal(free);
    expect((await errorOf(await save())).status).to.equal(409);
    const backwards = { ...decisions, free: [{ weekday: 1, from: '22:00', to: '18:00' }] };
    const refused = await errorOf(
      await server.send('PUT', 'api/plan', { revision: revision + 1, decisions: backwards }),
    );
    expect(refused.status).to.equal(400);
    expect(refused.message).to.include('It ends before it begins.');
  });

  it('has the works in hand that have a map, and goes out as a calendar', async () => {
    const { work } = await server.newWork();
    const before = await plan();
    expect(before.works.some(({ id }) => id === work.id)).to.equal(false);
    expect(before.unmapped.find(({ id }) => id === work.id)?.title).to.equal(work.decisions.title);
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const planned = (await plan()).works.find(({ id }) => id === work.id);
    expect(planned?.left.minutes).to.be.above(0);
    expect(planned?.toPrepare).not.to.deep.equal([]);
    expect((await plan()).unmapped.some(({ id }) => id === work.id)).to.equal(false);
    const answer = await server.call('api/plan.ics');
    expect(answer.headers.get('content-type')).to.include('text/calendar');
    const calendar = await answer.text();
    expect(calendar)
      .to.match(/^BEGIN:VCALENDAR\r\n/)
      .and.include(`SUMMARY:${work.decisions.title}`);
    expect(calendar.match(/BEGIN:VEVENT/g)?.length).to.equal(calendar.match(/DTSTART:\d{8}T\d{6}Z/g)?.length);
  });
});
