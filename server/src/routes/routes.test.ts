import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import sharp, { type Sharp } from 'sharp';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import {
  apiErrorSchema,
  mapRequestOf,
  mapSummarySchema,
  pictureSchema,
  printingSchema,
  workSchema,
  type Work,
} from '@nobrel/core/file';
import { MapMaker } from '@nobrel/core/map';
import { encoded, testPicture } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

async function errorOf(response: Response) {
  return { status: response.status, ...apiErrorSchema.parse(await response.json()).error };
}

function mapFor(work: Work): MapDocument {
  const request = mapRequestOf(work);
  if (!request) throw new Error('The work cannot be laid out.');
  const { data, width, height } = testPicture();
  return new MapMaker().make({
    ...request,
    pictureKey: 'disc',
    picture: { width, height, channels: 3, data },
  });
}

describe('pictures', () => {
  it('are stored upright by their EXIF, in sRGB, once', async () => {
    const turned = await encoded((image) => image.withMetadata({ orientation: 6 }).jpeg());
    const picture = pictureSchema.parse(await (await server.bringIn(turned)).json());
    expect([picture.width, picture.height]).to.deep.equal([480, 600]);
    const view = await server.call(`api/pictures/${picture.hash}/view`);
    const shown = await sharp(Buffer.from(await view.arrayBuffer())).metadata();
    expect([shown.width, shown.height, shown.orientation]).to.deep.equal([480, 600, undefined]);
    const again = pictureSchema.parse(await (await server.bringIn(turned)).json());
    expect(again.hash).to.equal(picture.hash);
    expect(await readdir(join(server.dataFolder, 'pictures', 'incoming'))).to.deep.equal([]);
  });

  for (const [name, change] of [
    ['PNG with transparency', (image: Sharp) => image.ensureAlpha(0.5).png()],
    ['WebP', (image: Sharp) => image.webp()],
    ['TIFF', (image: Sharp) => image.tiff()],
    ['CMYK JPEG', (image: Sharp) => image.toColourspace('cmyk').jpeg()],
    ['16-bit PNG', (image: Sharp) => image.toColourspace('rgb16').png()],
  ] as const) {
    it(`come in as ${name}`, async () => {
      const response = await server.bringIn(await encoded(change), 'disc');
      expect(response.status).to.equal(201);
      const { hash } = pictureSchema.parse(await response.json());
      const master = Buffer.from(await (await server.call(`api/pictures/${hash}/master`)).arrayBuffer());
      const metadata = await sharp(master).metadata();
      expect([metadata.format, metadata.space, metadata.channels]).to.deep.equal(['jpeg', 'srgb', 3]);
    });
  }

  it('have a grey version true to lightness', async () => {
    const red = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#ff0000' } })
      .png()
      .toBuffer();
    const { hash } = pictureSchema.parse(await (await server.bringIn(red, 'red.png')).json());
    const grey = Buffer.from(await (await server.call(`api/pictures/${hash}/grey`)).arrayBuffer());
    const { data } = await sharp(grey).raw().toBuffer({ resolveWithObject: true });
    // Pure red has L* 53.2, the lightness of grey 127; a plain average would say 85.
    expect(data[0]).to.be.closeTo(127, 2);
    expect(data[1]).to.be.closeTo(data[0]!, 1);
  });

  it('that cannot be read are refused by name, and leave nothing behind', async () => {
    const whole = await encoded();
    for (const [bytes, name] of [
      [Buffer.from('Dear diary'), 'notes.png'],
      [whole.subarray(0, whole.length / 2), 'half a kettle.jpg'],
      [Buffer.alloc(0), 'empty.jpg'],
    ] as const) {
      const error = await errorOf(await server.bringIn(bytes, name));
      expect(error.status).to.equal(415);
      expect(error.message).to.include(name);
      expect(error.field).to.equal('picture');
    }
    expect(await readdir(join(server.dataFolder, 'pictures', 'incoming'))).to.deep.equal([]);
  });

  it('over 120 megapixels are refused with the number', async () => {
    const huge = await sharp({
      create: { width: 12_500, height: 10_000, channels: 3, background: '#888' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 1 })
      .toBuffer();
    const error = await errorOf(await server.bringIn(huge, 'wall.png'));
    expect(error.status).to.equal(413);
    expect(error.message).to.match(/“wall.png” has 125 megapixels; up to 120/);
  }).timeout(60_000);

  it('over 80 MB are refused', async () => {
    const error = await errorOf(await server.bringIn(Buffer.alloc(81 * 1024 * 1024), 'scan.tif'));
    expect(error).to.include({ status: 413, code: 'too-large' });
    expect(error.message).to.include('80 MB');
  }).timeout(60_000);

  it('must be there', async () => {
    expect(
      (await errorOf(await server.call('api/pictures', { method: 'POST', body: new FormData() }))).code,
    ).to.equal('no-picture');
    expect((await errorOf(await server.call(`api/pictures/${'0'.repeat(64)}/view`))).status).to.equal(404);
    expect((await errorOf(await server.call('api/pictures/..%2f..%2fnobrel.sqlite/view'))).status).to.equal(
      400,
    );
  });
});

describe('works', () => {
  it('begin from a picture, with a title from its name', async () => {
    const { picture, work } = await server.newWork();
    expect(work.decisions.title).to.equal('Disc');
    expect(work.picture).to.deep.equal(picture);
    expect(work.map).to.equal(null);
    const listed = workSchema.array().parse(await (await server.call('api/works')).json());
    expect(listed.map(({ id }) => id)).to.include(work.id);
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

describe('maps and sheets', () => {
  it('keep one version until it is printed, and every printed one for good', async () => {
    const { work } = await server.newWork();
    const keep = async (map: MapDocument) =>
      mapSummarySchema.parse(await (await server.send('PUT', `api/works/${work.id}/map`, map)).json())
        .version;
    const map = mapFor(work);
    expect(await keep(map)).to.equal(1);
    expect(await keep({ ...map, settings: { ...map.settings, remark: 'again' } })).to.equal(1);
    await server.send('POST', `api/works/${work.id}/printings`, work.decisions.sheets);
    expect(await keep({ ...map, settings: { ...map.settings, remark: 'again' } })).to.equal(1);
    expect(await keep(map)).to.equal(2);
    const kept = (await (await server.call(`api/works/${work.id}/map`)).json()) as { document: unknown };
    expect(mapDocumentSchema.parse(kept.document)).to.deep.equal(map);
  });

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

  it('go out as JSON, SVG and DXF', async () => {
    const { work } = await server.newWork();
    await server.send('PUT', `api/works/${work.id}/map`, mapFor(work));
    const text = async (ending: string) => (await server.call(`api/works/${work.id}/${ending}`)).text();
    expect(await text('map.json')).to.include('"format": "nobrel-map"');
    expect(await text('map.svg')).to.include('width="300mm"');
    expect(await text('map.dxf')).to.include('AC1009');
    expect(await text('thumbnail.svg')).to.include('<path');
  });

  it('refuse a damaged map with the path of its fault', async () => {
    const { work } = await server.newWork();
    const error = await errorOf(
      await server.send('PUT', `api/works/${work.id}/map`, { ...mapFor(work), units: 'in' }),
    );
    expect(error).to.include({ status: 400, field: 'units' });
  });
});

describe('the served page', () => {
  it('forbids foreign content and frames, and does not name its software', async () => {
    const { headers } = await server.call('api/works');
    expect(headers.get('content-security-policy')).to.include("default-src 'self'");
    expect(headers.get('x-frame-options')).to.equal('SAMEORIGIN');
    expect(headers.get('x-powered-by')).to.equal(null);
  });
});
