import { readFile, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import { isTraced, orderDocumentSchema, writeMapDocument } from '@nobrel/core/documents';
import { drawingScene, mapWith, sketchMap } from '@nobrel/core/testing';
import { z } from 'zod';
import { commandLine, type CommandLine } from '../testing/command-line.js';

const slipSchema = z.object({
  turnDeg: z.number(),
  about: z.tuple([z.number(), z.number()]),
  dx: z.number(),
  dy: z.number(),
  stretch: z.number(),
  says: z.string(),
});

describe('the command line of tracing', () => {
  let cli: CommandLine;
  const sketch = sketchMap(drawingScene(3));
  before(async () => {
    cli = await commandLine();
    await writeFile(cli.at('sketch.map.json'), writeMapDocument(sketch));
    await writeFile(cli.at('bare.map.json'), writeMapDocument(mapWith(100, 80, [])));
  });
  after(() => cli.remove());

  it('orders every traced line once, in stretches, for hand and school', async () => {
    const file = cli.at('order.json');
    const { status, out } = await cli.nobrel(
      ...['order', cli.at('sketch.map.json'), '--hand', 'left', '--school', 'shortest', '--json', file],
    );
    expect(status).to.equal(0);
    expect(out).to.match(/^\d+ lines, \d+ lifts, [\d.]+ m between lines, .* in one stretch\.\n$/);
    const order = orderDocumentSchema.parse(JSON.parse(await readFile(file, 'utf8')));
    expect(order).to.include({ hand: 'left', school: 'shortest', method: 'transfer-sheet' });
    const traced = sketch.lines.filter(isTraced).map(({ id }) => id);
    expect(order.lines.map(({ id }) => id))
      .to.have.members(traced)
      .and.to.have.length(traced.length);
    expect(order.sections.flatMap(({ lines }) => lines)).to.deep.equal(order.lines.map(({ id }) => id));
    expect(order.marks).to.have.length(2);
  });

  it('goes from place to place of a transfer sheet smaller than the work', async () => {
    const file = cli.at('placed.json');
    const map = cli.at('sketch.map.json');
    const { status, out } = await cli.nobrel('order', map, '--coated', '100x80mm', '--json', file);
    expect(status).to.equal(0);
    expect(out).to.match(/The transfer sheet lies at \d+ places/);
    const { places = [], sections } = orderDocumentSchema.parse(JSON.parse(await readFile(file, 'utf8')));
    expect(places.length).to.be.above(1);
    for (const { width, height } of places) expect([width, height]).to.have.members([100, 80]);
    expect(new Set(sections.map(({ place }) => place)).size).to.equal(places.length);
    for (const [size, says] of [
      ['9mm', '--coated'],
      ['20x30mm', 'at least 50 mm'],
    ] as const) {
      const refused = await cli.nobrel('order', map, '--coated', size);
      expect(refused.status).to.equal(2);
      expect(refused.err).to.contain(says);
    }
  });

  it('brings a slipped sheet back', async () => {
    const file = cli.at('slip.json');
    const { status, out } = await cli.nobrel(
      ...[
        'slip',
        '--mark',
        '10,12',
        '--moved',
        '-1.5,0.5',
        '--mark',
        '280,230',
        '--moved',
        '-1.5,0.5',
        '--json',
        file,
      ],
    );
    expect({ status, out }).to.deep.equal({ status: 0, out: 'Move it 1.5 mm right and 0.5 mm up.\n' });
    const slip = slipSchema.parse(JSON.parse(await readFile(file, 'utf8')));
    expect(slip.dx).to.be.closeTo(1.5, 1e-9);
    expect(slip.stretch).to.be.closeTo(1, 1e-9);
    expect(slip.says).to.equal(out.trim());
    const doubted = await cli.nobrel(
      'slip',
      '--mark',
      '10,12',
      '--moved',
      '14,0',
      '--mark',
      '280,230',
      '--moved',
      '14,0',
    );
    expect(doubted.out).to.include('more than 10 mm off');
  });

  for (const [args, says] of [
    [['order', 'bare.map.json'], 'no lines to trace'],
    [['order', 'none.map.json'], 'no readable file'],
    [['order', 'sketch.map.json', '--school', 'sideways'], 'Allowed choices'],
    [['order', 'sketch.map.json', '--stretch', '0'], '--stretch takes a number from 2 to 240'],
    [['order', 'sketch.map.json', '--focus', '12'], '--focus takes two numbers'],
    [['slip', '--mark', '10,12', '--moved', '1,1'], 'Give two marks'],
    [
      ['slip', '--mark', '10,12', '--moved', '1,1', '--mark', '12,12', '--moved', '1,1'],
      'at least 20 mm apart',
    ],
    [['slip', '--mark', 'here', '--moved', '1,1'], '--mark takes two numbers'],
  ] as const)
    it(`says what is wrong: ${args.join(' ')}`, async () => {
      const { status, out, err } = await cli.nobrel(...args);
      expect({ status, out }).to.deep.equal({ status: 2, out: '' });
      expect(err)
        .to.include(says)
        .and.to.match(/^[^\n]+\n$/);
    });
});
