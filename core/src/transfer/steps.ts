import type { Surface } from '../fit/index.js';
import type { TransferDecisions } from './decisions.js';

/** One step of a transfer, with its reason, and a caution where the work can hurt someone or spoil the surface. */
export type TransferStep = { id: string; phase: Phase; title: string; why: string; caution?: string };

export const phases = ['Make ready', 'Trace', 'Finish'] as const;
type Phase = (typeof phases)[number];

const dustCaution =
  'Do not blow the dust away: pick it up with a kneaded eraser or a damp cloth, and wear a mask if there is much of it. Some pigments are toxic; follow the label.';

/**
 * The ordered steps for carrying a drawing across.
 *
 * @param surface the final surface
 * @param transfer method and drawing hand
 * @param sheetCount how many printed sheets the drawing is joined from
 */
export function transferSteps(
  surface: Surface,
  transfer: Pick<TransferDecisions, 'method' | 'hand'>,
  sheetCount: number,
): TransferStep[] {
  return [
    ...joining(sheetCount),
    ...(transfer.method === 'transfer-sheet' ? sheetReady(surface) : backingReady(surface)),
    ...placing(surface),
    ...tracing(transfer),
    ...finishing(surface, transfer),
  ];
}

function joining(sheetCount: number): TransferStep[] {
  if (sheetCount < 2) return [];
  return [
    {
      id: 'join',
      phase: 'Make ready',
      title: `Check a 100 mm bar with a ruler, then join the ${sheetCount} sheets on their numbered crosses.`,
      why: 'A printer that scales to fit makes the whole drawing the wrong size, and it shows only on the bar.',
    },
  ];
}

function sheetReady(surface: Surface): TransferStep[] {
  const choice = surface.dark
    ? {
        title: 'Take a white or yellow transfer sheet.',
        why: 'Graphite does not show on a dark ground.',
      }
    : surface.watercolour || !surface.takesWax
      ? {
          title: 'Take a wax-free graphite transfer sheet.',
          why: surface.watercolour
            ? 'Waxy carbon repels watercolour and cannot be erased; the line would stay in the painting.'
            : 'Waxy carbon holds for good on this surface, and paint or pastel does not take over it.',
        }
      : {
          title: 'Take a graphite transfer sheet, used before if you have one.',
          why: 'A new sheet marks darkly and smears; a used one gives a fainter, cleaner line.',
        };
  return [
    { id: 'sheet', phase: 'Make ready', ...choice },
    {
      id: 'sheet-wipe',
      phase: 'Make ready',
      title: 'Wipe a new sheet once with a soft cloth.',
      why: 'It takes off the loose graphite that would dirty the surface where no line is.',
      caution: dustCaution,
    },
  ];
}

function backingReady(surface: Surface): TransferStep[] {
  const material = surface.dark
    ? surface.id === 'scratchboard'
      ? {
          title: 'Rub the back of the drawing with white chalk or a light wax crayon.',
          why: 'It has to show on a dark ground, and wax holds on the smooth coating.',
        }
      : {
          title: 'Rub the back of the drawing with white chalk or pastel.',
          why: 'It has to show on a dark ground.',
        }
    : surface.watercolour
      ? {
          title: 'Rub the back of the drawing with a soft pencil, HB to 2B, only behind the lines.',
          why: 'Softer lead smears into pale washes, and rubbing everywhere dirties the paper between the lines.',
        }
      : {
          title: 'Rub the back of the drawing with a 4B to 6B pencil or charcoal, only behind the lines.',
          why: 'It is softer and marks with less pressure; rubbing everywhere would dirty the surface.',
        };
  return [
    {
      id: 'backing-away',
      phase: 'Make ready',
      title: 'Put the final surface well away from the table.',
      why: 'The dust of the rubbing finds it otherwise.',
    },
    { id: 'backing-rub', phase: 'Make ready', ...material, caution: dustCaution },
    {
      id: 'backing-spread',
      phase: 'Make ready',
      title: 'Spread it with a tissue and tap the loose grains off over a bin.',
      why: 'An even, thin layer gives an even line; loose grains become smudges.',
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

function finishing(surface: Surface, { method }: Pick<TransferDecisions, 'method'>): TransferStep[] {
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
        ? 'Press a kneaded eraser on the lines until they can only just be followed, and lift stray graphite.'
        : 'Lift stray graphite with a kneaded eraser.',
      why: surface.watercolour
        ? 'Pencil shines through transparent paint and cannot be lifted once it is under it.'
        : 'It would grey the first layer of paint.',
    });
  }
  if (!surface.watercolour && (method === 'rubbed-backing' || surface.dark)) {
    steps.push({
      id: 'fix',
      phase: 'Finish',
      title: 'Fix the lines with a light coat, if the painting method allows it.',
      why: 'Loose chalk, charcoal and soft graphite mix into the first layer.',
      caution:
        'Use fixative outdoors or with extraction, away from flame, and follow the label and local rules.',
    });
  }
  steps.push({
    id: 'file',
    phase: 'Finish',
    title: 'Write title, size and date on the tracing and put it away flat.',
    why: 'A spoiled area can be transferred again from it in register, and the drawing serves another picture.',
  });
  return steps;
}
