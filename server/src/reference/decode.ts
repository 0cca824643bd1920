import sharp, { type Metadata, type Sharp } from 'sharp';
import { mostMegabytes, mostMegapixels } from '@nobrel/core/reference';
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
 * @throws Fault when it is not a picture that can be read, or too large
 */
export async function lookAt(path: string, name: string): Promise<Looked> {
  let metadata: Metadata;
  try {
    metadata = await sharp(path, { limitInputPixels: false }).metadata();
  } catch {
    throw unreadable(name);
  }
  if (!readable.has(metadata.format)) throw unreadable(name);
  const { width, height } = metadata.autoOrient;
  if (width * height > mostMegapixels * 1e6) {
    throw new Fault(
      413,
      'too-large',
      `“${name}” has ${Math.round((width * height) / 1e6)} megapixels; up to ${mostMegapixels} can be worked with. Save a smaller copy and bring that in.`,
      'picture',
    );
  }
  return { format: metadata.format, width, height };
}

export function unreadable(name: string): Fault {
  return new Fault(
    415,
    'unreadable-picture',
    `“${name}” is not a picture that can be read here, or it is damaged. Bring in a JPEG, PNG, WebP, TIFF, AVIF or GIF of up to ${mostMegabytes} MB.`,
    'picture',
  );
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
  await lookAt(path, name);
  try {
    const { data, info } = await upright(path).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, channels: 3, data };
  } catch {
    throw unreadable(name);
  }
}
