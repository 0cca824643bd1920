import { z } from 'zod';
import { fitDecisionsSchema } from '../fit/index.js';
import type { Note } from '../notes/index.js';
import { emptyRun, transferMethodIds } from '../transfer/index.js';
import { fileDecisionsSchema, type DuplicateWay } from './decisions.js';
import type { Station } from './station-ids.js';
import type { WorkDecisions } from './work.js';

/** A work that is to be made from another one. */
export const duplicateRequestSchema = z.discriminatedUnion('as', [
  z.object({
    as: z.literal('size'),
    title: z.string().trim().min(1, 'A work needs a title.').max(200),
    widthMm: fitDecisionsSchema.shape.widthMm.removeDefault(),
    heightMm: fitDecisionsSchema.shape.heightMm.removeDefault(),
  }),
  z.object({ as: z.literal('colours'), title: z.string().trim().min(1, 'A work needs a title.').max(200) }),
  z.object({
    as: z.literal('method'),
    title: z.string().trim().min(1, 'A work needs a title.').max(200),
    method: z.enum(transferMethodIds),
  }),
]);
export type DuplicateRequest = z.infer<typeof duplicateRequestSchema>;

/** The ways, as they are offered. */
export const duplicateWords: Readonly<Record<DuplicateWay, string>> = {
  size: 'at another size',
  colours: 'in another colour scheme',
  method: 'by another method',
};

/** Whether the map goes along as it is: at another size it has to be made anew. */
export const carriesMap = (as: DuplicateWay) => as !== 'size';

/**
 * The decisions of a work made from another one. The reference, the surface, the map and what was corrected by hand go
 * along; what was done at the table, checked and kept does not.
 */
export function duplicated(from: WorkDecisions, id: string, request: DuplicateRequest): WorkDecisions {
  const { fit, transfer, check, file } = from;
  return {
    ...from,
    title: request.title,
    demo: false,
    fit:
      request.as === 'size'
        ? { ...fit, widthMm: request.widthMm, heightMm: request.heightMm, proposed: null }
        : fit,
    transfer: {
      ...transfer,
      method: request.as === 'method' ? request.method : transfer.method,
      run: emptyRun,
      done: {},
      sittings: [],
      sittingSince: null,
      used: '',
      projected: null,
    },
    check: { ...check, rounds: [], photographs: [] },
    setAside: {},
    file: fileDecisionsSchema.parse({
      series: file.series,
      tags: file.tags,
      madeFrom: { id, title: from.title.slice(0, 200), as: request.as },
    }),
  };
}

/** What is to be looked at again, station by station, by the way a work was made from another one. */
const lookAgain: Readonly<Record<DuplicateWay, Partial<Record<Station, string>>>> = {
  size: {
    fit: 'Look at the margins, the grid and the landmarks again: they are as they were at the other size.',
    map: 'The map has to be made for this size. Your corrections are kept; the smallest shape, the pencil width and the minutes are those of the other size.',
    sheets: 'Nothing is printed at this size yet; the paper and the overlap are as they were.',
    transfer: 'Look at the method again: more or less line, and other sheets, may speak for another one.',
  },
  colours: {
    fit: 'Look at the colour of the ground again: lines have to show on it.',
    transfer:
      'Look at the colour of the backing or the sheet again, and try the line strength under the new colours.',
    sheets: 'The sheets of the other work fit: its tracing can be used again.',
  },
  method: {
    sheets: 'Look at what this method is traced from: it may want other sheets than those that were printed.',
    transfer: 'The steps, the order and the strengths are those of the new method; nothing is ticked off.',
  },
};

/** What a work made from another one asks to be looked at again, at a station. */
export function lookAgainNotes({ file }: Pick<WorkDecisions, 'file'>, station: Station): Note<never>[] {
  const { madeFrom } = file;
  const says = madeFrom && lookAgain[madeFrom.as][station];
  if (!says) return [];
  return [
    {
      id: `look-again-${madeFrom.as}-${station}`,
      weight: 'watch',
      says,
      why: `This work was made from “${madeFrom.title}”, ${duplicateWords[madeFrom.as]}. Set the note aside once you have looked.`,
      ways: [],
    },
  ];
}
