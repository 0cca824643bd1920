import { z } from 'zod';
import { surfaceKind, surfaceKindIds } from '../../fit/index.js';
import type { Note } from '../../notes/index.js';
import { supplyKindIds, usesCoatedSheet, type TransferMethod } from '../../transfer/index.js';
import { formatDate } from '../../units/index.js';
import { stockedSchema, supplyAmount, supplyKinds, type Stocked, type Supply } from './supply.js';
import type { SupplyUse } from './uses.js';

/** What planned works need of a kind. */
export const supplyNeedSchema = z.object({
  kind: z.enum(supplyKindIds),
  surface: z.enum(surfaceKindIds).optional(),
  amount: z.number().min(0),
  /** Titles of the works that need it. */
  works: z.array(z.string()),
});
export type SupplyNeed = z.infer<typeof supplyNeedSchema>;

/** What is there, and what is needed. */
export const supplyBookSchema = z.object({ stock: z.array(stockedSchema), needs: z.array(supplyNeedSchema) });
export type SupplyBook = z.infer<typeof supplyBookSchema>;

/** Needs of several works, kind by kind. */
export function gatherNeeds(
  works: readonly { title: string; needs: readonly Omit<SupplyNeed, 'works'>[] }[],
): SupplyNeed[] {
  const gathered = new Map<string, SupplyNeed>();
  for (const { title, needs } of works)
    for (const { kind, surface, amount } of needs) {
      const key = `${kind} ${surface ?? ''}`;
      const now = gathered.get(key) ?? { kind, ...(surface ? { surface } : {}), amount: 0, works: [] };
      gathered.set(key, { ...now, amount: now.amount + amount, works: [...now.works, title] });
    }
  return [...gathered.values()];
}

/** Whether a supply is what was used, or what is needed. */
const serves = (
  supply: Supply,
  wanted: { kind: SupplyUse['kind']; paper?: SupplyUse['paper']; surface?: SupplyUse['surface'] | undefined },
) =>
  supply.kind === wanted.kind &&
  (wanted.paper === undefined || supply.paper === null || supply.paper === wanted.paper) &&
  (wanted.surface === undefined || supply.surface === null || supply.surface === wanted.surface);

/**
 * What is left of every supply. Each use since a supply was counted is taken from the first that serves, in the order
 * they are given, and goes on to the next when that is used up; what no supply has is told of the last.
 */
export function stockOf(supplies: readonly Supply[], uses: readonly SupplyUse[]): Stocked[] {
  const used = supplies.map(() => 0);
  const beyond = supplies.map(() => 0);
  for (const use of [...uses].sort((a, b) => a.at.localeCompare(b.at))) {
    let amount = use.amount;
    let last = -1;
    supplies.forEach((supply, k) => {
      if (!serves(supply, use) || supply.countedAt > use.at) return;
      last = k;
      const taken = Math.min(amount, supply.counted - used[k]);
      used[k] += taken;
      amount -= taken;
    });
    if (last >= 0) beyond[last] += amount;
  }
  return supplies.map((supply, k) => ({
    ...supply,
    used: used[k],
    left: supply.counted - used[k],
    beyond: beyond[k],
  }));
}

/** A line of the shopping list. */
export type ToBuy = { kind: Stocked['kind']; says: string; why: string };

/**
 * What is to be bought: what works in hand need beyond what is there, what has run low, and what is past its date.
 *
 * @param today as a day, such as 2026-11-28
 */
export function shoppingList(
  stock: readonly Stocked[],
  needs: readonly SupplyNeed[],
  today: string,
): ToBuy[] {
  const short = needs.flatMap((need): ToBuy[] => {
    const there = stock
      .filter((supply) => serves(supply, need) && !isOutOfDate(supply, today))
      .reduce((sum, { left }) => sum + left, 0);
    const missing = need.amount - there;
    if (missing <= 1e-6) return [];
    const { name, whole } = supplyKinds[need.kind];
    const what = need.surface === undefined ? name : capitalised(surfaceKind(need.surface).name);
    return [
      {
        kind: need.kind,
        says: `${what}: ${supplyAmount(need.kind, whole ? Math.ceil(missing) : missing)}`,
        why: `${titlesOf(need.works)} ${need.works.length === 1 ? 'needs' : 'need'} ${supplyAmount(need.kind, need.amount)}; ${supplyAmount(need.kind, there)} there`,
      },
    ];
  });
  const low = stock.flatMap((supply): ToBuy[] => {
    const { kind, name, left } = supply;
    if (isOutOfDate(supply, today))
      return [{ kind, says: name, why: `past its date, ${formatDate(supply.bestBefore ?? today)}` }];
    const isShort = short.some((each) => each.kind === kind);
    if (left >= supply.low || isShort) return [];
    return [{ kind, says: name, why: `${supplyAmount(kind, left)} left` }];
  });
  return [...short, ...low];
}

const capitalised = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** More titles than this are counted rather than named. */
const maxTitles = 3;
function titlesOf(works: readonly string[]): string {
  const named = works
    .slice(0, maxTitles)
    .map((title) => `“${title}”`)
    .join(', ');
  return works.length > maxTitles ? `${named} and ${works.length - maxTitles} more` : named;
}

const isOutOfDate = ({ bestBefore }: Stocked, today: string) => bestBefore !== null && bestBefore < today;

/** Says when the transfer sheet in hand will be worn before a drawing is done. */
export function wornSheetNotes(
  stock: readonly Stocked[],
  method: TransferMethod,
  metres: number,
): Note<never>[] {
  const sheets = stock.filter(({ kind }) => kind === 'transfer-sheet');
  if (!usesCoatedSheet(method) || sheets.length === 0) return [];
  const left = sheets.reduce((sum, sheet) => sum + sheet.left, 0);
  if (left >= metres) return [];
  return [
    {
      id: 'transfer-sheets-worn',
      weight: 'watch',
      says: `The transfer sheets in the file mark another ${left.toFixed(1)} m of line; this drawing takes ${metres.toFixed(1)} m.`,
      why: 'Buy one before you begin, or count again under Supplies what there is.',
      ways: [],
    },
  ];
}
