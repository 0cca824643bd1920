import { z } from 'zod';
import { surfaceKindIds } from '../../fit/index.js';
import { printerPapers } from '../../sheets/index.js';
import { supplyKindIds, type SupplyKind } from '../../transfer/index.js';

/** What is known of a kind of supply: its words, what it is counted in, and what is noted of it. */
export type SupplyKindModule = {
  name: string;
  /** What one and many are called. */
  unit: string;
  units: string;
  /** Whether it is bought by the piece. */
  whole: boolean;
  /** Below this it is put on the shopping list. */
  usualLow: number;
  /** Which of the particulars it has. */
  notes: readonly Particular[];
};
export const particulars = ['size', 'paper', 'surface', 'weight', 'colour', 'waxFree', 'bestBefore'] as const;
export type Particular = (typeof particulars)[number];

/** Every kind there is. */
export const supplyKinds: Readonly<Record<SupplyKind, SupplyKindModule>> = {
  'transfer-sheet': {
    name: 'Transfer sheets',
    unit: 'm of line',
    units: 'm of line',
    whole: false,
    usualLow: 5,
    notes: ['size', 'colour', 'waxFree'],
  },
  'print-paper': {
    name: 'Printer paper',
    unit: 'sheet',
    units: 'sheets',
    whole: true,
    usualLow: 20,
    notes: ['paper', 'weight'],
  },
  paper: {
    name: 'Papers, boards and canvases',
    unit: 'piece',
    units: 'pieces',
    whole: true,
    usualLow: 1,
    notes: ['surface', 'size', 'weight'],
  },
  film: { name: 'Film', unit: 'sheet', units: 'sheets', whole: true, usualLow: 2, notes: ['size'] },
  stick: {
    name: 'Sticks and chalks',
    unit: 'stick',
    units: 'sticks',
    whole: true,
    usualLow: 1,
    notes: ['colour'],
  },
  pencil: {
    name: 'Pencils and leads',
    unit: 'lead',
    units: 'leads',
    whole: true,
    usualLow: 2,
    notes: ['colour'],
  },
  pounce: { name: 'Pounce powder', unit: 'g', units: 'g', whole: false, usualLow: 10, notes: ['colour'] },
  tape: { name: 'Tape', unit: 'm', units: 'm', whole: false, usualLow: 5, notes: [] },
  fixative: { name: 'Fixative', unit: 'can', units: 'cans', whole: true, usualLow: 1, notes: ['bestBefore'] },
};

const side = z.number().min(10).max(20_000).nullable().default(null);

/** A supply as it was counted. What is left of it follows from what was used since. */
export const newSupplySchema = z.object({
  kind: z.enum(supplyKindIds),
  name: z.string().trim().min(1, 'A supply needs a name.').max(120),
  /** In the unit of its kind. */
  counted: z
    .number()
    .min(0, 'A stock cannot be negative. Count what is there, and type that.')
    .max(100_000, 'That is more than anybody keeps. Count it in its own unit.'),
  /** From which on it is bought anew. */
  low: z.number().min(0).max(100_000),
  widthMm: side,
  heightMm: side,
  paper: z.enum(printerPapers).nullable().default(null),
  surface: z.enum(surfaceKindIds).nullable().default(null),
  gramsPerM2: z.number().min(10).max(2000).nullable().default(null),
  colour: z.string().max(60).default(''),
  waxFree: z.boolean().nullable().default(null),
  bestBefore: z.iso.date().nullable().default(null),
});
export type NewSupply = z.infer<typeof newSupplySchema>;

export const supplySchema = newSupplySchema.extend({
  id: z.string(),
  countedAt: z.iso.datetime(),
  /** Goes up with every change. */
  revision: z.int().min(1),
});
export type Supply = z.infer<typeof supplySchema>;

/** A change of a supply, made from a known revision. A new count counts from now on. */
export const supplyChangeSchema = z.object({
  revision: z.int().min(1),
  change: newSupplySchema.omit({ kind: true }).partial(),
});
export type SupplyChange = z.infer<typeof supplyChangeSchema>;

/** More supplies than this are not kept a count of. */
export const maxSupplies = 500;

/** A supply with what is left of it. */
export const stockedSchema = supplySchema.extend({
  /** Used since it was counted. */
  used: z.number().min(0),
  left: z.number().min(0),
  /** Used beyond what was counted: somebody should count again. */
  beyond: z.number().min(0),
});
export type Stocked = z.infer<typeof stockedSchema>;

/** An amount of a kind with its unit: `3 sheets`, `4.5 m of line`. */
export function supplyAmount(kind: SupplyKind, amount: number): string {
  const rounded = amount >= 10 ? Math.round(amount) : Math.round(10 * amount) / 10;
  return `${rounded} ${rounded === 1 ? supplyKinds[kind].unit : supplyKinds[kind].units}`;
}
