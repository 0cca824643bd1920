import { Command, Option } from 'commander';
import {
  hands,
  lineMaterials,
  orderDocumentOf,
  orderFault,
  orderSchoolModules,
  orderSchools,
  planTracing,
  transferMethodIds,
  type Hand,
  type LineMaterial,
  type OrderSchool,
  type TransferMethod,
} from '@nobrel/core/transfer';
import { aboutMinutes, counted, type SizeMm } from '@nobrel/core/units';
import { badArgument, numberOption, readSize } from './options.js';
import { checkTarget, writeResult } from './outputs.js';
import { readMapFile } from './read-map.js';

type OrderOptions = {
  hand: Hand;
  school: OrderSchool;
  method: TransferMethod;
  material: LineMaterial;
  stretch: number;
  focus?: { x: number; y: number };
  coated?: SizeMm;
  json?: string;
};

const usualSchool: OrderSchool = 'away-from-hand';

/** `nobrel order MAP.json …`: from a map to the order in which its lines are traced. */
export function orderCommand(): Command {
  const schools = orderSchools.map((school) => `${school}: ${orderSchoolModules[school].name}`).join('; ');
  return new Command('order')
    .description(
      'Put the lines of a map in the order of tracing: the least way of the lifted point, and the least palm on lines already traced.',
    )
    .argument('<map>', 'the map, as .map.json, SVG or DXF')
    .addOption(new Option('--hand <hand>', 'the hand that traces').choices([...hands]).default('right'))
    .addOption(
      new Option('--school <name>', `what comes first (${schools})`)
        .choices([...orderSchools])
        .default(usualSchool),
    )
    .addOption(
      new Option('--method <name>', 'how it is carried across, which says how long it takes')
        .choices([...transferMethodIds])
        .default('transfer-sheet'),
    )
    .addOption(
      new Option(
        '--material <name>',
        'what lines are traced in: the looser, the more way it takes to spare them',
      )
        .choices([...lineMaterials])
        .default('graphite'),
    )
    .addOption(
      numberOption('--stretch <min>', 'minutes of a stretch between breaks', {
        min: 2,
        max: 240,
        initial: 25,
      }),
    )
    .addOption(
      new Option(
        '--focus <x,y>',
        'for focal-first: where the picture is looked at first, mm from the top left; guessed from the lines when not given',
      ).argParser((text) => readPlace(text, '--focus')),
    )
    .addOption(
      new Option(
        '--coated <size>',
        'a transfer sheet smaller than the work, such as a4 or 300x450mm: the order goes from place to place of it',
      ).argParser(readCoated),
    )
    .option('--json <file>', 'write the order')
    .action(async (map: string, options: OrderOptions) => orderMap(map, options));
}

async function orderMap(path: string, options: OrderOptions): Promise<void> {
  const { json, method, stretch, focus, coated, ...how } = options;
  if (json !== undefined) checkTarget(json);
  const { map } = await readMapFile(path);
  const fault = orderFault(map);
  if (fault) throw badArgument(`${path}: ${fault}`);
  const plan = planTracing(map, {
    ...how,
    focus: focus ?? null,
    sheet: coated ?? null,
    method,
    stretchMinutes: stretch,
    care: 'thorough',
  });
  if (json !== undefined)
    await writeResult(json, `${JSON.stringify(orderDocumentOf(plan, method), null, 1)}\n`);
  const { lines, lifts, travelMm, palmCrossings, minutes, sections, places, across } = plan;
  console.log(
    `${counted(lines.length, 'line')}, ${counted(lifts, 'lift')}, ${(travelMm / 1000).toFixed(2)} m between lines, the hand on ${counted(palmCrossings, 'traced line')}; ${aboutMinutes(minutes)} in ${sections.length === 1 ? 'one stretch' : `${sections.length} stretches`}.`,
  );
  if (places)
    console.log(
      `The transfer sheet lies at ${counted(places.length, 'place')}${across.length === 0 ? '' : `; longer than it: ${counted(across.length, 'line')}`}.`,
    );
}

/** Smaller sheets nobody lays from place to place, mm. */
const minCoatedMm = 50;

function readCoated(text: string): SizeMm {
  const size = readSize(text, '--coated');
  if (Math.min(size.widthMm, size.heightMm) < minCoatedMm)
    throw badArgument(`--coated takes a sheet of at least ${minCoatedMm} mm either way, not “${text}”.`);
  return size;
}

/** A place or a shift, written as two numbers with a comma. */
export function readPlace(text: string, flag: string): { x: number; y: number } {
  const [x = NaN, y = NaN, ...more] = text
    .split(',')
    .map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (more.length > 0 || !Number.isFinite(x) || !Number.isFinite(y))
    throw badArgument(`${flag} takes two numbers in mm, such as 120,45, not “${text}”.`);
  return { x, y };
}
