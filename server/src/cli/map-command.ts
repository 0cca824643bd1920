import { existsSync } from 'node:fs';
import { Command } from 'commander';
import { mapToDxf, mapToSvg, writeMapDocument } from '@nobrel/core/documents';
import { defaultFitDecisions, findFitFault, layOut } from '@nobrel/core/fit';
import { effortOf, MapMaker } from '@nobrel/core/map';
import { aboutMinutes, counted, LengthError, parseSize, type SizeMm } from '@nobrel/core/units';
import { readPicture } from '../reference/decode.js';
import { addMapOptions, readMapOptions } from './map-options.js';
import { badArgument } from './options.js';
import { checkTarget, writeResult } from './outputs.js';

type MapOptions = Readonly<Record<string, unknown>> & {
  surface: string;
  json?: string;
  svg?: string;
  dxf?: string;
};

/** `nobrel map IMAGE --surface SIZE …`: from a reference to a map. */
export function mapCommand(): Command {
  const command = new Command('map')
    .description(
      'Make a map from a reference picture. The picture fills the surface; where the ratios differ it is cropped to its middle.',
    )
    .argument('<image>', 'JPEG, PNG, WebP, TIFF, AVIF, GIF or SVG')
    .requiredOption(
      '--surface <size>',
      'size of the final surface, such as 300x240mm, 30x24cm, "11 3/4x9 1/2in" or a4',
    );
  return addMapOptions(command)
    .option('--json <file>', 'write the map document')
    .option('--svg <file>', 'write it as SVG')
    .option('--dxf <file>', 'write it as DXF R12')
    .action(async (image: string, options: MapOptions) => makeMap(image, options));
}

async function makeMap(image: string, options: MapOptions): Promise<void> {
  const surface = readSurface(options.surface);
  const targets = [options.json, options.svg, options.dxf].filter((path) => path !== undefined);
  targets.forEach(checkTarget);
  if (!existsSync(image)) throw badArgument(`There is no file ${image}.`);
  const picture = await readPicture(image, image);
  const settings = readMapOptions(options);
  const { frame, window, surface: size } = layOut(picture, { ...defaultFitDecisions, ...surface });
  const map = new MapMaker().make({
    picture,
    pictureKey: image,
    window,
    placement: { surface: size, frame },
    settings,
  });
  if (options.json !== undefined) await writeResult(options.json, writeMapDocument(map));
  if (options.svg !== undefined) await writeResult(options.svg, mapToSvg(map));
  if (options.dxf !== undefined) await writeResult(options.dxf, mapToDxf(map));
  const effort = effortOf(map);
  console.log(
    `${counted(effort.lines, 'line')}, ${effort.metres.toFixed(1)} m, ${aboutMinutes(effort.minutes)} of tracing; ${counted(map.shapes.length, 'shape')} in ${counted(map.values.length, 'value')}.`,
  );
}

function readSurface(text: string): SizeMm {
  try {
    const size = parseSize(text);
    const fault = findFitFault({ ...defaultFitDecisions, ...size });
    if (fault) throw badArgument(`--surface: ${fault.message}`);
    return size;
  } catch (error) {
    if (error instanceof LengthError) throw badArgument(`--surface: ${error.message}`);
    throw error;
  }
}
