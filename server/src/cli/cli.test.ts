import { spawn } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { readMapDocument } from '@nobrel/core/documents';
import { sheetKinds } from '@nobrel/core/sheets';
import { encoded } from '../testing/pictures.js';

const bin = fileURLToPath(new URL('../../bin/nobrel.mjs', import.meta.url));
let folder: string;
let picture: string;
let map: string;

type Outcome = { status: number | null; out: string; err: string };

/** Runs the command line as a person would, in a folder of its own. */
function nobrel(...args: string[]): Promise<Outcome> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [bin, ...args], { cwd: folder });
    let out = '';
    let err = '';
    child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
    child.once('close', (status) => resolve({ status, out, err }));
  });
}

before(async () => {
  folder = await mkdtemp(join(tmpdir(), 'nobrel-cli-'));
  picture = join(folder, 'disc.jpg');
  map = join(folder, 'disc.map.json');
  await writeFile(picture, await encoded());
});
after(() => rm(folder, { recursive: true, force: true }));

describe('nobrel map', () => {
  it('maps what is drawn by formula', async () => {
    const stencil = join(folder, 'stencil.svg');
    await writeFile(
      stencil,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><circle cx="20" cy="15" r="9" fill="#222"/></svg>',
    );
    const result = await nobrel('map', stencil, '--surface', '200x150mm', '--values', '2');
    expect(result).to.include({ status: 0, err: '' });
    // One circle of 45 mm radius.
    expect(result.out).to.match(/^1 line, 0\.3 m, .*2 shapes in 2 values/);
  });

  it('says of a HEIC photograph how to get a JPEG of it, and of a strip how small it is', async () => {
    const heic = join(folder, 'phone.heic');
    const box = Buffer.from('0000001c66747970686569630000000068656963', 'hex');
    await writeFile(heic, Buffer.concat([box, Buffer.from('mif1heif'), Buffer.alloc(400)]));
    const strip = join(folder, 'strip.png');
    await writeFile(strip, await encoded((image) => image.resize(2, 400, { fit: 'fill' }).png()));
    for (const [file, sentence] of [
      [heic, /Export it as JPEG/],
      [strip, /is 2 × 400 pixels.*at least 16/],
    ] as const) {
      const result = await nobrel('map', file, '--surface', 'a4');
      expect(result).to.include({ status: 2, out: '' });
      expect(result.err).to.match(sentence);
      expect(result.err.trimEnd().split('\n')).to.have.length(1);
    }
  });

  it('makes a map in all formats', async () => {
    const svg = join(folder, 'disc.svg');
    const dxf = join(folder, 'disc.dxf');
    const result = await nobrel(
      'map',
      picture,
      '--surface',
      '30x24cm',
      '--values',
      '3',
      '--json',
      map,
      '--svg',
      svg,
      '--dxf',
      dxf,
    );
    expect(result).to.include({ status: 0, err: '' });
    expect(result.out).to.match(/^2 lines, \d+\.\d m, about .* of tracing; 3 shapes in 3 values\.\n$/);
    const document = readMapDocument(await readFile(map, 'utf8'));
    expect(document.surface).to.deep.equal({ width: 300, height: 240 });
    expect(await readFile(svg, 'utf8')).to.include('viewBox="0 0 300 240"');
    expect(await readFile(dxf, 'utf8')).to.include('AC1009');
  });

  it('takes every setting, over those of a school', async () => {
    const file = join(folder, 'settings.json');
    const result = await nobrel(
      ...['map', picture, '--surface', 'a5', '--school', 'everything-now', '--json', file],
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
      const refused = await nobrel('map', picture, '--surface', 'a5', flag, value);
      expect(refused.status).to.equal(2);
      expect(refused.err).to.match(sentence);
    }
  });

  it('crops a picture of another ratio to its middle and can follow in straights', async () => {
    const square = join(folder, 'square.json');
    const result = await nobrel(
      'map',
      picture,
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

describe('nobrel sheets', () => {
  it('prints a map, plain and mirrored, with its layout', async () => {
    for (const kind of ['outline', 'mirrored']) {
      const pdf = join(folder, `${kind}.pdf`);
      const layout = join(folder, `${kind}.json`);
      const result = await nobrel(
        'sheets',
        map,
        '--kind',
        kind,
        '--paper',
        'a4',
        '--pdf',
        pdf,
        '--layout',
        layout,
      );
      expect(result).to.include({ status: 0, err: '', out: '2 sheets, 2 across and 1 down.\n' });
      expect((await PDFDocument.load(await readFile(pdf))).getPageCount()).to.equal(3);
      const { pages, skipped } = JSON.parse(await readFile(layout, 'utf8')) as {
        pages: unknown[];
        skipped: unknown[];
      };
      expect(pages[0]).to.deep.equal({
        page: 1,
        label: 'A1',
        window: { x: 0, y: 0, width: 155, height: 240 },
        at: { x: 5, y: 5 },
      });
      expect(skipped).to.deep.equal([]);
    }
  });
});

describe('nobrel sheets, every kind', () => {
  for (const kind of sheetKinds) {
    it(`prints: ${kind}`, async () => {
      const pdf = join(folder, `every-${kind}.pdf`);
      const more =
        kind === 'close-ups' ? ['--at', '80,60'] : kind === 'order-slip' ? ['--sketch', '100x80mm'] : [];
      const args = [
        'sheets',
        map,
        '--kind',
        kind,
        '--paper',
        'a4',
        '--reference',
        picture,
        '--pdf',
        pdf,
        ...more,
      ];
      const { status, err } = await nobrel(...args);
      expect({ status, err }).to.deep.equal({ status: 0, err: '' });
      expect((await PDFDocument.load(await readFile(pdf))).getPageCount()).to.be.greaterThan(0);
      await rm(pdf);
    });
  }

  it('writes SVG and PNG a file a page, holes as CSV and DXF', async () => {
    const at = (name: string) => join(folder, name);
    const args = [
      'sheets',
      map,
      '--kind',
      'pricking',
      '--paper',
      'a4',
      '--svg',
      at('p.svg'),
      '--png',
      at('p.png'),
    ];
    const { status } = await nobrel(...args, '--ppi', '72', '--csv', at('p.csv'), '--dxf', at('p.dxf'));
    expect(status).to.equal(0);
    expect(await readFile(at('p-A1.svg'), 'utf8')).to.include('width="210mm" height="297mm"');
    const png = await sharp(at('p-B1.png')).metadata();
    expect(png.width).to.equal(595);
    const holes = (await readFile(at('p.csv'), 'utf8')).trimEnd().split('\r\n').length - 1;
    expect((await readFile(at('p.dxf'), 'utf8')).match(/\r\nPOINT\r\n/g)).to.have.length(holes);
  });

  it('reads lines from an SVG made elsewhere, and says what it passed over', async () => {
    const svg = join(folder, 'boat.svg');
    await writeFile(
      svg,
      '<svg width="100mm" height="80mm" viewBox="0 0 100 80"><text>x</text><path d="M10 10L90 70"/></svg>',
    );
    const { status, out } = await nobrel(
      'sheets',
      svg,
      '--kind',
      'outline',
      '--paper',
      'a4',
      '--pdf',
      join(folder, 'boat.pdf'),
    );
    expect(status).to.equal(0);
    expect(out)
      .to.match(/text was passed over/)
      .and.to.match(/1 sheet/);
  });
});

describe('nobrel simulate print', () => {
  it('gives back what lies on the table, single and joined', async () => {
    const at = (name: string) => join(folder, name);
    await nobrel(
      'sheets',
      map,
      '--kind',
      'outline',
      '--paper',
      'a4',
      '--pdf',
      at('s.pdf'),
      '--layout',
      at('s.json'),
    );
    const one = await nobrel(
      'simulate',
      'print',
      at('s.pdf'),
      '--scale',
      '0.99,1.01',
      '--drop',
      '3',
      '--out',
      at('t.pdf'),
    );
    expect(one).to.include({ status: 0, out: '2 pages printed.\n' });
    const join_ = await nobrel(
      'simulate',
      'print',
      at('s.pdf'),
      '--join',
      at('s.json'),
      '--ppi',
      '72',
      '--out',
      at('t.png'),
    );
    expect(join_).to.include({ status: 0, out: 'Printed and joined.\n' });
    const { width = 0 } = await sharp(at('t.png')).metadata();
    // Two sheets of 210 mm, laid so that their overlap of 10 mm is shared.
    expect((width / 72) * 25.4).to.be.within(350, 380);
  });

  for (const [name, args, message] of [
    ['a file that is no PDF', () => ['simulate', 'print', picture, '--out', 'x.pdf'], /is not a PDF/],
    [
      'a scale that is none',
      () => ['simulate', 'print', map, '--scale', '1', '--out', 'x.pdf'],
      /two numbers/,
    ],
    ['an ending that is none', () => ['simulate', 'print', map, '--out', 'x.gif'], /\.pdf or \.png/],
  ] as [string, () => string[], RegExp][]) {
    it(`refuses ${name}`, async () => {
      const { status, err } = await nobrel(...args());
      expect(status).to.equal(2);
      expect(err).to.match(message);
    });
  }
});

describe('bad input on the command line', () => {
  const cases: [string, () => string[], RegExp][] = [
    ['nothing', () => [], /Say what to do/],
    ['an unknown command', () => ['paint'], /unknown command 'paint'/],
    [
      'an unknown option',
      () => ['map', picture, '--surface', 'a4', '--sparkle'],
      /unknown option '--sparkle'/,
    ],
    ['no surface', () => ['map', picture], /--surface/],
    ['a size that is none', () => ['map', picture, '--surface', 'huge'], /“huge” is not a size/],
    ['a surface of nothing', () => ['map', picture, '--surface', '0x10mm'], /more than nothing/],
    ['an absurd surface', () => ['map', picture, '--surface', '90x90m'], /at most 20 m/],
    [
      'too many values',
      () => ['map', picture, '--surface', 'a4', '--values', '40'],
      /--values takes a whole number from 2 to 9, not “40”/,
    ],
    ['an unknown path', () => ['map', picture, '--surface', 'a4', '--path', 'wavy'], /--path/],
    [
      'a picture that is not there',
      () => ['map', 'nowhere.jpg', '--surface', 'a4'],
      /There is no file nowhere.jpg/,
    ],
    ['a picture that is none', () => ['map', bin, '--surface', 'a4'], /is not a picture that can be read/],
    [
      'a folder that is not there',
      () => ['map', picture, '--surface', 'a4', '--json', 'no/such/place.json'],
      /There is no folder/,
    ],
    [
      'a map that is none',
      () => ['sheets', picture, '--kind', 'outline', '--paper', 'a4', '--pdf', 'x.pdf'],
      /not a map file/,
    ],
    [
      'a kind that is none',
      () => ['sheets', map, '--kind', 'poster', '--paper', 'a4', '--pdf', 'x.pdf'],
      /--kind/,
    ],
    [
      'a paper that is none',
      () => ['sheets', map, '--kind', 'outline', '--paper', 'a99', '--pdf', 'x.pdf'],
      /--paper: “a99” is not a size/,
    ],
    [
      'margins larger than the paper',
      () => ['sheets', map, '--kind', 'outline', '--paper', 'a4', '--margin', '120', '--pdf', 'x.pdf'],
      /too small for its margins/,
    ],
    [
      'no place to write to',
      () => ['sheets', map, '--kind', 'outline', '--paper', 'a4'],
      /Say where to write/,
    ],
    [
      'a part beside the surface',
      () => ['sheets', map, '--kind', 'partial', '--paper', 'a4', '--part', '900,0,10,10', '--pdf', 'x.pdf'],
      /beside the surface/,
    ],
    [
      'holes that cannot be',
      () => ['sheets', map, '--kind', 'pricking', '--paper', 'a4', '--hole-least', '9', '--pdf', 'x.pdf'],
      /--hole-least must not be more/,
    ],
    [
      'a scale that is none',
      () => ['sheets', map, '--kind', 'outline', '--paper', 'a4', '--printer-scale', '1', '--pdf', 'x.pdf'],
      /two numbers/,
    ],
  ];
  for (const [name, args, message] of cases) {
    it(`${name}: status 2, one line, no file`, async () => {
      const before = await readdir(folder);
      const { status, out, err } = await nobrel(...args());
      expect(status).to.equal(2);
      expect(out).to.equal('');
      expect(err).to.match(message);
      expect(err.trimEnd().split('\n')).to.have.length(1);
      expect(await readdir(folder)).to.deep.equal(before);
    });
  }

  it('every command explains itself', async () => {
    for (const args of [
      ['--help'],
      ['map', '--help'],
      ['sheets', '--help'],
      ['simulate', 'print', '--help'],
    ]) {
      const { status, out } = await nobrel(...args);
      expect(status).to.equal(0);
      expect(out).to.match(/^Usage: nobrel/);
    }
  });
});
