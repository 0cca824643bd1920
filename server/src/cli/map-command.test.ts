import { readFile, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import { readMapDocument } from '@nobrel/core/documents';
import { commandLine, type CommandLine } from '../testing/command-line.js';
import { encoded } from '../testing/pictures.js';

let cli: CommandLine;
before(async () => {
  cli = await commandLine();
});
after(() => cli.remove());

describe('nobrel map', () => {
  it('maps what is drawn by formula', async () => {
    const stencil = cli.at('stencil.svg');
    await writeFile(
      stencil,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><circle cx="20" cy="15" r="9" fill="#222"/></svg>',
    );
    const result = await cli.nobrel('map', stencil, '--surface', '200x150mm', '--values', '2');
    expect(result).to.include({ status: 0, err: '' });
    // One circle of 45 mm radius.
    expect(result.out).to.match(/^1 line, 0\.3 m, .*2 shapes in 2 values/);
  });

  it('says of a HEIC photograph how to get a JPEG of it, and of a strip how small it is', async () => {
    const heic = cli.at('phone.heic');
    const box = Buffer.from('0000001c66747970686569630000000068656963', 'hex');
    await writeFile(heic, Buffer.concat([box, Buffer.from('mif1heif'), Buffer.alloc(400)]));
    const strip = cli.at('strip.png');
    await writeFile(strip, await encoded((image) => image.resize(2, 400, { fit: 'fill' }).png()));
    for (const [file, sentence] of [
      [heic, /Export it as JPEG/],
      [strip, /is 2 × 400 pixels.*at least 16/],
    ] as const) {
      const result = await cli.nobrel('map', file, '--surface', 'a4');
      expect(result).to.include({ status: 2, out: '' });
      expect(result.err).to.match(sentence);
      expect(result.err.trimEnd().split('\n')).to.have.length(1);
    }
  });

  it('makes a map in all formats', async () => {
    const svg = cli.at('disc.svg');
    const dxf = cli.at('disc.dxf');
    const result = await cli.nobrel(
      'map',
      cli.picture,
      '--surface',
      '30x24cm',
      '--values',
      '3',
      '--json',
      cli.map,
      '--svg',
      svg,
      '--dxf',
      dxf,
    );
    expect(result).to.include({ status: 0, err: '' });
    expect(result.out).to.match(/^2 lines, \d+\.\d m, about .* of tracing; 3 shapes in 3 values\.\n$/);
    const document = readMapDocument(await readFile(cli.map, 'utf8'));
    expect(document.surface).to.deep.equal({ width: 300, height: 240 });
    expect(await readFile(svg, 'utf8')).to.include('viewBox="0 0 300 240"');
    expect(await readFile(dxf, 'utf8')).to.include('AC1009');
  });

  it('takes every setting, over those of a school', async () => {
    const file = cli.at('settings.json');
    const result = await cli.nobrel(
      ...['map', cli.picture, '--surface', 'a5', '--school', 'everything-now', '--json', file],
      ...['--limits', '30,60', '--lost-under', '6', '--colour-split', '20'],
      ...['--local', '--stroke-length', '9', '--cast-shadows', 'dotted', '--speed', '12', '--lift', '2'],
    );
    expect(result).to.include({ status: 0, err: '' });
    const { settings } = readMapDocument(await readFile(file, 'utf8'));
    expect(settings).to.deep.include({
      mode: 'both',
      strokes: true,
      colourEdges: true,
      values: 3,
      separation: 'by-hand',
      limits: [30, 60],
      lostUnder: 6,
      colourSplit: 20,
      local: true,
      strokeLengthMm: 9,
      castShadows: 'dotted',
      mmPerSecond: 12,
      secondsPerLift: 2,
    });
    for (const [flag, value, sentence] of [
      ['--limits', '60,30', /rising lightnesses/],
      ['--school', 'nobody', /school/],
      ['--focus', '2', /from 0 to 1/],
    ] as const) {
      const refused = await cli.nobrel('map', cli.picture, '--surface', 'a5', flag, value);
      expect(refused.status).to.equal(2);
      expect(refused.err).to.match(sentence);
    }
  });

  it('crops a picture of another ratio to its middle and can follow in straights', async () => {
    const square = cli.at('square.json');
    const result = await cli.nobrel(
      'map',
      cli.picture,
      '--surface',
      '200x200mm',
      '--path',
      'straight',
      '--json',
      square,
    );
    expect(result.status).to.equal(0);
    const { frame, settings } = readMapDocument(await readFile(square, 'utf8'));
    expect(frame).to.deep.equal({ x: 0, y: 0, width: 200, height: 200 });
    expect(settings['crop']).to.deep.equal({ x: 60, y: 0, width: 480, height: 480 });
  });
});
