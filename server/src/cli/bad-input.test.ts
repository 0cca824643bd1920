import { readdir, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import { commandLine, nobrelPath, type CommandLine } from '../testing/command-line.js';

let cli: CommandLine;
before(async () => {
  cli = await commandLine();
  await cli.nobrel('sheets', cli.map, '--kind', 'outline', '--paper', 'a4', '--pdf', 's.pdf');
  await writeFile(
    cli.at('script.svg'),
    '<svg width="10mm" height="10mm"><script>document.title = 1</script></svg>',
  );
  await writeFile(cli.at('broken.dxf'), '0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nnonsense');
});
after(() => cli.remove());

/** Sheets of the map on A4, with what is wrong about them. */
const printing =
  (kind: string, ...wrong: string[]) =>
  () => ['sheets', cli.map, '--kind', kind, '--paper', 'a4', ...wrong, '--pdf', 'x.pdf'];

describe('bad input on the command line', () => {
  const cases: [string, () => string[], RegExp][] = [
    ['nothing', () => [], /Say what to do/],
    ['an unknown command', () => ['paint'], /unknown command 'paint'/],
    [
      'an unknown option',
      () => ['map', cli.picture, '--surface', 'a4', '--sparkle'],
      /unknown option '--sparkle'/,
    ],
    [
      'an option misspelt',
      () => ['map', cli.picture, '--surface', 'a4', '--scool', 'loose'],
      /unknown option '--scool'\. Did you mean --school\? Try --help\./,
    ],
    ['no surface', () => ['map', cli.picture], /--surface/],
    ['a size that is none', () => ['map', cli.picture, '--surface', 'huge'], /“huge” is not a size/],
    ['a surface of nothing', () => ['map', cli.picture, '--surface', '0x10mm'], /more than 0/],
    ['an absurd surface', () => ['map', cli.picture, '--surface', '90x90m'], /at most 20 m/],
    [
      'too many values',
      () => ['map', cli.picture, '--surface', 'a4', '--values', '40'],
      /--values takes a whole number from 2 to 9, not “40”/,
    ],
    ['an unknown path', () => ['map', cli.picture, '--surface', 'a4', '--path', 'wavy'], /--path/],
    [
      'a picture that is not there',
      () => ['map', 'nowhere.jpg', '--surface', 'a4'],
      /There is no file nowhere.jpg/,
    ],
    [
      'a picture that is none',
      () => ['map', nobrelPath, '--surface', 'a4'],
      /is not a picture that can be read/,
    ],
    [
      'a folder that is not there',
      () => ['map', cli.picture, '--surface', 'a4', '--json', 'no/such/place.json'],
      /There is no folder/,
    ],
    [
      'a map that is none',
      () => ['sheets', cli.picture, '--kind', 'outline', '--paper', 'a4', '--pdf', 'x.pdf'],
      /not a map file/,
    ],
    ['a kind that is none', printing('poster'), /--kind/],
    [
      'a paper that is none',
      () => ['sheets', cli.map, '--kind', 'outline', '--paper', 'a99', '--pdf', 'x.pdf'],
      /--paper: “a99” is not a size/,
    ],
    [
      'margins larger than the paper',
      printing('outline', '--margin', '120'),
      /--margin takes a number from 0 to 50/,
    ],
    [
      'no place to write to',
      () => ['sheets', cli.map, '--kind', 'outline', '--paper', 'a4'],
      /Say where to write/,
    ],
    ['a part beside the surface', printing('partial', '--part', '900,0,10,10'), /beside the surface/],
    [
      'holes that cannot be',
      printing('pricking', '--hole-least', '9'),
      /must not be more than .*--hole-least/,
    ],
    ['a scale that is none', printing('outline', '--printer-scale', '1'), /two numbers/],
    ['a printer that doubles everything', printing('outline', '--printer-scale', '3,1'), /between 0.5 and 2/],
    ['half a square', printing('grid', '--grid', '6.5,4'), /--grid takes whole numbers/],
    ['a part of no width', printing('partial', '--part', '10,10,0,20'), /--part needs a width and a height/],
    [
      'a sketch of no known size',
      printing('order-slip', '--sketch', 'large'),
      /--sketch: “large” is not a size/,
    ],
    [
      'a layout of pages that stand alone into no folder',
      printing('outline', '--layout', 'no/such/place.json'),
      /There is no folder/,
    ],
    [
      'an overlap larger than the page',
      printing('outline', '--overlap', '200'),
      /--overlap takes a number from 0 to 100/,
    ],
    [
      'a stick without a colour',
      printing('backing', '--stick', 'umber,10,10'),
      /--stick takes a name, a colour and a spot/,
    ],
    [
      'a drawing with a script instead of lines',
      () => ['sheets', 'script.svg', '--kind', 'outline', '--paper', 'a4', '--pdf', 'x.pdf'],
      /no line in this drawing/,
    ],
    [
      'a DXF that breaks off',
      () => ['sheets', 'broken.dxf', '--kind', 'outline', '--paper', 'a4', '--pdf', 'x.pdf'],
      /DXF/,
    ],
    [
      'a map that is not there',
      () => ['sheets', 'nowhere.map.json', '--kind', 'outline', '--paper', 'a4', '--pdf', 'x.pdf'],
      /no readable file nowhere.map.json/,
    ],
    [
      'pages to drop that are no numbers',
      () => ['simulate', 'print', 's.pdf', '--drop', 'two', '--out', 'x.pdf'],
      /--drop takes page numbers/,
    ],
    [
      'a print scaled to a speck',
      () => ['simulate', 'print', 's.pdf', '--scale', '0.01,1', '--out', 'x.pdf'],
      /between 0.1 and 10/,
    ],
    [
      'sheets to print that are not there',
      () => ['simulate', 'print', 'nowhere.pdf', '--out', 'x.pdf'],
      /no readable file nowhere.pdf/,
    ],
    [
      'sheets joined by a layout that is none',
      () => ['simulate', 'print', 's.pdf', '--join', cli.map, '--out', 'x.pdf'],
      /is not a layout file/,
    ],
    [
      'every page dropped',
      () => ['simulate', 'print', 's.pdf', '--drop', '1,2,3', '--out', 'x.pdf'],
      /every page was dropped/,
    ],
  ];
  for (const [name, args, message] of cases) {
    it(`${name}: status 2, one line, no file`, async () => {
      const before = await readdir(cli.folder);
      const { status, out, err } = await cli.nobrel(...args());
      expect(status).to.equal(2);
      expect(out).to.equal('');
      expect(err).to.match(message);
      expect(err.trimEnd().split('\n')).to.have.length(1);
      expect(await readdir(cli.folder)).to.deep.equal(before);
    });
  }

  it('every command explains itself', async () => {
    for (const args of [
      ['--help'],
      ['map', '--help'],
      ['sheets', '--help'],
      ['simulate', 'print', '--help'],
    ]) {
      const { status, out } = await cli.nobrel(...args);
      expect(status).to.equal(0);
      expect(out).to.match(/^Usage: nobrel/);
    }
  });
});
