import { writeFile } from 'node:fs/promises';
import { expect } from 'chai';
import { commandLine, type CommandLine } from '../testing/command-line.js';

/** A DXF of some entities, as pairs of code and value. */
const dxf = (entities: string) => `0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;

/** Drawings that ask a reader for more than it can give. */
const hostile: Readonly<Record<string, readonly [string, string]>> = {
  'a polyline without its end': [
    'open.dxf',
    dxf('0\nPOLYLINE\n8\n0\n66\n1\n0\nVERTEX\n8\n0\n10\n1\n20\n1\n'),
  ],
  'an arc of many turns': ['arc.dxf', dxf('0\nARC\n8\n0\n10\n0\n20\n0\n40\n1e9\n50\n0\n51\n1e12\n')],
  'blocks within blocks': [
    'bomb.dxf',
    `0\nSECTION\n2\nBLOCKS\n${Array.from(
      { length: 30 },
      (_, i) =>
        `0\nBLOCK\n8\n0\n2\nB${i}\n10\n0\n20\n0\n${`0\nINSERT\n8\n0\n2\nB${i + 1}\n10\n0\n20\n0\n`.repeat(4)}0\nENDBLK\n`,
    ).join('')}0\nENDSEC\n${dxf('0\nINSERT\n8\n0\n2\nB0\n10\n0\n20\n0\n')}`,
  ],
  'uses within uses': [
    'bomb.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" width="10mm" height="10mm" viewBox="0 0 10 10"><defs>${Array.from(
      { length: 40 },
      (_, i) => `<g id="g${i}">${`<use href="#g${i + 1}"/>`.repeat(10)}</g>`,
    ).join('')}<path id="g40" d="M0 0L1 1"/></defs><use href="#g0"/></svg>`,
  ],
  'a transform of blanks': [
    'blank.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" width="10mm" height="10mm" viewBox="0 0 10 10"><path transform="translate(1${' '.repeat(200_000)}x" d="M0 0L1 1"/></svg>`,
  ],
  'a map that reaches a thousand surfaces': [
    'far.map.json',
    JSON.stringify({
      format: 'nobrel-map',
      version: 1,
      units: 'mm',
      surface: { width: 100, height: 100 },
      frame: { x: 0, y: 0, width: 100, height: 100 },
      values: [],
      shapes: [],
      lines: [
        {
          id: 'a',
          kind: 'detail',
          edge: 'hard',
          contrast: 1,
          softness: 1,
          weight: 1,
          closed: false,
          points: [
            [0, 0],
            [100_000, 0],
          ],
          left: null,
          right: null,
        },
      ],
      settings: {},
    }),
  ],
};

describe('drawings that ask for too much', () => {
  let line: CommandLine;
  before(async () => {
    line = await commandLine();
  });
  after(() => line.remove());

  for (const [name, [file, text]] of Object.entries(hostile))
    it(`are refused with a sentence, or read, and never hang: ${name}`, async () => {
      await writeFile(line.at(file), text);
      const from = Date.now();
      const { status, err } = await line.nobrel(
        'sheets',
        line.at(file),
        '--kind',
        'outline',
        '--pdf',
        line.at('o.pdf'),
      );
      // Reading ends after four seconds; the rest is the program's own beginning, on a busy machine.
      expect(Date.now() - from, 'milliseconds').to.be.below(15_000);
      expect(status, err).to.be.oneOf([0, 2]);
      if (status === 2) expect(err.trim().split('\n'), err).to.have.length(1);
    });
});
