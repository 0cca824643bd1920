import { expect } from 'chai';
import { z } from 'zod';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import { mapSummarySchema, workSchema, type MapSummary, type Work } from '@nobrel/core/file';
import { errorOf, mapFor } from '../testing/answers.js';
import { startServer, type TestServer } from '../testing/server.js';

const keptSchema = z.object({ summary: mapSummarySchema, document: mapDocumentSchema });

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

const keep = (work: Work, map: MapDocument, revision?: number) =>
  server.send('PUT', `api/works/${work.id}/map${revision === undefined ? '' : `?revision=${revision}`}`, map);
const name = (work: Work, called: string) =>
  server.send('POST', `api/works/${work.id}/map/versions`, { name: called });
const forget = (work: Work, version: number | string) =>
  server.call(`api/works/${work.id}/map/versions/${version}`, { method: 'DELETE' });

async function versionsOf(work: Work): Promise<MapSummary[]> {
  const answer = await server.call(`api/works/${work.id}/map/versions`);
  return mapSummarySchema.array().parse(await answer.json());
}

async function newest(work: Work, version = '') {
  const path = version === '' ? 'map' : `map/versions/${version}`;
  return keptSchema.parse(await (await server.call(`api/works/${work.id}/${path}`)).json());
}

/** The same map as another one. */
const remarked = (map: MapDocument, remark: number): MapDocument => ({
  ...map,
  settings: { ...map.settings, remark },
});

describe('the maps of a work', () => {
  it('take each other’s place until one is named or printed, which stays', async () => {
    const { work } = await server.newWork();
    const map = mapFor(work);
    await keep(work, map);
    await keep(work, remarked(map, 1));
    expect(await versionsOf(work)).to.have.length(1);
    expect((await name(work, 'first look')).status).to.equal(201);
    await keep(work, remarked(map, 2));
    await server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets);
    await keep(work, remarked(map, 3));
    const versions = await versionsOf(work);
    expect(versions.map(({ version, name: called }) => [version, called])).to.deep.equal([
      [1, 'first look'],
      [2, null],
      [3, null],
    ]);
    expect((await newest(work)).document).to.deep.equal(remarked(map, 3));
    // What is as it was kept is no other map.
    await server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets);
    await keep(work, remarked(map, 3));
    expect(await versionsOf(work)).to.have.length(3);
    expect((await newest(work, '1')).document).to.deep.equal(remarked(map, 1));
  });

  it('have names of their own, and lose what nobody wants any more', async () => {
    const { work } = await server.newWork();
    const map = mapFor(work);
    for (const [by, called] of ['one', 'two', 'three'].entries()) {
      await keep(work, remarked(map, by + 1));
      await name(work, called);
    }
    await keep(work, map);
    const taken = await errorOf(await name(work, 'two'));
    expect([taken.status, taken.code, taken.field]).to.deep.equal([409, 'name-taken', 'name']);
    expect((await errorOf(await name(work, ' '))).message).to.match(/needs a name/);
    await forget(work, 2);
    // The newest stays, whatever is asked: a work with a map keeps one.
    await name(work, 'two');
    await forget(work, 4);
    const left = await versionsOf(work);
    expect(left.map((summary) => [summary.version, summary.name])).to.deep.equal([
      [1, 'one'],
      [3, 'three'],
      [4, null],
    ]);
    expect((await errorOf(await forget(work, 2))).code).to.equal('no-map');
    expect((await errorOf(await forget(work, 'last'))).status).to.equal(400);
  });

  it('saved many at once leave one that is whole', async () => {
    const { work } = await server.newWork();
    const map = mapFor(work);
    const maps = Array.from({ length: 8 }, (_, by) => remarked(map, by + 1));
    const answers = await Promise.all(maps.map((own) => keep(work, own)));
    expect(answers.map(({ status }) => status)).to.deep.equal(maps.map(() => 200));
    expect(await versionsOf(work)).to.have.length(1);
    const { document } = await newest(work);
    expect(maps).to.deep.include(document);
  });

  it('made of decisions that another window changed since are refused, and what was kept stays', async () => {
    const { work } = await server.newWork();
    const map = mapFor(work);
    await keep(work, map, work.revision);
    const saved = await server.send('PUT', `api/works/${work.id}`, {
      revision: work.revision,
      decisions: { ...work.decisions, title: 'Changed elsewhere' },
    });
    const { revision } = workSchema.parse(await saved.json());
    const late = await errorOf(await keep(work, remarked(map, 1), work.revision));
    expect([late.status, late.code]).to.deep.equal([409, 'changed-elsewhere']);
    expect((await newest(work)).document).to.deep.equal(map);
    expect((await keep(work, remarked(map, 1), revision)).status).to.equal(200);
  });

  it('that are none, or of no work, are refused in a sentence', async () => {
    const { work } = await server.newWork();
    const map = mapFor(work);
    const none = await errorOf(await server.call(`api/works/${work.id}/map`));
    expect([none.status, none.code]).to.deep.equal([404, 'no-map']);
    expect((await errorOf(await name(work, 'early'))).code).to.equal('no-map');
    const inInches = await errorOf(
      await server.send('PUT', `api/works/${work.id}/map`, { ...map, units: 'in' }),
    );
    expect(inInches).to.include({ status: 400, field: 'units' });
    const nowhere = await errorOf(await server.send('PUT', 'api/works/00000000/map', map));
    expect([nowhere.status, nowhere.code]).to.deep.equal([404, 'no-work']);
    expect((await errorOf(await server.call('api/works/00000000/map/versions'))).code).to.equal('no-work');
    await keep(work, map);
    await server.call(`api/works/${work.id}`, { method: 'DELETE' });
    for (const path of ['map', 'map.svg', 'thumbnail.svg', 'map/versions/1'])
      expect((await server.call(`api/works/${work.id}/${path}`)).status, path).to.equal(404);
  });
});

describe('a map taken away', () => {
  let work: Work;
  let map: MapDocument;
  before(async () => {
    ({ work } = await server.newWork());
    map = mapFor(work);
    await keep(work, map);
  });
  const taken = async (file: string) => {
    const answer = await server.call(`api/works/${work.id}/${file}`);
    expect(answer.status).to.equal(200);
    return { answer, text: await answer.text() };
  };
  const drawn = () => map.lines.filter(({ leftOut }) => leftOut === undefined);

  it('as a map document is the one that was kept', async () => {
    const { answer, text } = await taken('map.json');
    expect(answer.headers.get('content-disposition')).to.include('drawing.map.json');
    expect(mapDocumentSchema.parse(JSON.parse(text))).to.deep.equal(map);
  });

  it('as SVG is of its true size and has each line that is drawn', async () => {
    const { answer, text } = await taken('map.svg');
    expect(answer.headers.get('content-type')).to.include('image/svg+xml');
    const { width, height } = map.surface;
    expect(text).to.include(`width="${width}mm"`).and.include(`height="${height}mm"`);
    for (const { id } of drawn()) expect(text, id).to.include(`"${id}"`);
  });

  it('as DXF says that it is in millimetres and ends as it should', async () => {
    const { answer, text } = await taken('map.dxf');
    expect(answer.headers.get('content-disposition')).to.include('drawing.dxf');
    expect(text).to.match(/\$INSUNITS\s+70\s+4\s/);
    expect(text.match(/^(LW)?POLYLINE\s*$/gm)?.length).to.be.at.least(drawn().length);
    expect(text.trimEnd()).to.match(/EOF$/);
  });

  it('shown small is remembered for as long as it is the same', async () => {
    const fresh = await taken('thumbnail.svg');
    expect(fresh.answer.headers.get('cache-control')).to.equal('no-cache');
    const dated = await taken('thumbnail.svg?made=2026-05-04');
    expect(dated.answer.headers.get('cache-control')).to.include('immutable');
    expect(dated.text).to.equal(fresh.text);
  });
});
