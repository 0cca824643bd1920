import { extname } from 'node:path';
import { Command, Option } from 'commander';
import sharp from 'sharp';
import {
  drawingTools,
  drawnByHand,
  renderDrawing,
  seeded,
  type DrawingTool,
  type HandFaults,
} from '@nobrel/core/camera';
import { cornersOfRect } from '@nobrel/core/geometry';
import { counted } from '@nobrel/core/units';
import { badArgument, megapixelsOption, numberOption, seedOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { readMapFile } from './read-map.js';

type PhotoOptions = {
  tool: DrawingTool;
  paper: number;
  contrast: number;
  light: 'even' | 'uneven' | 'side';
  shift: [number, number];
  turn: number;
  size: number;
  wobble: number;
  parts: number;
  moved: number;
  missing: number;
  extra: number;
  restated: number;
  smudges: number;
  grid?: number;
  diagonals?: boolean;
  table: number;
  drawn: number;
  slip?: [number, number];
  doubled?: [number, number];
  tilt: number;
  blur: number;
  exposure: number;
  shadow: number;
  glare: number;
  upsideDown?: boolean;
  megapixels: number;
  seed: number;
  truth?: string;
  out: string;
};

const pair =
  (flag: string) =>
  (text: string): [number, number] => {
    const [x = NaN, y = NaN, ...more] = text
      .split(',')
      .map((part) => (part.trim() === '' ? NaN : Number(part)));
    if (
      more.length > 0 ||
      !Number.isFinite(x) ||
      !Number.isFinite(y) ||
      Math.max(Math.abs(x), Math.abs(y)) > 100
    )
      throw badArgument(`${flag} takes two numbers up to 100, such as 2,-1.5, not “${text}”.`);
    return [x, y];
  };

const count = (flag: string, help: string, max = 50) =>
  numberOption(flag, help, { min: 0, max, whole: true, initial: 0 });

const millimetresAside = (flag: string, help: string) =>
  new Option(`${flag} <x,y>`, help).argParser(pair(flag));

const share = (flag: string, help: string, initial = 0) =>
  numberOption(`${flag} <share>`, help, { min: 0, max: 1, initial });

/** What it is drawn with and on. */
const drawingOptions = (): Option[] => [
  new Option('--tool <name>', 'what it is drawn with').choices([...drawingTools]).default('pencil'),
  numberOption('--paper <L*>', 'lightness of the paper', { min: 5, max: 100, initial: 92 }),
  numberOption('--contrast <L*>', 'how much darker the darkest line is; negative for chalk on a dark sheet', {
    min: -90,
    max: 90,
    initial: 45,
  }),
  new Option('--light <kind>', 'light on the sheet').choices(['even', 'uneven', 'side']).default('uneven'),
];

/** What the hand did to the map. */
const handOptions = (): Option[] => [
  millimetresAside('--shift', 'how far the whole drawing is off, mm').default([0, 0], '0,0'),
  numberOption('--turn <deg>', 'how far it is turned', { min: -20, max: 20, initial: 0 }),
  numberOption('--size <n>', 'how large it came out, 1 for true', { min: 0.5, max: 2, initial: 1 }),
  numberOption('--wobble <mm>', 'how far lines wander', { min: 0, max: 2, initial: 0.12 }),
  count('--parts <n>', 'groups of lines put, turned or sized wrongly', 10),
  count('--moved <n>', 'single lines put wrongly'),
  count('--missing <n>', 'lines left out'),
  count('--extra <n>', 'lines that are not on the map'),
  count('--smudges <n>', 'smudges'),
  numberOption('--grid <mm>', 'squares of a grid it is drawn over', { min: 5, max: 1000 }),
  new Option('--diagonals', 'its diagonals are drawn too, to place things by'),
  share('--restated', 'share of lines gone over twice'),
  share('--drawn', 'the share of the lines that is drawn so far', 1),
  millimetresAside('--slip', 'how far the sheet slipped before the last four lines in ten, mm'),
  millimetresAside('--doubled', 'how far it slipped before three lines in ten were gone over again, mm'),
];

/** How it is photographed. */
const cameraOptions = (): Option[] => [
  numberOption('--table <L*>', 'lightness of the table', { min: 0, max: 100, initial: 45 }),
  numberOption('--tilt <deg>', 'how far the camera leans over', { min: 0, max: 60, initial: 0 }),
  numberOption('--blur <mm>', 'blur on the sheet', { min: 0, max: 5, initial: 0 }),
  share('--exposure', 'the share of the light that is there', 1),
  share('--shadow', 'how dark the shadow of a hand lies over a corner'),
  share('--glare', 'how strong a lamp is mirrored'),
  new Option('--upside-down', 'the photograph is taken from the other side of the table'),
  megapixelsOption(),
  seedOption('another number, another hand'),
];

/** `nobrel simulate photo MAP.json …`: the stand-in for a camera, and for the hand that drew. */
export function simulatePhotoCommand(): Command {
  const command = new Command('photo')
    .description('A photograph of a map drawn by hand, with faults that are known.')
    .argument('<map>', 'the map, as .map.json, SVG or DXF');
  for (const option of [...drawingOptions(), ...handOptions(), ...cameraOptions()]) command.addOption(option);
  return command
    .option('--truth <file>', 'write what was done to each line, as JSON')
    .requiredOption('--out <file>', 'where to write it: .jpg or .png')
    .action(async (map: string, options: PhotoOptions) => simulatePhoto(map, options));
}

async function simulatePhoto(path: string, options: PhotoOptions): Promise<void> {
  const kind = extname(options.out).toLowerCase();
  if (kind !== '.jpg' && kind !== '.jpeg' && kind !== '.png')
    throw badArgument('--out must end in .jpg or .png.');
  for (const target of [options.out, options.truth]) if (target !== undefined) checkTarget(target);
  const { map } = await readMapFile(path);
  const { drawing, truth } = drawnByHand(map, faultsOf(options), options.seed);
  const { widthMm, heightMm } = drawing;
  const { picture, lens } = renderDrawing(drawing, {
    tool: options.tool,
    paper: options.paper,
    contrast: options.contrast,
    light: options.light,
    taken: 'photographed',
    pxPerMm: Math.sqrt((1e6 * options.megapixels) / (widthMm * heightMm)),
    seed: options.seed,
    table: options.table,
    filled: 0.78 + 0.1 * seeded(options.seed)(),
    faults: {
      tiltDeg: options.tilt,
      blurMm: options.blur,
      exposure: options.exposure,
      shadow: options.shadow,
      glare: options.glare,
    },
  });
  const { width, height } = picture;
  const turned = options.upsideDown === true;
  const image = sharp(picture.data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .rotate(turned ? 180 : 0)
    .withExif({ IFD0: { Make: 'Nobrel', Model: 'Simulated camera', Orientation: '1' } });
  await writeResult(
    options.out,
    await (kind === '.png' ? image.png() : image.jpeg({ quality: 88 })).toBuffer(),
  );
  const corners = cornersOfRect({ x: 0, y: 0, width: widthMm, height: heightMm }).map(({ x, y }) => {
    const [px, py] = lens(x, y);
    return turned ? [width - px, height - py] : [px, py];
  });
  if (options.truth !== undefined)
    await writeResult(options.truth, `${JSON.stringify({ corners, ...truth }, null, 1)}\n`);
  console.log(
    `${counted(truth.lines.length, 'line')} drawn and photographed: ${truth.lines.filter(({ status }) => status === 'moved').length} moved, ${truth.lines.filter(({ status }) => status === 'missing').length} missing, ${truth.extra.length} not on the map.`,
  );
}

function faultsOf(options: PhotoOptions): HandFaults {
  const [dx, dy] = options.shift;
  return {
    placement: { dx, dy, angleDeg: options.turn, scale: options.size },
    wobbleMm: options.wobble,
    parts: options.parts,
    moved: options.moved,
    missing: options.missing,
    extra: options.extra,
    restated: options.restated,
    smudges: options.smudges,
    gridMm: options.grid ?? 0,
    diagonals: options.diagonals ?? false,
    drawnSoFar: options.drawn,
    slip: options.slip ? { dx: options.slip[0], dy: options.slip[1], angleDeg: 0, from: 0.6 } : null,
    doubled: options.doubled
      ? { dx: options.doubled[0], dy: options.doubled[1], angleDeg: 0, share: 0.3 }
      : null,
  };
}
