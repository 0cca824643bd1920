import { open, readFile } from 'node:fs/promises';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { maxMegabytes, maxMegapixels, shortestSidePx, svgSidesPx } from '@nobrel/core/reference';
import type { Picture } from '@nobrel/core/raster';
import { Fault } from '../faults.js';

/** Formats that are taken in, by sharp's names for them. */
const readable = new Set(['jpeg', 'png', 'webp', 'tiff', 'gif', 'heif', 'avif', 'svg']);

/** A picture's file as it came, looked at but not yet decoded. */
export type Looked = { format: string; width: number; height: number };

/**
 * Looks at a file and says how large the upright picture is.
 *
 * @param path the file
 * @param name what the person calls it, for the refusal
 * @throws Fault when it is not a picture that can be read, too large, or too small to draw from
 */
export async function lookAt(path: string, name: string): Promise<Looked> {
  if (await isHeic(path)) throw heic(name);
  let metadata: Metadata;
  try {
    metadata = await sharp(path, { limitInputPixels: false }).metadata();
  } catch {
    throw unreadable(name);
  }
  if (!readable.has(metadata.format)) throw unreadable(name);
  const { width, height } = metadata.autoOrient;
  // Drawings by formula have no pixels of their own; the size they are drawn at is chosen.
  if (metadata.format !== 'svg') checkSize(width, height, name);
  return { format: metadata.format, width, height };
}

function checkSize(width: number, height: number, name: string): void {
  if (width * height > maxMegapixels * 1e6) {
    throw new Fault(
      413,
      'too-large',
      `“${name}” has ${Math.round((width * height) / 1e6)} megapixels; up to ${maxMegapixels} can be worked with. Save a smaller copy and bring that in.`,
      'picture',
    );
  }
  if (Math.min(width, height) < shortestSidePx) {
    throw new Fault(
      415,
      'too-small',
      `“${name}” is ${width} × ${height} pixels; a picture needs at least ${shortestSidePx} each way to be drawn from. Bring in a larger version of it.`,
      'picture',
    );
  }
}

/** Brands of the first box of HEIC files (ISO/IEC 23008-12): pictures coded as HEVC. */
const heicBrands = new Set(['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'hevm', 'hevs']);

/** Whether a file is a HEIC photograph, by its first box and the brands it names. */
async function isHeic(path: string): Promise<boolean> {
  const handle = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(64), 0, 64, 0);
    if (bytesRead < 16 || buffer.toString('latin1', 4, 8) !== 'ftyp') return false;
    const end = Math.min(bytesRead, buffer.readUInt32BE(0));
    const brands = [buffer.toString('latin1', 8, 12)];
    for (let at = 16; at + 4 <= end; at += 4) brands.push(buffer.toString('latin1', at, at + 4));
    return brands.some((brand) => heicBrands.has(brand));
  } finally {
    await handle.close();
  }
}

function heic(name: string): Fault {
  return new Fault(
    415,
    'heic-picture',
    `“${name}” is a HEIC photograph, which cannot be read here. Export it as JPEG: share or save it from the gallery as “JPEG” or “most compatible”, or set the camera to that, and bring the JPEG in.`,
    'picture',
  );
}

export function unreadable(name: string): Fault {
  return new Fault(
    415,
    'unreadable-picture',
    `“${name}” is not a picture that can be read here. Bring in a JPEG, PNG, WebP, TIFF, AVIF, GIF or SVG of up to ${maxMegabytes} MB.`,
    'picture',
  );
}

export function damaged(name: string): Fault {
  return new Fault(
    415,
    'damaged-picture',
    `“${name}” is damaged or breaks off before its end. Copy it again from where it came, or save it again in the program that made it.`,
    'picture',
  );
}

/** Dots per inch that a formula drawing's own units stand for. */
const svgDensity = 72;

/**
 * Draws an SVG at a chosen size.
 *
 * @param looked its own size
 * @param longSidePx long side wanted
 * @returns a PNG on white
 */
export async function drawSvg(
  path: string,
  name: string,
  looked: Looked,
  longSidePx: number,
): Promise<Buffer> {
  const enlarged = longSidePx / Math.max(looked.width, looked.height);
  const width = Math.round(looked.width * enlarged);
  const height = Math.round(looked.height * enlarged);
  checkSize(width, height, name);
  try {
    // Densities beyond this are refused by the decoder; the rest is enlarged as pixels.
    const density = Math.min(100_000, Math.max(1, svgDensity * enlarged));
    // Given as bytes it has no folder beside it, so that it cannot draw on other files.
    return await sharp(await readFile(path), { density, limitInputPixels: false })
      .resize({ width, height, fit: 'fill' })
      .flatten({ background: '#ffffff' })
      .png()
      .toBuffer();
  } catch {
    throw damaged(name);
  }
}

/** A decoder for a file: upright by its EXIF, in sRGB, eight bits, on white where it is transparent. */
export function upright(path: string): Sharp {
  return sharp(path, { limitInputPixels: false, failOn: 'truncated' })
    .autoOrient()
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb');
}

/**
 * Decodes a picture for the core.
 *
 * @throws Fault when the file is not a readable picture
 */
export async function readPicture(path: string, name: string): Promise<Picture> {
  const looked = await lookAt(path, name);
  try {
    const decoded =
      looked.format === 'svg' ? sharp(await drawSvg(path, name, looked, svgSidesPx.usual)) : upright(path);
    const { data, info } = await decoded.removeAlpha().raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, channels: 3, data };
  } catch (error) {
    throw error instanceof Fault ? error : damaged(name);
  }
}
