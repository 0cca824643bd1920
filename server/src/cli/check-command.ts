import { existsSync } from 'node:fs';
import { Command, Option } from 'commander';
import {
  checkDrawing,
  checkSubjects,
  covers,
  DrawingNotFound,
  maxDarkness,
  type CheckSubject,
  type Cover,
} from '@nobrel/core/check';
import { guideKinds, guideLines, type GuideKind } from '@nobrel/core/fit';
import { isConvexQuad, quadBy, type Quad } from '@nobrel/core/geometry';
import { pyramid } from '@nobrel/core/reference';
import { counted, formatLength } from '@nobrel/core/units';
import { readPicture } from '../reference/decode.js';
import { asBadInput, badArgument, numberOption } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { readMapFile } from './read-map.js';

type CheckOptions = {
  corners?: string[];
  tolerance?: number;
  of: CheckSubject;
  cover: Cover;
  guides: GuideKind[];
  json?: string;
};

/** `nobrel check MAP.json PHOTO …`: from a photograph of the drawing to how it differs from the map. */
export function checkCommand(): Command {
  return new Command('check')
    .description(
      'Compare a photograph of the drawing with its map: what is out of place and by how much, what is missing, what is not on the map.',
    )
    .argument('<map>', 'the map, as .map.json, SVG or DXF')
    .argument('<photo>', 'JPEG, PNG, WebP, TIFF, AVIF or GIF')
    .addOption(
      new Option(
        '--corners <x,y...>',
        'corners of the surface in the photograph, pixels: top left, top right, bottom right, bottom left; found when not given',
      ),
    )
    .addOption(
      numberOption(
        '--tolerance <mm>',
        'how far off a line is still true; what is usual for the size when not given',
        {
          min: 0.2,
          max: 20,
        },
      ),
    )
    .addOption(
      new Option('--of <what>', 'what is photographed: the drawing, what came across, or a surface under way')
        .choices([...checkSubjects])
        .default('drawing'),
    )
    .addOption(
      new Option('--cover <what>', 'what the lines are to be covered by: says how many are too dark for it')
        .choices([...covers])
        .default('nothing'),
    )
    .addOption(
      new Option(
        '--guides <kind...>',
        'guides that helped drawing, which are no fault where they are seen; a grid is told by itself',
      )
        .choices([...guideKinds])
        .default([]),
    )
    .option('--json <file>', 'write the report')
    .action(async (map: string, photo: string, options: CheckOptions) => check(map, photo, options));
}

async function check(mapPath: string, photo: string, options: CheckOptions): Promise<void> {
  if (options.json !== undefined) checkTarget(options.json);
  const corners = options.corners ? readCorners(options.corners) : null;
  const { map } = await readMapFile(mapPath);
  if (!existsSync(photo)) throw badArgument(`There is no file ${photo}.`);
  const levels = pyramid(await readPicture(photo, photo));
  const { report } = asBadInput(DrawingNotFound, () =>
    checkDrawing(levels, map, {
      corners,
      ...(options.tolerance === undefined ? {} : { toleranceMm: options.tolerance }),
      of: options.of,
      construction: options.guides.flatMap((kind) => guideLines(kind, map.frame)),
    }),
  );
  if (options.json !== undefined) await writeResult(options.json, `${JSON.stringify(report, null, 1)}\n`);
  for (const { says } of report.parts) console.log(says);
  if (report.slip)
    console.log(`The sheet slipped: ${counted(report.slip.lines.length, 'line')} traced after that.`);
  if (report.doubled) console.log(`${counted(report.doubled.lines.length, 'line')} stand twice.`);
  const dark = report.lines.filter(({ darkness = 0 }) => darkness > maxDarkness[options.cover]).length;
  if (dark > 0) console.log(`${counted(dark, 'line')} too dark for what covers them.`);
  const { moved, missing, extra, meanOff } = report.summary;
  console.log(
    `${counted(report.lines.length, 'line')}: ${moved} moved, ${missing} missing, ${extra} not on the map; ${formatLength(meanOff, 'mm')} off on average.`,
  );
}

function readCorners(texts: readonly string[]): Quad {
  const places = texts.map((text) =>
    text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part))),
  );
  const [first, second, third, fourth] = places.map(([x = NaN, y = NaN, ...more]) =>
    more.length === 0 && Number.isFinite(x) && Number.isFinite(y) ? { x, y } : null,
  );
  if (places.length !== 4 || !first || !second || !third || !fourth)
    throw badArgument('--corners takes four places, such as 310,220 3500,240 3480,2700 300,2710.');
  const corners = [first, second, third, fourth] as const;
  const quad = quadBy((k) => corners[k]);
  if (!isConvexQuad(quad))
    throw badArgument('--corners go round the surface: top left, top right, bottom right, bottom left.');
  return quad;
}
