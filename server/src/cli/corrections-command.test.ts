import { readFile, writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import sharp from 'sharp';
import { isTraced, mapDocumentSchema, writeMapDocument } from '@nobrel/core/documents';
import { drawingScene, sketchMap } from '@nobrel/core/testing';
import { z } from 'zod';
import { commandLine, type CommandLine } from '../testing/command-line.js';

const truthSchema = z.object({ sheet: z.string(), added: z.array(z.unknown()), struck: z.array(z.string()) });
const sheetSchema = z.object({ label: z.string(), added: z.array(z.unknown()), struck: z.array(z.string()) });

describe('nobrel simulate scan and nobrel corrections', () => {
  const drawing = sketchMap(drawingScene(5, false));
  let cli: CommandLine;
  let map: string;
  before(async () => {
    cli = await commandLine();
    map = cli.at('drawing.map.json');
    await writeFile(map, writeMapDocument(drawing));
  });
  after(() => cli.remove());
  const json = async <T>(schema: z.ZodType<T>, path: string): Promise<T> =>
    schema.parse(JSON.parse(await readFile(path, 'utf8')));

  it('correct a sheet with a pen, and bring home what was changed', async () => {
    const [scan, truthFile, changes, corrected] = [
      'scan.png',
      'truth.json',
      'changes.json',
      'new.map.json',
    ].map((name) => cli.at(name));
    const printed = ['--kind', 'mirrored', '--paper', 'a4', '--overlap', '15'];
    const made = await cli.nobrel(
      ...[
        'simulate',
        'scan',
        map,
        ...printed,
        '--sheet',
        'B1',
        '--out',
        scan ?? '',
        '--truth',
        truthFile ?? '',
      ],
    );
    expect(made, made.err).to.include({ status: 0, err: '' });
    expect(made.out).to.match(/^Sheet B1, corrected and scanned: \d+ new lines?, \d+ struck out\.\n$/);
    const read = await cli.nobrel(
      ...['corrections', map, scan ?? '', ...printed, '--json', changes ?? '', '--out', corrected ?? ''],
    );
    expect(read).to.include({ status: 0, err: '' });
    const truth = await json(truthSchema, truthFile ?? '');
    const sheet = await json(sheetSchema, changes ?? '');
    expect(truth.struck.length).to.be.above(0);
    expect(sheet.label).to.equal(truth.sheet);
    expect(sheet.struck).to.have.members(truth.struck);
    expect(sheet.added.length).to.be.within(truth.added.length, truth.added.length + 2);
    const { lines } = await json(mapDocumentSchema, corrected ?? '');
    const before = drawing.lines.filter(isTraced).length;
    expect(lines.filter(isTraced)).to.have.length(before - sheet.struck.length + sheet.added.length);
  });

  it('say in one line what is wrong, and how to mend it', async () => {
    const blank = cli.at('blank.png');
    await sharp({ create: { width: 900, height: 1200, channels: 3, background: 'white' } })
      .png()
      .toFile(blank);
    const out = cli.at('out.png');
    for (const [args, sentence] of [
      [
        ['simulate', 'scan', map, '--paper', 'a4', '--sheet', 'Z9', '--out', out],
        /There is no sheet Z9: the sheets are A1/,
      ],
      [
        ['simulate', 'scan', map, '--paper', 'a4', '--out', cli.at('out.gif')],
        /--out is a \.jpg or a \.png file/,
      ],
      [['simulate', 'scan', map, '--out', out], /--paper/],
      [['corrections', map, blank, '--paper', 'a4'], /The printed sheet was not found in this picture/],
      [['corrections', map, cli.at('none.png'), '--paper', 'a4'], /There is no file/],
      [['corrections', map, blank, '--paper', 'a4', '--json', cli.at('no/where.json')], /There is no folder/],
    ] as const) {
      const result = await cli.nobrel(...args);
      expect(result, args.join(' ')).to.include({ status: 2, out: '' });
      expect(result.err).to.match(sentence);
      expect(result.err.trimEnd().split('\n')).to.have.length(1);
    }
  });
});
