import { Command, CommanderError } from 'commander';
import { Fault } from '../faults.js';
import { checkCommand } from './check-command.js';
import { keepCommands } from './keep-commands.js';
import { stoppedCode } from './long-work.js';
import { mapCommand } from './map-command.js';
import { orderCommand } from './order-command.js';
import { sheetsCommand } from './sheets-command.js';
import { simulateCommand } from './simulate-command.js';
import { slipCommand } from './slip-command.js';

/** Exit statuses: done, bad arguments or input, our own failure. */
const status = { done: 0, badInput: 2, failure: 1 };

function program(): Command {
  const root = new Command('nobrel')
    .description(
      'Prepares a map drawing from a reference and its sheets, checks what was drawn from it, orders and mends its tracing, and keeps works safe, without the interface.',
    )
    .addHelpCommand(false)
    .addCommand(mapCommand())
    .addCommand(sheetsCommand())
    .addCommand(checkCommand())
    .addCommand(orderCommand())
    .addCommand(slipCommand())
    .addCommand(simulateCommand());
  for (const command of keepCommands()) root.addCommand(command);
  for (const command of [root, ...root.commands, ...root.commands.flatMap(({ commands }) => commands)]) {
    command.exitOverride().configureOutput({
      // One line, without commander's prefix.
      outputError: (text, write) =>
        write(
          `${
            text
              .replace(/^error: /, '')
              .trim()
              .split('\n')[0] ?? ''
          }. Try --help.\n`,
        ),
    });
  }
  return root;
}

/** Runs the command line and returns the exit status. */
export async function run(argv: readonly string[]): Promise<number> {
  if (argv.length === 0) {
    console.error(
      'Say what to do: map, sheets, check, order, slip, simulate, export, import, backup, restore or verify. Try --help.',
    );
    return status.badInput;
  }
  try {
    await program().parseAsync([...argv], { from: 'user' });
    return status.done;
  } catch (error) {
    if (error instanceof CommanderError && error.code === stoppedCode) return error.exitCode;
    if (error instanceof CommanderError) return error.exitCode === 0 ? status.done : status.badInput;
    if (error instanceof Fault) {
      console.error(error.message);
      return status.badInput;
    }
    console.error(
      `Something went wrong on our side: ${error instanceof Error ? error.message : String(error)}`,
    );
    return status.failure;
  }
}
