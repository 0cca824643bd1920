import { z } from 'zod';

export const sheetKinds = ['outline', 'mirrored'] as const;
export type SheetKind = (typeof sheetKinds)[number];

/** Papers a home or office printer takes, by their id in `units`. */
export const printerPapers = ['a4', 'a3', 'letter', 'tabloid'] as const;

/** How the map is printed. */
export const sheetDecisionsSchema = z.object({
  kind: z.enum(sheetKinds),
  paper: z.enum(printerPapers),
  /** How far neighbouring sheets overlap, mm. */
  overlapMm: z.number().min(0).max(100),
  /** Rim the printer cannot reach, mm. */
  marginMm: z.number().min(0).max(50),
});
export type SheetDecisions = z.infer<typeof sheetDecisionsSchema>;

export const defaultSheetDecisions: SheetDecisions = {
  kind: 'outline',
  paper: 'a4',
  overlapMm: 10,
  marginMm: 5,
};
