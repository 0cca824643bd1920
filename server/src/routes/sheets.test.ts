import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import { z } from 'zod';
import { printingSchema, workSchema, type Work } from '@nobrel/core/file';
import { calibrationSchema } from '@nobrel/core/sheets';
import { errorOf, mapFor } from '../testing/answers.js';
import { startServer, type TestServer } from '../testing/server.js';

const progressSchema = z.object({ done: z.number(), of: z.number() }).nullable();

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

/** A work with its map kept. */
async function mappedWork(): Promise<Work> {
  const { work } = await server.newWork();
  await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
  return work;
}

/** Puts sheets on record, and says by what they are fetched. */
async function print(work: Work, change: object = {}) {
  const decisions = { ...work.decisions.sheets, ...change };
  const answer = await server.send('POST', `api/works/${work.id}/printings`, decisions);
  return printingSchema.parse(await answer.json());
}

describe('sheets', () => {
  it('print to a PDF of true pages, and put it on record once', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const print = async () =>
      printingSchema.parse(
        await (await server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets)).json(),
      );
    const printing = await print();
    expect((await print()).id).to.equal(printing.id);
    const response = await server.call(`api/printings/${printing.id}/sheets.pdf`);
    expect(response.headers.get('content-disposition')).to.include('Disc outline.pdf');
    const pdf = await PDFDocument.load(await response.arrayBuffer());
    expect(pdf.getPageCount()).to.equal(printing.pages).and.equal(3);
    const { width, height } = pdf.getPage(0).getSize();
    expect([width, height].map((points) => (points / 72) * 25.4)).to.satisfy(
      ([w, h]: number[]) => Math.abs(w! - 210) < 1e-6 && Math.abs(h! - 297) < 1e-6,
    );
  });

  it('are put on record though many others write meanwhile', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const others = await Promise.all([1, 2].map(() => server.newWork()));
    const writes = Array.from({ length: 4 }, (_, i) => [
      server.send('POST', `api/works/${work.id}/printings`, { ...work.decisions.sheets, overlapMm: 5 + i }),
      ...others.map(({ work: other }) =>
        server.send('POST', `api/works/${other.id}/pictures`, { picture: work.pictures[0]?.hash }),
      ),
      server.send('PUT', `api/works/${work.id}/map`, mapFor(work)),
    ]).flat();
    const statuses = (await Promise.all(writes)).map(({ status }) => status);
    expect(statuses.filter((status) => status >= 500)).to.deep.equal([]);
  });

  it('give single pages as SVG and PNG, and the holes of a pattern', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const print = async (change: object) => {
      const decisions = { ...work.decisions.sheets, ...change };
      return printingSchema.parse(
        await (await server.send('POST', `api/works/${work.id}/printings`, decisions)).json(),
      ).id;
    };
    const reference = await print({ kind: 'reference', look: 'faint' });
    const svg = await (await server.call(`api/printings/${reference}/page-1.svg?unit=cm`)).text();
    expect(svg).to.include('width="210mm"').and.to.include('data:image/jpeg;base64,');
    const png = await server.call(`api/printings/${reference}/page-1.png?ppi=72`);
    expect(png.headers.get('content-type')).to.equal('image/png');
    expect(Buffer.from(await png.arrayBuffer()).readUInt32BE(16)).to.equal(595);
    expect((await errorOf(await server.call(`api/printings/${reference}/page-99.svg`))).code).to.equal(
      'no-page',
    );
    const pattern = await print({ kind: 'pricking' });
    const csv = await (await server.call(`api/printings/${pattern}/lists/holes.csv`)).text();
    const dxf = await (await server.call(`api/printings/${pattern}/lists/holes.dxf`)).text();
    expect(csv.trimEnd().split('\r\n').length - 1).to.equal(dxf.match(/\r\nPOINT\r\n/g)?.length);
  });

  it('make good a calibrated printer, and say when its calibration is gone', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const made = { name: 'Boathouse, A4', scaleX: 0.98, scaleY: 1.01, shear: 0.002 };
    const kept = calibrationSchema.parse(await (await server.send('POST', 'api/calibrations', made)).json());
    expect(await (await server.call('api/calibrations')).json()).to.deep.equal([kept]);
    // One of the same name gives way.
    const anew = calibrationSchema.parse(await (await server.send('POST', 'api/calibrations', made)).json());
    expect(await (await server.call('api/calibrations')).json()).to.deep.equal([anew]);
    const decisions = { ...work.decisions.sheets, calibration: anew.id };
    const path = `api/works/${work.id}/printings`;
    expect((await server.send('POST', path, decisions)).status).to.equal(201);
    await server.call(`api/calibrations/${anew.id}`, { method: 'DELETE' });
    expect((await errorOf(await server.send('POST', path, decisions))).code).to.equal('no-calibration');
    expect(
      (await errorOf(await server.send('POST', 'api/calibrations', { ...made, scaleX: 3 }))).field,
    ).to.equal('scaleX');
    expect(
      (await errorOf(await server.send('POST', 'api/calibrations', { ...made, name: ' ' }))).field,
    ).to.equal('name');
  });

  it('say why there is nothing to print', async () => {
    const { work } = await server.newWork();
    const path = `api/works/${work.id}/printings`;
    expect((await errorOf(await server.send('POST', path, work.decisions.sheets))).code).to.equal('no-map');
    const map = mapFor(work);
    await server.send('PUT', `api/works/${work.id}/map`, {
      ...map,
      lines: map.lines.map((line) => ({ ...line, kept: false })),
    });
    expect((await errorOf(await server.send('POST', path, work.decisions.sheets))).message).to.match(
      /no lines to print/,
    );
  });

  it('show the sticks they were printed with, whatever the work is rubbed with by now', async () => {
    const work = await mappedWork();
    const backing = (name: string, colour: string) => ({
      ...work.decisions.sheets.backing,
      sticks: [{ name, colour, at: [[0.5, 0.5] as [number, number]] }],
    });
    const { id } = await print(work, { kind: 'backing', backing: backing('Sanguine', '#a4553c') });
    const sheets = { ...work.decisions.sheets, backing: backing('Umber', '#6f5b48') };
    const decisions = { ...work.decisions, sheets };
    await server.send('PUT', `api/works/${work.id}`, { revision: work.revision, decisions });
    const svg = await (await server.call(`api/printings/${id}/page-1.svg`)).text();
    expect(svg).to.include('stroke="rgb(164,85,60)"').and.to.include('Sanguine');
    expect(svg).not.to.include('Umber');
  });

  it('list the measures to set out as CSV, names with quotes and commas included', async () => {
    const work = await mappedWork();
    const fit = {
      ...work.decisions.fit,
      landmarks: [{ name: 'spout, the "tip"', x: 300, y: 200 }],
    };
    const saved = workSchema.parse(
      await (
        await server.send('PUT', `api/works/${work.id}`, {
          revision: work.revision,
          decisions: { ...work.decisions, fit },
        })
      ).json(),
    );
    const { id } = await print(saved, { kind: 'setting-out' });
    const answer = await server.call(`api/printings/${id}/lists/measures.csv`);
    expect(answer.headers.get('content-type')).to.include('text/csv');
    const rows = (await answer.text()).trimEnd().split('\r\n');
    expect(rows[0]).to.equal('mark,from_left_mm,from_top_mm');
    const own = rows.find((row) => row.startsWith('"spout, the ""tip"""'));
    expect(own).to.match(/,\d+\.\d{3},\d+\.\d{3}$/);
    expect(rows.length).to.be.greaterThan(4);
  });

  it('refuse a picture of more pixels than anyone needs, or of a fineness that makes no sense', async () => {
    const { id } = await print(await mappedWork(), { paper: 'a0' });
    const page = (ppi: string) => server.call(`api/printings/${id}/page-1.png?ppi=${ppi}`);
    const error = await errorOf(await page('1200'));
    expect([error.status, error.code, error.field]).to.deep.equal([422, 'too-fine', 'ppi']);
    for (const ppi of ['0', '-300', 'fine', '99999'])
      expect((await errorOf(await page(ppi))).field, ppi).to.equal('ppi');
  });

  it('tell how far they have come while they are painted, and stop when nobody waits any more', async () => {
    const { work } = await server.newWork();
    // Lines all over the surface, on the smallest paper: more pages than are painted at once.
    const map = mapFor(work);
    const [usual] = map.lines;
    const across = Array.from({ length: 40 }, (_, i) => ({
      ...usual,
      id: `across${i}`,
      kind: 'detail' as const,
      closed: false,
      left: null,
      right: null,
      points: Array.from({ length: 200 }, (_, k): [number, number] => [1.5 * k, 6 * i + (k % 2)]),
    }));
    await server.send('PUT', `api/works/${work.id}/map`, { ...map, shapes: [], lines: across });
    const { id, pages } = await print(work, {
      paper: 'custom',
      customMm: { widthMm: 44, heightMm: 52 },
      marginMm: 2,
      overlapMm: 15,
    });
    expect(pages).to.be.greaterThan(150);
    const underWay = async () =>
      progressSchema.parse(await (await server.call(`api/printings/${id}/progress`)).json());
    expect(await underWay()).to.equal(null);
    const control = new AbortController();
    const given = server.call(`api/printings/${id}/sheets.pdf`, { signal: control.signal }).catch(() => null);
    let told = await underWay();
    while (!told) told = await underWay();
    expect(told.of).to.equal(pages);
    expect(told.done).to.be.lessThan(pages);
    control.abort();
    expect(await given).to.equal(null);
    // Nothing is under way any more as soon as the server has heard of it.
    while (told) told = await underWay();
    const whole = await server.call(`api/printings/${id}/sheets.pdf`);
    expect((await PDFDocument.load(await whole.arrayBuffer())).getPageCount()).to.equal(pages);
  });

  it('of a printing that was never made are said not to be there', async () => {
    for (const path of ['sheets.pdf', 'page-1.svg', 'page-1.png', 'lists/holes.csv', 'lists/measures.csv'])
      expect((await errorOf(await server.call(`api/printings/nope/${path}`))).status, path).to.equal(404);
  });
});
