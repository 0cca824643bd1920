import { extname } from 'node:path';
import { Command, Option } from 'commander';
import sharp from 'sharp';
import {
  cameraToTry,
  photographedWall,
  seenOnWall,
  squareOn,
  thrownBy,
  type SimulatedProjector,
  type SimulatedWall,
} from '@nobrel/core/projector';
import { cornersOfRect, type Point } from '@nobrel/core/geometry';
import type { Picture } from '@nobrel/core/raster';
import { dotsFrame } from '@nobrel/core/transfer';
import type { SizeMm } from '@nobrel/core/units';
import { badArgument, megapixelsOption, numberOption, readSize, seedOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';

type ProjectionOptions = {
  surface: string;
  pixels: [number, number];
  throw: number;
  fills: number;
  aside: number;
  above: number;
  yaw: number;
  pitch: number;
  roll: number;
  lensShift: number;
  distortion: number;
  focus: number;
  wall: [number, number, number];
  uneven: number;
  room: number;
  marked: 'tape' | 'panel';
  megapixels: number;
  seed: number;
  photo?: string;
  truth?: string;
  out: string;
};

const pixels = (text: string): [number, number] => {
  const [width = NaN, height = NaN, ...more] = text.split('x').map(Number);
  if (
    more.length > 0 ||
    ![width, height].every((side) => Number.isInteger(side) && side >= 100 && side <= 8192)
  )
    throw badArgument(
      `--pixels takes a width and a height from 100 to 8192, such as 1920x1080, not “${text}”.`,
    );
  return [width, height];
};

const wallColour = (text: string): [number, number, number] => {
  const shares = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i
    .exec(text)
    ?.slice(1)
    .map((hex) => parseInt(hex, 16));
  const [red, green, blue] = shares ?? [];
  if (red === undefined || green === undefined || blue === undefined)
    throw badArgument(`--wall takes a colour such as #cfc8ba, not “${text}”.`);
  // A painted wall of this colour throws back so much of each light.
  const linear = (byte: number) => (byte / 255) ** 2.2;
  return [linear(red), linear(green), linear(blue)];
};

const degrees = (flag: string, help: string) =>
  numberOption(`${flag} <deg>`, help, { min: -45, max: 45, initial: 0 });

const ofDistance = { min: -0.7, max: 0.7, initial: 0 };

/** The projector, and how it stands before the wall. */
const projectorOptions = (): Option[] => [
  new Option('--surface <size>', 'the surface on the wall, such as 2400x1500mm').default('2400x1500mm'),
  new Option('--pixels <WxH>', 'pixels of the projector')
    .argParser(pixels)
    .default([1920, 1080], '1920x1080'),
  numberOption('--throw <ratio>', 'distance over the width of the picture', {
    min: 0.2,
    max: 10,
    initial: 1.5,
  }),
  numberOption('--fills <times>', 'how much larger the picture is than the surface', {
    min: 0.1,
    max: 5,
    initial: 1.25,
  }),
  numberOption('--aside <share>', 'how far it stands to the right, as a share of its distance', ofDistance),
  numberOption('--above <share>', 'how far it stands too low, likewise', ofDistance),
  degrees('--yaw', 'how far it is turned to the right'),
  degrees('--pitch', 'how far it is tilted up'),
  degrees('--roll', 'how far it is rolled clockwise'),
  numberOption('--lens-shift <share>', 'how far the picture lies above the lens’s axis', {
    min: -1,
    max: 1,
    initial: 0,
  }),
  numberOption('--distortion <share>', 'how much the lens bends the rim', {
    min: -0.1,
    max: 0.1,
    initial: 0,
  }),
  numberOption('--focus <share>', 'the distance it is sharp at, as a share of its own', {
    min: 0.3,
    max: 3,
    initial: 1,
  }),
];

/** The wall, its light, and the camera that looks at it. */
const wallOptions = (): Option[] => [
  new Option('--wall <colour>', 'colour of the wall')
    .argParser(wallColour)
    .default([0.62, 0.6, 0.56], '#cfc8ba'),
  numberOption('--uneven <share>', 'how blotched the wall is', { min: 0, max: 0.5, initial: 0.03 }),
  numberOption('--room <share>', 'light of the room as a share of the projector’s', {
    min: 0,
    max: 5,
    initial: 0.2,
  }),
  new Option('--marked <kind>', 'how the surface is marked on the wall')
    .choices(['tape', 'panel'])
    .default('tape'),
  megapixelsOption(),
  seedOption('another number, another wall'),
];

/** `nobrel simulate projection [PICTURE] …`: the stand-in for a projector, the wall before it, and a camera. */
export function simulateProjectionCommand(): Command {
  const command = new Command('projection')
    .description(
      'What is seen on a wall onto which a picture is projected; the calibration dots where none is named.',
    )
    .argument('[picture]', 'what the projector shows, as PNG or JPEG; fitted to its pixels');
  for (const option of [...projectorOptions(), ...wallOptions()]) command.addOption(option);
  return command
    .option('--photo <file>', 'write a photograph of the wall as a camera takes it: .jpg or .png')
    .option('--truth <file>', 'write where pixels and corners lie, as JSON')
    .requiredOption('--out <file>', 'where to write what is seen square-on: .jpg or .png')
    .action(async (picture: string | undefined, options: ProjectionOptions) =>
      simulateProjection(picture, options),
    );
}

async function simulateProjection(path: string | undefined, options: ProjectionOptions): Promise<void> {
  const size = readSize(options.surface, '--surface');
  for (const target of [options.out, options.photo])
    if (target !== undefined && !/\.(png|jpe?g)$/i.test(target))
      throw badArgument('Pictures are written as .jpg or .png.');
  for (const target of [options.out, options.photo, options.truth])
    if (target !== undefined) checkTarget(target);
  const projector = projectorOf(options, size);
  const surface = { width: size.widthMm, height: size.heightMm };
  const wall: SimulatedWall = {
    surface,
    marked: options.marked,
    colour: options.wall,
    unevenness: options.uneven,
    roomLight: options.room,
    seed: options.seed,
  };
  const screen = { width: projector.pixelsAcross, height: projector.pixelsDown };
  const frame = path === undefined ? dotsFrame(screen) : await readFrame(path, screen);
  const aroundMm = 0.1 * Math.max(surface.width, surface.height);
  const pxPerMm = 1600 / (Math.max(surface.width, surface.height) + 2 * aroundMm);
  await writePicture(options.out, seenOnWall(projector, wall, frame, { pxPerMm, aroundMm }));
  let inPhotograph: [number, number][] | undefined;
  if (options.photo !== undefined) {
    const camera = { ...cameraToTry(surface), megapixels: options.megapixels, seed: options.seed };
    const taken = photographedWall(projector, wall, frame, camera);
    await writePicture(options.photo, taken.picture);
    inPhotograph = taken.corners;
  }
  if (options.truth !== undefined) {
    const truth = {
      ...placesOf(projector, screen, surface),
      ...(inPhotograph ? { surfaceInPhotograph: inPhotograph } : {}),
    };
    await writeResult(options.truth, `${JSON.stringify(truth, null, 1)}\n`);
  }
  console.log(
    `Thrown from ${(projector.at.z / 1000).toFixed(2)} m, a pixel ${(projector.at.z / (projector.throwRatio * screen.width)).toFixed(2)} mm.`,
  );
}

type Size = { width: number; height: number };

/** Where the corners of the picture are thrown, mm, and which pixels light those of the surface. */
function placesOf(projector: SimulatedProjector, screen: Size, surface: Size) {
  const { inPicture, onWall } = thrownBy(projector);
  const cornersBy = (size: Size, place: (x: number, y: number) => Point) =>
    cornersOfRect({ x: 0, y: 0, ...size }).map((corner) => {
      const { x, y } = place(corner.x, corner.y);
      return [x, y];
    });
  return {
    projector,
    pictureOnWall: cornersBy(screen, onWall),
    surfaceInPicture: cornersBy(surface, inPicture),
  };
}

function projectorOf(options: ProjectionOptions, { widthMm, heightMm }: SizeMm): SimulatedProjector {
  const [across, down] = options.pixels;
  const wide = options.fills * Math.max(widthMm, (heightMm * across) / down);
  const square = squareOn({ width: widthMm, height: heightMm }, wide, {
    pixelsAcross: across,
    pixelsDown: down,
    throwRatio: options.throw,
    lensShift: options.lensShift,
    distortion: options.distortion,
  });
  const { x, y, z } = square.at;
  return {
    ...square,
    at: { x: x + options.aside * z, y: y + options.above * z, z },
    yawDeg: options.yaw,
    pitchDeg: options.pitch,
    rollDeg: options.roll,
    focusMm: options.focus * z,
  };
}

async function readFrame(path: string, { width, height }: Size): Promise<Picture> {
  try {
    const { data } = await sharp(path)
      .rotate()
      .resize({ width, height, fit: 'contain', background: '#000' })
      .flatten({ background: '#000' })
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width, height, channels: 3, data };
  } catch {
    throw badArgument(`${path} is no picture that can be read. Name a PNG or JPEG.`);
  }
}

async function writePicture(path: string, { width, height, channels, data }: Picture): Promise<void> {
  const image = sharp(data, { raw: { width, height, channels } }).removeAlpha();
  const isPng = extname(path).toLowerCase() === '.png';
  await writeResult(path, await (isPng ? image.png() : image.jpeg({ quality: 90 })).toBuffer());
}
