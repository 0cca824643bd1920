import sharp from 'sharp';
import {
  drawnAt,
  greyByLightness,
  pyramid,
  type Preparation,
  type ReferenceView,
} from '@nobrel/core/reference';
import { composed, scaling, translation } from '@nobrel/core/geometry';
import type { Picture, PixelWindow } from '@nobrel/core/raster';
import type { PictureSource } from '@nobrel/core/sheets';
import { readPicture } from '../reference/decode.js';

/** As fine as a photograph is printed, pixels an inch. */
const printedPpi = 250;

/** A reference to print from: its file, and how it is prepared. */
export type PrintedReference = {
  path: string;
  /** Sides of the picture the preparation speaks of, pixels; the file may hold it smaller. */
  stored: { width: number; height: number };
  preparation: Preparation | null;
  /** How far a faint print goes towards white, 0–1. */
  faintness: number;
};

/** Parts of the prepared reference as JPEG, as fine as they are printed. The file is read once. */
export function printedPicture({ path, stored, preparation, faintness }: PrintedReference): PictureSource {
  let levels: Promise<Picture[]> | null = null;
  return async (window, look, sizeMm) => {
    levels ??= readPicture(path, path).then((picture) => pyramid(picture));
    const own = await levels;
    const [file] = own;
    if (!file) throw new Error('The picture is empty.');
    const scale = Math.min(1, ((sizeMm.width / 25.4) * printedPpi) / window.width);
    const to = {
      width: Math.max(1, Math.round(window.width * scale)),
      height: Math.max(1, Math.round(window.height * scale)),
    };
    const toFile = scaling(file.width / stored.width, file.height / stored.height);
    const fromWindow = translation(window.x, window.y);
    const whole = preparation
      ? composed(toFile, preparation.toStored, fromWindow)
      : composed(toFile, fromWindow);
    return asJpeg(drawnAt(own, whole, window, to), look, faintness);
  };
}

async function asJpeg(
  { width, height, channels, data }: Picture,
  look: ReferenceView,
  faintness: number,
): Promise<Uint8Array> {
  if (look === 'grey') greyByLightness(data, channels);
  if (look === 'faint')
    for (let i = 0; i < data.length; i++) data[i] = 255 - (1 - faintness) * (255 - (data[i] ?? 255));
  return sharp(data, { raw: { width, height, channels } }).removeAlpha().jpeg({ quality: 88 }).toBuffer();
}

/** The part of a picture that fills a frame when nothing says which: its middle, in the frame's ratio. */
export function middleOf(
  picture: { width: number; height: number },
  frame: { width: number; height: number },
): PixelWindow {
  const scale = Math.min(picture.width / frame.width, picture.height / frame.height);
  const width = frame.width * scale;
  const height = frame.height * scale;
  return { x: (picture.width - width) / 2, y: (picture.height - height) / 2, width, height };
}
