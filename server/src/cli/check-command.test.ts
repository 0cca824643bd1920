import { readFile, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import sharp from 'sharp';
import { checkReportSchema, writeMapDocument } from '@nobrel/core/documents';
import { drawingScene, sketchMap } from '@nobrel/core/testing';
import { z } from 'zod';
import { commandLine, type CommandLine } from '../testing/command-line.js';

const truthSchema = z.object({
  corners: z.array(z.tuple([z.number(), z.number()])).length(4),
  placement: z.object({ dx: z.number() }),
  lines: z.array(z.object({ id: z.string(), status: z.string() })),
  extra: z.array(z.unknown()),
});

let cli: CommandLine;
let map: string;
before(async () => {
  cli = await commandLine();
  map = cli.at('drawing.map.json');
  await writeFile(map, writeMapDocument(sketchMap(drawingScene(2))));
});
after(() => cli.remove());

describe('nobrel simulate photo and nobrel check', () => {
  it('photograph a surface, and say that the sheet slipped, what is too dark, and what is still to trace', async () => {
    const photo = cli.at('surface.jpg');
    const taken = ['--megapixels', '2', '--seed', '5', '--tool', 'pen', '--contrast', '50', '--out', photo];
    await cli.nobrel('simulate', 'photo', map, '--slip', '2.5,1.5', ...taken);
    const { out } = await cli.nobrel('check', map, photo, '--of', 'transfer', '--cover', 'pale');
    expect(out).to.match(/^The sheet slipped: \d+ lines traced after that\.$/m);
    expect(out).to.match(/^\d+ lines too dark for what covers them\.$/m);
    await cli.nobrel('simulate', 'photo', map, '--drawn', '0.5', ...taken);
    const underWay = await cli.nobrel('check', map, photo, '--of', 'under-way');
    expect(underWay.out).to.match(/\d+ lines: 0 moved, [1-9]\d* missing, 0 not on the map/);
  });

  it('photograph a map drawn with faults, and find these faults', async () => {
    const photo = cli.at('photo.jpg');
    const truthFile = cli.at('truth.json');
    const simulated = await cli.nobrel(
      ...[
        'simulate',
        'photo',
        map,
        '--moved',
        '3',
        '--missing',
        '2',
        '--extra',
        '1',
        '--shift',
        '2,-1',
        '--grid',
        '60',
        '--diagonals',
      ],
      ...['--megapixels', '3', '--seed', '4', '--upside-down', '--truth', truthFile, '--out', photo],
    );
    expect(simulated).to.include({ status: 0, err: '' });
    expect(simulated.out).to.match(
      /^\d+ lines drawn and photographed: 3 moved, 2 missing, 1 not on the map\.\n$/,
    );
    const { exif, width = 0 } = await sharp(photo).metadata();
    expect(exif?.toString('latin1')).to.include('Simulated camera');
    const truth = truthSchema.parse(JSON.parse(await readFile(truthFile, 'utf8')));
    const reportFile = cli.at('report.json');
    const checked = await cli.nobrel('check', map, photo, '--guides', 'diagonals', '--json', reportFile);
    expect(checked).to.include({ status: 0, err: '' });
    expect(checked.out).to.match(
      /\d+ lines: 3 moved, 2 missing, 1 not on the map; 0\.\d mm off on average\.\n$/,
    );
    const report = checkReportSchema.parse(JSON.parse(await readFile(reportFile, 'utf8')));
    for (const known of truth.lines.filter(({ status }) => status === 'moved' || status === 'missing'))
      expect(report.lines.find(({ id }) => id === known.id)?.status).to.equal(known.status);
    expect(report.placement.dx).to.be.closeTo(truth.placement.dx, 0.2);
    // A quarter of a millimetre of some two thousand pixels over 300 mm.
    report.paper.corners.forEach(([x, y], k) =>
      expect(Math.hypot(x - (truth.corners[k]?.[0] ?? 0), y - (truth.corners[k]?.[1] ?? 0))).to.be.below(
        width / 1200,
      ),
    );
    const given = report.paper.corners.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`);
    const again = await cli.nobrel('check', map, photo, '--corners', ...given);
    expect(again.out).to.match(/3 moved, 2 missing/);
  });

  it('say in one line what is wrong, and how to mend it', async () => {
    for (const [args, sentence] of [
      [['check', map, cli.at('none.jpg')], /There is no file/],
      [['check', map, cli.picture], /The drawing was not found in this picture.*set the four corners/],
      [['check', cli.picture, cli.picture], /disc\.jpg/],
      [['check', map, cli.picture, '--corners', '1,2', '3,4'], /--corners takes four places, such as/],
      [['check', map, cli.picture, '--corners', '0,0', '9,9', '9,0', '0,9'], /go round the surface/],
      [['check', map, cli.picture, '--tolerance', '0'], /--tolerance takes a number from 0\.2 to 20/],
      [['check', map, cli.picture, '--json', cli.at('no/where.json')], /There is no folder/],
      [['simulate', 'photo', map, '--out', cli.at('photo.gif')], /\.jpg or \.png/],
      [
        ['simulate', 'photo', map, '--moved', '1.5', '--out', cli.at('p.jpg')],
        /--moved takes a whole number/,
      ],
      [
        ['simulate', 'photo', map, '--grid', '0.01', '--out', cli.at('p.jpg')],
        /--grid takes a number from 5 to 1000/,
      ],
      [['simulate', 'photo', map, '--shift', '3', '--out', cli.at('p.jpg')], /--shift takes two numbers/],
      [['simulate', 'photo', map, '--slip', '3', '--out', cli.at('p.jpg')], /--slip takes two numbers/],
    ] as const) {
      const result = await cli.nobrel(...args);
      expect(result, args.join(' ')).to.include({ status: 2, out: '' });
      expect(result.err).to.match(sentence);
      expect(result.err.trimEnd().split('\n')).to.have.length(1);
    }
  });
});
