/**
 * Judges what is said of drawings from photographs of them: maps drawn by a hand with known faults, photographed with
 * 12 megapixels on a table.
 *
 * Options: `--only 0,4` judges some of the photographs; `--megapixels 12`; `--grid 50` draws over a grid of
 * 50 mm, and wants a folder of its own; `--pictures DIR` keeps the photographs there,
 * and takes them from there when they are there already; `--maps DIR` draws the maps (`*.map.json`) of a folder, as those in
 * `demo/references/maps` of several hundred lines, instead of the bench's own of about 35.
 */
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { trueHand } from '@nobrel/core/camera';
import { checkDrawing, DrawingNotFound } from '@nobrel/core/check';
import { pyramid } from '@nobrel/core/reference';
import {
  drawingScene,
  drawnByHand,
  judgeCheck,
  renderDrawing,
  seeded,
  sketchMap,
  type JudgedCheck,
} from '@nobrel/core/testing';
import { mapsIn } from '../maps-in.js';

const { values: options } = parseArgs({
  options: {
    only: { type: 'string' },
    grid: { type: 'string', default: '0' },
    megapixels: { type: 'string', default: '12' },
    pictures: { type: 'string' },
    maps: { type: 'string' },
  },
});
if (options.pictures !== undefined) await mkdir(options.pictures, { recursive: true });
const usual = Array.from({ length: 100 }, (_, n) => n);
const chosen = options.only?.split(',').map(Number) ?? usual;

/** How the drawings look: most in pencil or pen on light paper, some faint, some in chalk on dark paper. */
const looks = [
  { name: 'pencil', tool: 'pencil', paper: 92, contrast: 45 },
  { name: 'pen', tool: 'pen', paper: 94, contrast: 60 },
  { name: 'ball-point', tool: 'ball-point', paper: 90, contrast: 50 },
  { name: 'pencil', tool: 'pencil', paper: 86, contrast: 38 },
  { name: 'faint', tool: 'pencil', paper: 91, contrast: 12 },
  { name: 'chalk', tool: 'chalk', paper: 22, contrast: -45 },
] as const;
const lights = ['even', 'side', 'uneven'] as const;

type Photographed = {
  jpeg: Buffer;
  truth: ReturnType<typeof drawnByHand>['truth'];
  corners: [number, number][];
};

const folder = options.maps;
const given = folder === undefined ? null : await mapsIn(folder);
const mapOf = (n: number) => given?.[n % given.length] ?? sketchMap(drawingScene(n % 12, false));
const lookOf = (n: number) => looks[n % looks.length]!;

/** A drawing with faults, as a camera sees it. */
async function photographed(n: number): Promise<Photographed> {
  const kept = options.pictures === undefined ? null : `${options.pictures}/${n}`;
  if (kept !== null && existsSync(`${kept}.json`)) {
    const { truth, corners } = JSON.parse(await readFile(`${kept}.json`, 'utf8')) as Photographed;
    return { jpeg: await readFile(`${kept}.jpg`), truth, corners };
  }
  const random = seeded(7000 + n);
  const between = (low: number, high: number) => low + (high - low) * random();
  const map = mapOf(n);
  const { drawing, truth } = drawnByHand(
    map,
    {
      ...trueHand,
      placement: {
        dx: between(-4, 4),
        dy: between(-4, 4),
        angleDeg: between(-1, 1),
        scale: between(0.985, 1.015),
      },
      wobbleMm: between(0.05, 0.2),
      parts: n % 2,
      moved: 3,
      missing: 2,
      extra: 2,
      restated: 0.15,
      smudges: n % 3,
      gridMm: Number(options.grid),
      diagonals: false,
    },
    500 + n,
  );
  const look = lookOf(n);
  const aspect = drawing.heightMm / drawing.widthMm;
  const pxPerMm = Math.sqrt((1e6 * Number(options.megapixels)) / aspect) / drawing.widthMm;
  const { picture, lens } = renderDrawing(drawing, {
    ...look,
    light: lights[n % lights.length]!,
    taken: 'photographed',
    pxPerMm,
    seed: 40 + n,
    table: look.paper < 50 ? 60 : between(30, 62),
    filled: between(0.78, 0.88),
  });
  const { width, height } = picture;
  const upsideDown = n % 7 === 3;
  const jpeg = await sharp(picture.data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .rotate(upsideDown ? 180 : 0)
    .jpeg({ quality: 88 })
    .toBuffer();
  const { widthMm, heightMm } = drawing;
  const corners = [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ].map(([x, y]): [number, number] => {
    const [px, py] = lens(x!, y!);
    return upsideDown ? [width - px, height - py] : [px, py];
  });
  if (kept !== null) {
    await writeFile(`${kept}.jpg`, jpeg);
    await writeFile(`${kept}.json`, JSON.stringify({ truth, corners }));
  }
  return { jpeg, truth, corners };
}

type Sum = Omit<JudgedCheck, 'says'> & {
  cornersMm: number[];
  ms: number[];
  pictures: number;
  refused: number;
};
const empty = (): Sum => ({
  moved: { made: 0, found: 0 },
  trueLines: { made: 0, wrong: 0, moved: 0 },
  missing: { made: 0, found: 0, wrong: 0 },
  extra: { made: 0, found: 0, read: 0, wrong: 0 },
  offErrors: [],
  shiftErrors: [],
  scaleErrors: [],
  turnErrorsDeg: [],
  parts: { made: 0, found: 0 },
  cornersMm: [],
  ms: [],
  pictures: 0,
  refused: 0,
});
const sums = new Map<string, Sum>();

function add(sum: Sum, judged: JudgedCheck): void {
  for (const key of ['moved', 'trueLines', 'missing', 'extra', 'parts'] as const)
    for (const [name, value] of Object.entries(judged[key])) {
      const counts: Record<string, number> = sum[key];
      counts[name] = (counts[name] ?? 0) + value;
    }
  sum.offErrors.push(...judged.offErrors);
  sum.shiftErrors.push(...judged.shiftErrors);
  sum.scaleErrors.push(...judged.scaleErrors);
  sum.turnErrorsDeg.push(...judged.turnErrorsDeg);
}

for (const n of chosen) {
  const { jpeg, truth, corners } = await photographed(n);
  const { data, info } = await sharp(jpeg).raw().toBuffer({ resolveWithObject: true });
  const start = performance.now();
  const sum = sums.get(lookOf(n).name) ?? empty();
  sums.set(lookOf(n).name, sum);
  sum.pictures++;
  try {
    const levels = pyramid({ width: info.width, height: info.height, channels: 3, data });
    const { report } = checkDrawing(levels, mapOf(n), { toleranceMm: 1 });
    const ms = performance.now() - start;
    const judged = judgeCheck(truth, report);
    const side = Math.hypot(corners[1]![0] - corners[0]![0], corners[1]![1] - corners[0]![1]);
    const off = report.paper.corners.map(([x, y], k) => Math.hypot(x - corners[k]![0], y - corners[k]![1]));
    const cornersMm = (off.reduce((total, value) => total + value, 0) / 4) * (mapOf(n).surface.width / side);
    sum.cornersMm.push(cornersMm);
    sum.ms.push(ms);
    add(sum, judged);
    const { dx, dy, angleDeg, scale } = report.placement;
    const known = truth.placement;
    console.log(
      `${n} ${lookOf(n).name}: corners ${cornersMm.toFixed(2)} mm; placement off ${(dx - known.dx).toFixed(2)}, ${(dy - known.dy).toFixed(2)} mm, ${(angleDeg - known.angleDeg).toFixed(2)}°, ${(100 * (scale - known.scale)).toFixed(2)} %; moved ${judged.moved.found} of ${judged.moved.made}, false ${judged.trueLines.wrong} (${judged.trueLines.moved} as moved) of ${judged.trueLines.made}, missing ${judged.missing.found} of ${judged.missing.made} and ${judged.missing.wrong} false, extra ${judged.extra.found} of ${judged.extra.made} and ${judged.extra.wrong} false, parts ${judged.parts.found} of ${judged.parts.made}; ${ms.toFixed(0)} ms`,
    );
    for (const line of judged.says) console.log(`    ${line}`);
  } catch (error) {
    if (!(error instanceof DrawingNotFound)) throw error;
    sum.refused++;
    console.log(`${n} ${lookOf(n).name}: ${error.message}`);
  }
}

const share = (part: number, whole: number) =>
  `${((100 * part) / Math.max(1, whole)).toFixed(1)} % of ${whole}`;
const at = (values: readonly number[], part: number) =>
  ([...values].sort((a, b) => a - b)[Math.floor(part * values.length)] ?? 0).toFixed(2);
for (const [name, sum] of sums) {
  console.log(
    `${name}, ${sum.pictures} photographs, ${sum.refused} refused: corners ${at(sum.cornersMm, 0.5)} and ${at(sum.cornersMm, 0.95)} mm; displacement off ${at(sum.offErrors, 0.5)} and ${at(sum.offErrors, 0.95)} mm (${at(sum.shiftErrors, 0.5)}, ${at(sum.shiftErrors, 0.95)}); moved found ${share(sum.moved.found, sum.moved.made)}; true told wrong ${share(sum.trueLines.wrong, sum.trueLines.made)}, as moved ${share(sum.trueLines.moved, sum.trueLines.made)}; missing found ${share(sum.missing.found, sum.missing.made)}, false ${share(sum.missing.wrong, sum.trueLines.made + sum.moved.made)}; extra found ${share(sum.extra.found, sum.extra.made)}, false ${share(sum.extra.wrong, sum.extra.read)}; parts ${share(sum.parts.found, sum.parts.made)}, scale ${at(sum.scaleErrors, 0.5)} ${at(sum.scaleErrors, 0.95)}, turn ${at(sum.turnErrorsDeg, 0.5)} ${at(sum.turnErrorsDeg, 0.95)}°; ${at(sum.ms, 0.5)} ms`,
  );
}
