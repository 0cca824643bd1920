import { Command, Option } from 'commander';
import { slipWords, solveSlip, type Slip } from '@nobrel/core/transfer';
import { badArgument } from './options.js';
import { readPlace } from './order-command.js';
import { checkTarget, writeResult } from './outputs.js';

type Place = { x: number; y: number };
type SlipOptions = { mark?: Place[]; moved?: Place[]; json?: string };

const collect =
  (flag: string) =>
  (text: string, before: Place[] = []) => [...before, readPlace(text, flag)];

/** `nobrel slip --mark … --moved … --mark … --moved …`: how a slipped sheet is brought back. */
export function slipCommand(): Command {
  return new Command('slip')
    .description(
      'Bring a slipped sheet back: from two check marks, and how far each printed one is off now, to the turn and the shift that correct it.',
    )
    .addOption(
      new Option('--mark <x,y>', 'a check mark traced on the surface, mm from the top left; twice').argParser(
        collect('--mark'),
      ),
    )
    .addOption(
      new Option(
        '--moved <dx,dy>',
        'how far the printed mark now lies from it, mm right and down; once for each mark',
      ).argParser(collect('--moved')),
    )
    .option('--json <file>', 'write the movement')
    .action(async (options: SlipOptions) => bringBack(options));
}

async function bringBack({ mark = [], moved = [], json }: SlipOptions): Promise<void> {
  if (json !== undefined) checkTarget(json);
  const [first, second, ...moreMarks] = mark;
  const [firstMoved, secondMoved, ...moreMoved] = moved;
  if (!first || !second || !firstMoved || !secondMoved || moreMarks.length + moreMoved.length > 0)
    throw badArgument(
      'Give two marks and how far each moved, such as --mark 10,12 --moved 1.2,0 --mark 280,230 --moved 0.8,-0.3.',
    );
  const slip = solved(first, firstMoved, second, secondMoved);
  const says = [slipWords(slip, Math.hypot(second.x - first.x, second.y - first.y)), ...slip.doubts].join(
    ' ',
  );
  const { turnDeg, about, dx, dy, stretch, doubts } = slip;
  if (json !== undefined)
    await writeResult(
      json,
      `${JSON.stringify({ turnDeg, about: [about.x, about.y], dx, dy, stretch, says, doubts }, null, 1)}\n`,
    );
  console.log(says);
}

/** What cannot be solved is told as bad input. */
function solved(first: Place, firstMoved: Place, second: Place, secondMoved: Place): Slip {
  try {
    return solveSlip(
      { ...first, dx: firstMoved.x, dy: firstMoved.y },
      { ...second, dx: secondMoved.x, dy: secondMoved.y },
    );
  } catch (error) {
    if (error instanceof RangeError) throw badArgument(error.message);
    throw error;
  }
}
