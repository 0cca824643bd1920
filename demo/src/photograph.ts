import sharp from 'sharp';
import { mapToSvg } from '@nobrel/core/documents';
import { defaultFitDecisions, layOut } from '@nobrel/core/fit';
import { inverted, ontoQuad, transformed, type Quad } from '@nobrel/core/geometry';
import { defaultMapSettings, MapMaker } from '@nobrel/core/map';
import type { Picture } from '@nobrel/core/raster';
import { readPicture } from '@nobrel/server';

/**
 * Sides of the photograph, and where it shows the corners of the sheet, pixels: a sheet of 4 : 3 turned half
 * a radian away, seen by a lens with a focal length of nine tenths of the long side.
 */
const width = 2400;
const height = 1800;
const corners: Quad = [
  { x: 515, y: 400 },
  { x: 1961, y: 273 },
  { x: 2166, y: 1425 },
  { x: 265, y: 1439 },
];
/** The sheet, mm, and the pixels its drawing is made with. */
const sheetMm = { widthMm: 300, heightMm: 225 };
const pxPerMm = 8;

/**
 * Photographs a pencil map of a reference: a light sheet, seen aslant, on a dark grained bench under a lamp
 * at the left. What is drawn on it is the map itself, so that nothing is borrowed.
 *
 * @param reference path of the picture the map is made from
 * @param target path of the JPEG that is written
 */
export async function photographSketch(reference: string, target: string): Promise<void> {
  const sheet = await sketchOf(await readPicture(reference, reference));
  const toSheet = inverted(ontoQuad(corners));
  const data = Buffer.alloc(width * height * 3);
  let state = 20_261_017;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const { x: u, y: v } = transformed(toSheet, x + 0.5, y + 0.5);
      const lamp = 1.08 - 0.34 * (x / width) - 0.16 * (y / height);
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
      const speck = ((state >>> 8) / 16_777_216 - 0.5) * 7;
      const tone = u >= 0 && v >= 0 && u < 1 && v < 1 ? toneAt(sheet, u, v) : benchTone(x, y);
      const at = (y * width + x) * 3;
      data[at] = byte(tone[0] * lamp + speck);
      data[at + 1] = byte(tone[1] * lamp + speck);
      data[at + 2] = byte(tone[2] * lamp + speck);
    }
  }
  await sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 86 })
    .toFile(target);
}

type Tone = readonly [number, number, number];
const byte = (value: number) => Math.min(255, Math.max(0, Math.round(value)));

/** The map of a reference drawn in pencil lines on a sheet of its own. */
async function sketchOf(picture: Picture): Promise<Picture> {
  const { frame, window, surface } = layOut(picture, { ...defaultFitDecisions, ...sheetMm });
  const map = new MapMaker().make({
    picture,
    pictureKey: 'sketch',
    window,
    placement: { surface, frame },
    settings: { ...defaultMapSettings, values: 3, minShapeMm2: 30 },
  });
  const svg = Buffer.from(mapToSvg(map));
  const { data, info } = await sharp(svg, { density: 25.4 * pxPerMm })
    .resize({ width: sheetMm.widthMm * pxPerMm, height: sheetMm.heightMm * pxPerMm, fit: 'fill' })
    .flatten({ background: '#f4efe4' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data };
}

/** Mean of the few pixels of the sheet that fall on one of the photograph. */
function toneAt({ width: across, height: down, data }: Picture, u: number, v: number): Tone {
  const left = Math.min(across - 2, Math.floor(u * across));
  const top = Math.min(down - 2, Math.floor(v * down));
  const mean = (k: number) => {
    const at = (x: number, y: number) => data[((top + y) * across + left + x) * 3 + k] ?? 0;
    return (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
  };
  return [mean(0), mean(1), mean(2)];
}

/** Dark boards with a wavering grain. */
function benchTone(x: number, y: number): Tone {
  const grain = 0.82 + 0.1 * Math.sin(y / 9 + 2 * Math.sin(x / 310)) + 0.05 * Math.sin(y / 2.3 + x / 170);
  const seam = Math.abs((y % 450) - 225) < 2 ? 0.5 : 1;
  const tone = grain * seam;
  return [92 * tone, 66 * tone, 47 * tone];
}
