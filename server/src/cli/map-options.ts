import { Option, type Command } from 'commander';
import {
  castShadowWays,
  defaultMapSettings,
  fadedContourWays,
  fewestValues,
  firmnesses,
  mapModes,
  mapSettingsSchema,
  mostValues,
  schools,
  separations,
  type MapSettings,
} from '@nobrel/core/map';
import { badArgument, numberOption } from './options.js';

type Limits = { least: number; most: number; whole?: boolean };
type NumberKey = {
  [K in keyof MapSettings]: MapSettings[K] extends number | null ? K : never;
}[keyof MapSettings];
type ChoiceKey = 'mode' | 'separation' | 'path' | 'castShadows' | 'fadedContours' | 'firmness';
type SwitchKey = 'local' | 'colourEdges' | 'strokes';

/** Settings that are numbers: flag, what it does, limits. */
const numbers: Readonly<Record<NumberKey, readonly [flags: string, does: string, limits: Limits]>> = {
  values: [
    '--values <n>',
    'values the picture is squinted into',
    { least: fewestValues, most: mostValues, whole: true },
  ],
  lightFall: ['--light-fall <l>', 'what counts as light falling off, L* in 100 mm', { least: 0, most: 100 }],
  colourSplit: [
    '--colour-split <de>',
    'divide shapes whose colours differ by more than this ΔE2000',
    { least: 2, most: 100 },
  ],
  minShapeMm2: ['--min-shape <mm2>', 'smallest shape', { least: 0, most: 10_000 }],
  accentShare: [
    '--accent-share <share>',
    'share of it that highlights and darkest accents may shrink to',
    { least: 0.01, most: 1 },
  ],
  leastWidthMm: ['--least-width <mm>', 'smallest width of a shape', { least: 0, most: 100 }],
  toleranceMm: [
    '--tolerance <mm>',
    'how far a line may stray from the boundary found',
    { least: 0.02, most: 20 },
  ],
  pencilMm: ['--pencil <mm>', 'width of the point that will draw it', { least: 0.1, most: 10 }],
  quietMm: ['--quiet <mm>', 'texture finer than this is quieted', { least: 0, most: 50 }],
  quietStrength: [
    '--quiet-strength <share>',
    'how strong a texture is still quieted, 0 to 1',
    { least: 0, most: 1 },
  ],
  softFromMm: ['--soft-from <mm>', 'an edge wider than this is soft', { least: 0.1, most: 50 }],
  lostUnder: [
    '--lost-under <l>',
    'a boundary with less contrast than this is lost, L*',
    { least: 0, most: 60 },
  ],
  detail: [
    '--detail <share>',
    'how much is drawn, 0 (the largest silhouettes) to 1 (everything)',
    { least: 0, most: 1 },
  ],
  detailStandsOut: ['--stands-out <l>', 'how much thin lines must stand out, L*', { least: 1, most: 60 }],
  detailShortestMm: ['--detail-shortest <mm>', 'shortest thin line', { least: 0.5, most: 500 }],
  strokeSpacingMm: ['--stroke-spacing <mm>', 'distance between direction strokes', { least: 0.5, most: 200 }],
  strokeLengthMm: ['--stroke-length <mm>', 'length of direction strokes', { least: 1, most: 300 }],
  leastWeight: [
    '--least-weight <share>',
    'leave out lines that matter less than this, 0 to 1',
    { least: 0, most: 1 },
  ],
  focus: ['--focus <share>', 'how much focal areas count, 0 to 1', { least: 0, most: 1 }],
  mmPerSecond: ['--speed <mm/s>', 'how fast the hand traces', { least: 0.5, most: 200 }],
  secondsPerLift: ['--lift <s>', 'seconds from one line to the next', { least: 0, most: 60 }],
  minutes: ['--minutes <m>', 'minutes of tracing the map may take', { least: 0.1, most: 100_000 }],
};

const choices: Readonly<Record<ChoiceKey, readonly [flags: string, does: string, from: readonly string[]]>> =
  {
    mode: ['--mode <mode>', 'value shapes, lines of things alone, or both', mapModes],
    separation: ['--separation <way>', 'how the limits between values are found', separations],
    path: ['--path <path>', 'follow boundaries in straights or in smooth curves', ['straight', 'curved']],
    fadedContours: [
      '--faded-contours <way>',
      'what becomes of a contour where nothing is seen of it',
      fadedContourWays,
    ],
    castShadows: ['--cast-shadows <way>', 'what becomes of outlines of marked cast shadows', castShadowWays],
    firmness: ['--firmness <how>', 'how firmly lines are drawn', firmnesses],
  };

const switches: Readonly<Record<SwitchKey, readonly [flags: string, does: string]>> = {
  local: ['--local', 'judge each place against its surroundings, for uneven light'],
  colourEdges: ['--colour-edges', 'lines where only the colour changes'],
  strokes: ['--strokes', 'short strokes along hair, fur, grass and cloth'],
};

const camel = (flags: string) =>
  (flags.split(' ')[0] ?? '').slice(2).replace(/-(.)/g, (_, letter: string) => letter.toUpperCase());

/** Limits by hand: `--limits 25,50,75`. */
function readLimits(text: string): number[] {
  const limits = text.split(',').map(Number);
  const sound = limits.every(
    (limit, i) => limit >= 0 && limit <= 100 && (i === 0 || limit > (limits[i - 1] ?? 0)),
  );
  if (text.trim() === '' || !sound || limits.length > mostValues - 1) {
    throw badArgument(`--limits takes rising lightnesses from 0 to 100, such as 25,50,75, not “${text}”.`);
  }
  return limits;
}

/** Adds an option for every setting of the map. */
export function addMapOptions(command: Command): Command {
  command.addOption(
    new Option('--school <name>', 'begin from a school; the other options change it').choices(
      schools.map(({ id }) => id),
    ),
  );
  for (const [flags, does, limits] of Object.values(numbers))
    command.addOption(numberOption(flags, does, limits));
  for (const [flags, does, from] of Object.values(choices)) {
    command.addOption(new Option(flags, does).choices([...from]));
  }
  for (const [flags, does] of Object.values(switches)) command.option(flags, does);
  return command.addOption(
    new Option('--limits <list>', 'limits between the values by hand, L*: 25,50,75').argParser(readLimits),
  );
}

/** The settings asked for on the command line, over those of the school or the usual ones. */
export function readMapOptions(options: Readonly<Record<string, unknown>>): MapSettings {
  const school = schools.find(({ id }) => id === options['school']);
  const asked: Record<string, unknown> = { ...defaultMapSettings, ...school?.sets };
  for (const [key, [flags]] of [
    ...Object.entries(numbers),
    ...Object.entries(choices),
    ...Object.entries(switches),
  ]) {
    const value = options[camel(flags)];
    if (value !== undefined) asked[key] = value;
  }
  const { limits } = options;
  // Limits given by hand are meant to be used, one value more than there are limits.
  if (Array.isArray(limits)) {
    Object.assign(asked, { limits, separation: 'by-hand' });
    if (options['values'] === undefined) asked['values'] = limits.length + 1;
  }
  return mapSettingsSchema.parse(asked);
}
