import { Command, CommanderError } from 'commander';
import { Fault } from '../faults.js';
import { stoppedCode } from './long-work.js';

/** Exit statuses: done, bad arguments or input, our own failure. */
const status = { done: 0, badInput: 2, failure: 1 };

/** The commands, each with all it needs read only when it is asked for: together they take over a second. */
const commands = {
  map: async () => (await import('./map-command.js')).mapCommand(),
  sheets: async () => (await import('./sheets-command.js')).sheetsCommand(),
  check: async () => (await import('./check-command.js')).checkCommand(),
  corrections: async () => (await import('./corrections-command.js')).correctionsCommand(),
  order: async () => (await import('./order-command.js')).orderCommand(),
  slip: async () => (await import('./slip-command.js')).slipCommand(),
  simulate: async () => (await import('./simulate-command.js')).simulateCommand(),
  export: async () => (await import('./keep-commands.js')).keepCommands.export(),
  import: async () => (await import('./keep-commands.js')).keepCommands.import(),
  backup: async () => (await import('./keep-commands.js')).keepCommands.backup(),
  restore: async () => (await import('./keep-commands.js')).keepCommands.restore(),
  verify: async () => (await import('./keep-commands.js')).keepCommands.verify(),
};
const isCommand = (word: string | undefined): word is keyof typeof commands =>
  word !== undefined && Object.hasOwn(commands, word);

/** The command line that understands what is asked: the one command, or all where none is named. */
async function program(asked: string | undefined): Promise<Command> {
  const root = new Command('nobrel')
    .description(
      'Prepares a map drawing from a reference and its sheets, checks what was drawn from it, orders and mends its tracing, and keeps works safe, without the interface.',
    )
    .addHelpCommand(false);
  const makers = isCommand(asked) ? [commands[asked]] : Object.values(commands);
  for (const command of await Promise.all(makers.map((make) => make()))) root.addCommand(command);
  for (const command of [root, ...root.commands, ...root.commands.flatMap(({ commands }) => commands)]) {
    command.exitOverride().configureOutput({
      // One line, without commander's prefix: what is wrong, and what may have been meant.
      outputError: (text, write) => {
        const [fault = '', meant = ''] = text
          .replace(/^error: /, '')
          .trim()
          .split('\n');
        write(`${fault.replace(/\.$/, '')}. ${meant.replace(/^\((.*)\)$/, '$1 ')}Try --help.\n`);
      },
    });
  }
  return root;
}

/** Runs the command line and returns the exit status. */
export async function run(argv: readonly string[]): Promise<number> {
  if (argv.length === 0) {
    console.error(
      `Say what to do: ${new Intl.ListFormat('en-GB', { type: 'disjunction' }).format(Object.keys(commands))}. Try --help.`,
    );
    return status.badInput;
  }
  try {
    const line = await program(argv[0]);
    await line.parseAsync([...argv], { from: 'user' });
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
