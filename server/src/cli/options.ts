import { Option } from 'commander';
import { Fault } from '../faults.js';

/** What was asked for on the command line cannot be done; the message is one line that says how to mend it. */
export function badArgument(message: string): Fault {
  return new Fault(400, 'bad-argument', message);
}

/** An option that takes a number between two limits. */
export function numberOption(
  flags: string,
  description: string,
  limits: { least: number; most: number; whole?: boolean; usual?: number },
): Option {
  const { least, most, whole, usual } = limits;
  const option = new Option(flags, description).argParser((text) => {
    const value = Number(text);
    if (
      text.trim() === '' ||
      !Number.isFinite(value) ||
      value < least ||
      value > most ||
      (whole && !Number.isInteger(value))
    ) {
      const kind = whole ? 'a whole number' : 'a number';
      throw badArgument(`${flags.split(' ')[0]} takes ${kind} from ${least} to ${most}, not “${text}”.`);
    }
    return value;
  });
  return usual === undefined ? option : option.default(usual);
}
