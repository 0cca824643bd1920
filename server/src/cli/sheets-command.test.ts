import { readFile, rm, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { sheetKindIds } from '@nobrel/core/sheets';
import { commandLine, type CommandLine } from '../testing/command-line.js';

let cli: CommandLine;
before(async () => {
  cli = await commandLine();
  // One with value shapes, of a picture that can be printed too.
  await cli.nobrel('map', cli.picture, '--surface', '300x240mm', '--json', cli.map);
});
after(() => cli.remove());

describe('nobrel sheets', () => {
  it('prints a cli.map, plain and mirrored, with its layout', async () => {
    for (const kind of ['outline', 'mirrored']) {
      const pdf = cli.at(`${kind}.pdf`);
      const layout = cli.at(`${kind}.json`);
      const result = await cli.nobrel(
        'sheets',
        cli.map,
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
  for (const kind of sheetKindIds) {
    it(`prints: ${kind}`, async () => {
      const pdf = cli.at(`every-${kind}.pdf`);
      const more =
        kind === 'close-ups' || kind === 'pins'
          ? ['--at', '80,60']
          : kind === 'order-slip'
            ? ['--sketch', '100x80mm']
            : [];
      const args = [
        'sheets',
        cli.map,
        '--kind',
        kind,
        '--paper',
        'a4',
        '--reference',
        cli.picture,
        '--pdf',
        pdf,
        ...more,
      ];
      const { status, err } = await cli.nobrel(...args);
      expect({ status, err }).to.deep.equal({ status: 0, err: '' });
      expect((await PDFDocument.load(await readFile(pdf))).getPageCount()).to.be.greaterThan(0);
      await rm(pdf);
    });
  }

  it('rubs sticks behind the shapes at some spots', async () => {
    // The disc in the middle of the picture, and its ground.
    const { status, out, err } = await cli.nobrel(
      ...['sheets', cli.map, '--kind', 'backing', '--paper', 'a3', '--svg', cli.at('b.svg')],
      ...['--stick', 'Sanguine,#A4553C,150,120', '--stick', 'Umber,#6f5b48,10,10'],
    );
    expect({ status, err }).to.deep.equal({ status: 0, err: '' });
    const [all, sanguine, umber, rest] = [
      /^([\d.]+) cm² to rub/m,
      /^Sanguine ([\d.]+) cm²/m,
      /Umber ([\d.]+) cm²/,
      /the usual colour ([\d.]+) cm²\.$/m,
    ].map((figure) => Number(figure.exec(out)?.[1]));
    expect(sanguine).to.be.greaterThan(0);
    expect(umber).to.be.greaterThan(0);
    expect(sanguine! + umber! + rest!).to.be.closeTo(all!, 0.2);
    const svg = await readFile(cli.at('b.svg'), 'utf8');
    expect(svg).to.include('stroke="rgb(164,85,60)"').and.to.include('clip-rule="evenodd"');
  });

  it('writes SVG and PNG a file a page, holes as CSV and DXF', async () => {
    const args = [
      'sheets',
      cli.map,
      '--kind',
      'pricking',
      '--paper',
      'a4',
      '--svg',
      cli.at('p.svg'),
      '--png',
      cli.at('p.png'),
    ];
    const { status } = await cli.nobrel(
      ...args,
      '--ppi',
      '72',
      '--csv',
      cli.at('p.csv'),
      '--dxf',
      cli.at('p.dxf'),
    );
    expect(status).to.equal(0);
    expect(await readFile(cli.at('p-A1.svg'), 'utf8')).to.include('width="210mm" height="297mm"');
    const png = await sharp(cli.at('p-B1.png')).metadata();
    expect(png.width).to.equal(595);
    const holes = (await readFile(cli.at('p.csv'), 'utf8')).trimEnd().split('\r\n').length - 1;
    expect((await readFile(cli.at('p.dxf'), 'utf8')).match(/\r\nPOINT\r\n/g)).to.have.length(holes);
  });

  it('reads lines from an SVG made elsewhere, and says what it passed over', async () => {
    const svg = cli.at('boat.svg');
    await writeFile(
      svg,
      '<svg width="100mm" height="80mm" viewBox="0 0 100 80"><text>x</text><path d="M10 10L90 70"/></svg>',
    );
    const { status, out } = await cli.nobrel(
      'sheets',
      svg,
      '--kind',
      'outline',
      '--paper',
      'a4',
      '--pdf',
      cli.at('boat.pdf'),
    );
    expect(status).to.equal(0);
    expect(out)
      .to.match(/text was passed over/)
      .and.to.match(/1 sheet/);
  });
});

describe('nobrel simulate print', () => {
  it('gives back what lies on the table, single and joined', async () => {
    await cli.nobrel(
      'sheets',
      cli.map,
      '--kind',
      'outline',
      '--paper',
      'a4',
      '--pdf',
      cli.at('s.pdf'),
      '--layout',
      cli.at('s.json'),
    );
    const one = await cli.nobrel(
      'simulate',
      'print',
      cli.at('s.pdf'),
      '--scale',
      '0.99,1.01',
      '--drop',
      '3',
      '--out',
      cli.at('t.pdf'),
    );
    expect(one).to.include({ status: 0, out: '2 pages printed.\n' });
    const join_ = await cli.nobrel(
      'simulate',
      'print',
      cli.at('s.pdf'),
      '--join',
      cli.at('s.json'),
      '--ppi',
      '72',
      '--out',
      cli.at('t.png'),
    );
    expect(join_).to.include({ status: 0, out: 'Printed and joined.\n' });
    const { width = 0 } = await sharp(cli.at('t.png')).metadata();
    // Two sheets of 210 mm, laid so that their overlap of 10 mm is shared.
    expect((width / 72) * 25.4).to.be.within(350, 380);
  });

  for (const [name, args, message] of [
    ['a file that is no PDF', () => ['simulate', 'print', cli.picture, '--out', 'x.pdf'], /is not a PDF/],
    [
      'a scale that is none',
      () => ['simulate', 'print', cli.map, '--scale', '1', '--out', 'x.pdf'],
      /two numbers/,
    ],
    ['an ending that is none', () => ['simulate', 'print', cli.map, '--out', 'x.gif'], /\.pdf or \.png/],
  ] as [string, () => string[], RegExp][]) {
    it(`refuses ${name}`, async () => {
      const { status, err } = await cli.nobrel(...args());
      expect(status).to.equal(2);
      expect(err).to.match(message);
    });
  }
});
