import { Option, type Command } from 'commander';
import { z } from 'zod';
import { mapSettingsSchema, maxValues, schools, type MapSettings } from '@nobrel/core/map';
import { addDecisionOptions, badArgument, parseDecisions, readDecisionOptions } from './options.js';

/** Limits by hand: `--limits 25,50,75`. */
function readLimits(text: string): number[] {
  const limits = text.split(',').map(Number);
  const sound = limits.every(
    (limit, i) => limit >= 0 && limit <= 100 && (i === 0 || limit > (limits[i - 1] ?? 0)),
  );
  if (text.trim() === '' || !sound || limits.length > maxValues - 1) {
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
  return addDecisionOptions(command, mapSettingsSchema).addOption(
    new Option('--limits <list>', 'limits between the values by hand, L*: 25,50,75').argParser(readLimits),
  );
}

/** The settings asked for on the command line, over those of the school or the usual ones. */
export function readMapOptions(options: Readonly<Record<string, unknown>>): MapSettings {
  const school = schools.find(({ id }) => id === options['school']);
  const { limits } = options;
  // Limits given by hand are meant to be used, one value more than there are limits.
  const byHand = Array.isArray(limits)
    ? { limits: z.array(z.number()).parse(limits), separation: 'by-hand', values: limits.length + 1 }
    : {};
  return parseDecisions(
    mapSettingsSchema,
    readDecisionOptions(mapSettingsSchema, options, { ...school?.sets, ...byHand }),
  );
}
