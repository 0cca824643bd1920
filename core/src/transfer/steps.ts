import type { Surface } from '../fit/index.js';
import type { TransferDecisions } from './decisions.js';
import { transferMethods } from './methods/index.js';
import type { TransferStep } from './step.js';

/** The printed sheets a drawing is joined from, and how long their check bars are, mm. */
export type SheetsToJoin = { count: number; barsMm: readonly number[] };

/**
 * The ordered steps for carrying a drawing across.
 *
 * @param surface the final surface
 * @param transfer method and drawing hand
 * @param sheets the printed sheets the drawing is joined from
 */
export function transferSteps(
  surface: Surface,
  transfer: Pick<TransferDecisions, 'method' | 'hand'>,
  sheets: SheetsToJoin,
): TransferStep[] {
  const method = transferMethods[transfer.method];
  return [
    ...joining(sheets),
    ...method.makeReady(surface),
    ...placing(surface),
    ...tracing(transfer),
    ...lookingOver(surface),
    ...method.finish(surface),
    putAway,
  ];
}

function joining({ count, barsMm }: SheetsToJoin): TransferStep[] {
  if (count < 2) return [];
  return [
    {
      id: 'join',
      phase: 'Make ready',
      title: `Check a ${barsMm.join(' or ')} mm bar with a ruler, then join the ${count} sheets on their numbered crosses.`,
      why: 'A printer that scales to fit makes the whole drawing the wrong size, and it shows only on the bar.',
    },
  ];
}

function placing(surface: Surface): TransferStep[] {
  const steps: TransferStep[] = [
    {
      id: 'place',
      phase: 'Make ready',
      title: 'Lay the drawing on the surface, its corner marks on the corners of the surface.',
      why: 'The marks are printed for this size: if they do not meet, the print or the surface is not what was measured.',
    },
    {
      id: 'hinge',
      phase: 'Make ready',
      title: surface.tapeMarks
        ? 'Press the tape on a cloth first, then tape one side of the drawing as a hinge, on the back of the surface where you can.'
        : 'Tape one side of the drawing to the surface as a hinge.',
      why: surface.tapeMarks
        ? 'Full tack lifts the fibres of this surface. A hinge lets you lift the drawing and lay it back in register.'
        : 'A hinge lets you lift the drawing and lay it back in register.',
    },
    {
      id: 'pressure',
      phase: 'Make ready',
      title: 'Try the pressure on a scrap of the same surface.',
      why: surface.dents
        ? 'It must mark and must not dent: a furrow stays, and washes or pigment pool in it.'
        : 'The line must show through the first layer and not shout through the last.',
    },
  ];
  if (surface.tooth === 'rough') {
    steps.push({
      id: 'tooth',
      phase: 'Make ready',
      title: 'Choose a rounder point, such as an empty ball-point.',
      why: 'On a rough surface a fine point drops into the hollows and the line breaks up.',
    });
  }
  return steps;
}

function tracing({ hand }: Pick<TransferDecisions, 'hand'>): TransferStep[] {
  const from = hand === 'right' ? 'left' : 'right';
  return [
    {
      id: 'corners',
      phase: 'Trace',
      title: 'Trace a short stretch in two opposite corners.',
      why: 'They prove later whether the drawing has slipped.',
    },
    {
      id: 'look-early',
      phase: 'Trace',
      title: 'Lift the free side and look.',
      why: 'Too faint, too dark, the sheet the wrong way up: better seen after two lines than after two hundred.',
    },
    {
      id: 'outline',
      phase: 'Trace',
      title: `Trace the outlines, working from the ${from}, the palm on a clean sheet.`,
      why: `Working from the ${from}, your ${hand} hand does not rest on what is done.`,
    },
    {
      id: 'inner',
      phase: 'Trace',
      title: 'Trace the shapes inside; soft edges as broken lines.',
      why: 'A broken line reads as a blend later, a whole one as an edge.',
      caution: 'Pause before the hand cramps. If it hurts, the pressure is wrong.',
    },
    {
      id: 'look-again',
      phase: 'Trace',
      title: 'Lift and look again at intervals, laying it back on the corner marks.',
      why: 'A line that was left out is traced in a moment now and hard to place later.',
    },
  ];
}

function lookingOver(surface: Surface): TransferStep[] {
  const steps: TransferStep[] = [
    {
      id: 'look-last',
      phase: 'Finish',
      title: 'Look over every line before the tape comes off.',
      why: 'Once it is off, the register is gone.',
    },
    {
      id: 'gaps',
      phase: 'Finish',
      title: 'Take the drawing off, close gaps and refine with a 0.3 to 0.5 mm lead.',
      why: 'A transferred line is broader than a drawn one; corners and small forms need a finer point.',
    },
  ];
  if (surface.erases) {
    steps.push({
      id: 'lighten',
      phase: 'Finish',
      title: surface.watercolour
        ? 'Press a putty rubber on the lines until they can only just be followed, and lift stray graphite.'
        : 'Lift stray graphite with a putty rubber.',
      why: surface.watercolour
        ? 'Pencil shines through transparent paint and cannot be lifted once it is under it.'
        : 'It would grey the first layer of paint.',
    });
  }
  return steps;
}

const putAway: TransferStep = {
  id: 'file',
  phase: 'Finish',
  title: 'Write title, size and date on the tracing and put it away flat.',
  why: 'A spoiled area can be transferred again from it in register, and the drawing serves another picture.',
};
