import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { expect } from 'chai';
import sharp, { type Sharp } from 'sharp';
import { apiErrorSchema, pictureSchema } from '@nobrel/core/file';
import { encoded } from '../testing/pictures.js';
import { startServer, type TestServer } from '../testing/server.js';

let server: TestServer;
before(async () => {
  server = await startServer();
});
after(() => server.stop());

async function errorOf(response: Response) {
  return { status: response.status, ...apiErrorSchema.parse(await response.json()).error };
}

/** Middle colour of the master kept of a picture. */
async function middleColour(hash: string): Promise<[number, number, number]> {
  const master = Buffer.from(await (await server.call(`api/pictures/${hash}/master`)).arrayBuffer());
  const { data, info } = await sharp(master).raw().toBuffer({ resolveWithObject: true });
  const at = ((info.height >> 1) * info.width + (info.width >> 1)) * info.channels;
  return [data[at]!, data[at + 1]!, data[at + 2]!];
}

const plain = (background: string, width = 64, height = 48) =>
  sharp({ create: { width, height, channels: 3, background } });

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

  for (const [name, change, within] of [
    ['a wide-gamut profile', (image: Sharp) => image.withIccProfile('p3').png(), 2],
    ['16 bits a channel', (image: Sharp) => image.toColourspace('rgb16').png(), 1],
    // Going into ink pulls colours together a little; read without its profile they would be far off.
    ['four inks', (image: Sharp) => image.withIccProfile('cmyk').jpeg({ quality: 100 }), 14],
    ['an AVIF', (image: Sharp) => image.avif({ quality: 95 }), 4],
    ['a GIF', (image: Sharp) => image.gif(), 4],
    ['a TIFF', (image: Sharp) => image.tiff({ compression: 'lzw' }), 1],
  ] as const) {
    it(`keep their colours out of ${name}`, async () => {
      for (const [colour, truth] of [
        ['#a08070', [160, 128, 112]],
        ['#5a7896', [90, 120, 150]],
      ] as const) {
        const bytes = await change(plain(colour)).toBuffer();
        const { hash } = pictureSchema.parse(await (await server.bringIn(bytes, 'plain')).json());
        (await middleColour(hash)).forEach((value, k) => expect(value).to.be.closeTo(truth[k]!, within));
      }
    });
  }

  it('in a wide gamut are really coded otherwise, so that the test above can fail', async () => {
    const coded = await plain('#b4503c').withIccProfile('p3').png().toBuffer();
    const { data } = await sharp(coded, { ignoreIcc: true }).raw().toBuffer({ resolveWithObject: true });
    expect(Math.abs(data[0]! - 180)).to.be.greaterThan(5);
  });

  it('of several frames give their first', async () => {
    const frames = await Promise.all(['#c03020', '#2030c0'].map((colour) => plain(colour).png().toBuffer()));
    const gif = await sharp(frames, { join: { animated: true } })
      .gif()
      .toBuffer();
    const picture = pictureSchema.parse(await (await server.bringIn(gif, 'turning.gif')).json());
    expect([picture.width, picture.height]).to.deep.equal([64, 48]);
    expect((await middleColour(picture.hash))[0]).to.be.closeTo(192, 6);
  });

  it('drawn by formula are drawn at the size asked for', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><rect width="40" height="30" fill="#5a7896"/></svg>',
    );
    const picture = pictureSchema.parse(
      await (await server.bringIn(svg, 'stencil.svg', 'api/pictures?longSide=800')).json(),
    );
    expect([picture.width, picture.height]).to.deep.equal([800, 600]);
    (await middleColour(picture.hash)).forEach((value, k) =>
      expect(value).to.be.closeTo([90, 120, 150][k]!, 2),
    );
    const error = await errorOf(await server.bringIn(svg, 'stencil.svg', 'api/pictures?longSide=7'));
    expect([error.status, error.field]).to.deep.equal([400, 'longSide']);
  });

  for (const [width, height] of [
    [1, 1],
    [1, 20_000],
    [20_000, 12],
  ] as const) {
    it(`of ${width} × ${height} pixels are refused with what is needed`, async () => {
      const strip = await plain('#777777', width, height).png().toBuffer();
      const error = await errorOf(await server.bringIn(strip, 'strip.png'));
      expect(error).to.include({ status: 415, code: 'too-small', field: 'picture' });
      expect(error.message).to.include(`${width} × ${height} pixels`).and.include('at least 16');
    });
  }

  it('in HEIC are refused with the way to a JPEG', async () => {
    const box = Buffer.from('0000001c66747970686569630000000068656963', 'hex');
    const file = Buffer.concat([box, Buffer.from('mif1heif'), Buffer.alloc(400)]);
    const error = await errorOf(await server.bringIn(file, 'phone.heic'));
    expect(error).to.include({ status: 415, code: 'heic-picture' });
    expect(error.message).to.include('phone.heic').and.include('Export it as JPEG');
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
      expect(error.code).to.equal(name.startsWith('half') ? 'damaged-picture' : 'unreadable-picture');
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
  });

  it('over 80 MB are refused', async () => {
    const error = await errorOf(await server.bringIn(Buffer.alloc(81 * 1024 * 1024), 'scan.tif'));
    expect(error).to.include({ status: 413, code: 'too-large' });
    expect(error.message).to.include('80 MB');
  });

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
