import { readFile, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import sharp from 'sharp';
import { z } from 'zod';
import { commandLine, type CommandLine } from '../testing/command-line.js';

const pairs = z.array(z.tuple([z.number(), z.number()])).length(4);
const truthSchema = z.object({
  pictureOnWall: pairs,
  surfaceInPicture: pairs,
  surfaceInPhotograph: pairs.optional(),
});

describe('nobrel simulate projection', () => {
  let cli: CommandLine;
  before(async () => {
    cli = await commandLine();
  });
  after(() => cli.remove());

  it('throws a picture onto a wall, photographs it, and says where everything lies', async () => {
    const red = { create: { width: 320, height: 180, channels: 3, background: '#ff0000' } } as const;
    await writeFile(cli.at('red.png'), await sharp(red).png().toBuffer());
    const { status, out } = await cli.nobrel(
      ...['simulate', 'projection', cli.at('red.png'), '--surface', '800x450mm', '--pixels', '320x180'],
      ...['--fills', '1', '--yaw', '4', '--room', '0.1', '--megapixels', '0.4'],
      ...['--out', cli.at('seen.png'), '--photo', cli.at('photo.jpg'), '--truth', cli.at('truth.json')],
    );
    expect(status).to.equal(0);
    expect(out).to.match(/^Thrown from 1\.20 m, a pixel 2\.50 mm\.\n$/);
    const truth = truthSchema.parse(JSON.parse(await readFile(cli.at('truth.json'), 'utf8')));
    // Turned to the right: its right edge is the taller one.
    const [a, b, c, d] = truth.pictureOnWall;
    expect((c?.[1] ?? 0) - (b?.[1] ?? 0)).to.be.above((d?.[1] ?? 0) - (a?.[1] ?? 0));
    expect(truth.surfaceInPhotograph).to.have.length(4);
    const { data, info } = await sharp(cli.at('seen.png')).raw().toBuffer({ resolveWithObject: true });
    const at = 3 * (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2));
    expect(data[at]).to.be.above(2 * (data[at + 2] ?? 0));
    expect((await sharp(cli.at('photo.jpg')).metadata()).width).to.be.closeTo(730, 2);
  });

  it('throws the calibration dots where no picture is named', async () => {
    const { status } = await cli.nobrel(
      'simulate',
      'projection',
      '--pixels',
      '640x360',
      '--out',
      cli.at('dots.png'),
    );
    expect(status).to.equal(0);
    const { channels } = await sharp(cli.at('dots.png')).stats();
    expect(channels[0]?.max).to.be.above(200);
  });

  it('refuses what cannot be with a sentence, and writes nothing', async () => {
    for (const [wrong, says] of [
      [['--pixels', '12'], '--pixels'],
      [['--wall', 'white'], '--wall'],
      [['--surface', 'large'], '--surface'],
      [['--yaw', '80'], '--yaw'],
    ] as const) {
      const refused = await cli.nobrel('simulate', 'projection', ...wrong, '--out', cli.at('none.png'));
      expect(refused.status, says).to.equal(2);
      expect(refused.err).to.contain(says);
    }
    const strange = await cli.nobrel('simulate', 'projection', cli.at('no.png'), '--out', cli.at('none.png'));
    expect(strange.status).to.equal(2);
    const other = await cli.nobrel('simulate', 'projection', '--out', cli.at('none.tiff'));
    expect(other.err).to.contain('.jpg or .png');
  });
});
