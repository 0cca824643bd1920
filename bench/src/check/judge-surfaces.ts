/**
 * Judges what is said of a surface after the transfer, and of one under way: maps traced by a hand with known faults and
 * photographed. A third of the sheets slip, a third are gone over again after a slip, a third are under way.
 *
 * Options: `--only 0,4` judges some of the surfaces.
 */
import { parseArgs } from 'node:util';
import { checkDrawing } from '@nobrel/core/check';
import { pyramid } from '@nobrel/core/reference';
import { drawingScene, photographOf, seeded, sketchMap } from '@nobrel/core/testing';

const { values: options } = parseArgs({ options: { only: { type: 'string' } } });
const chosen = options.only?.split(',').map(Number) ?? Array.from({ length: 24 }, (_, n) => n);

/** How many of what was wanted was told, and of what was told was so. */
class Tally {
  private wanted = 0;
  private told = 0;
  private right = 0;

  add(wanted: readonly string[], told: readonly string[]): void {
    this.wanted += wanted.length;
    this.told += told.length;
    this.right += wanted.filter((id) => told.includes(id)).length;
  }

  toString(): string {
    const share = (part: number, whole: number) =>
      whole === 0 ? '–' : `${((100 * part) / whole).toFixed(1)} %`;
    return `${share(this.right, this.wanted)} of ${this.wanted} found, ${share(this.told - this.right, this.told)} of ${this.told} told wrongly`;
  }
}

const tallies = {
  missing: new Tally(),
  'still to trace': new Tally(),
  'traced after a slip': new Tally(),
  'stand twice': new Tally(),
};
const offs: number[] = [];
const noSlip = { slips: 0, doubled: 0, of: 0 };
for (const n of chosen) {
  const random = seeded(4100 + n);
  const between = (low: number, high: number) => low + (high - low) * random();
  const heading = between(0, 2 * Math.PI);
  const by = between(1.6, 4);
  const slipped = { dx: by * Math.cos(heading), dy: by * Math.sin(heading), angleDeg: between(-0.4, 0.4) };
  const kind = n % 3;
  const map = sketchMap(drawingScene(n % 12, false));
  const { picture, truth } = photographOf(
    map,
    {
      wobbleMm: 0.1,
      ...(kind === 0 ? { slip: { ...slipped, from: between(0.4, 0.8) }, missing: 2 } : {}),
      ...(kind === 1 ? { doubled: { ...slipped, share: between(0.2, 0.5) }, missing: 2 } : {}),
      ...(kind === 2 ? { drawnSoFar: between(0.15, 0.9) } : {}),
    },
    n,
    n % 2 === 0 ? { tool: 'pencil', contrast: 40 } : { tool: 'pen', contrast: 55 },
  );
  const { report } = checkDrawing(pyramid(picture), map, { of: kind === 2 ? 'under-way' : 'transfer' });
  const idsOf = (lines: readonly { id: string; status: string }[], status: string) =>
    lines.filter((line) => line.status === status).map(({ id }) => id);
  const [wanted, told] = [idsOf(truth.lines, 'missing'), idsOf(report.lines, 'missing')];
  tallies[kind === 2 ? 'still to trace' : 'missing'].add(wanted, told);
  if (kind === 0) tallies['traced after a slip'].add(idsOf(truth.lines, 'moved'), report.slip?.lines ?? []);
  if (kind === 1) tallies['stand twice'].add(truth.doubled, report.doubled?.lines ?? []);
  const found = kind === 0 ? report.slip : kind === 1 ? report.doubled : null;
  if (found) {
    // About the middle of the surface, as the sheet slipped.
    const angleRad = (found.angleDeg * Math.PI) / 180;
    const { width, height } = map.surface;
    const dx = found.dx - angleRad * (height / 2 - found.y);
    const dy = found.dy + angleRad * (width / 2 - found.x);
    offs.push(Math.hypot(dx - slipped.dx, dy - slipped.dy));
  }
  if (kind === 2) {
    noSlip.of++;
    if (report.slip) noSlip.slips++;
    if (report.doubled) noSlip.doubled++;
  }
  console.log(n, ['slip', 'doubled', 'under way'][kind], found ? offs[offs.length - 1]?.toFixed(2) : '');
}
for (const [name, tally] of Object.entries(tallies)) console.log(`${name}: ${tally.toString()}`);
offs.sort((a, b) => a - b);
console.log(
  `slip off by ${offs[offs.length >> 1]?.toFixed(2)} mm in the median, ${offs[offs.length - 1]?.toFixed(2)} at most, told of ${offs.length}`,
);
console.log(
  `where nothing slipped: ${noSlip.slips} slips and ${noSlip.doubled} doublings told of ${noSlip.of}`,
);
