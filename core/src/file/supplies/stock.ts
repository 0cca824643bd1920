import { z } from 'zod';
import { surfaceKind, surfaceKindIds } from '../../fit/index.js';
import type { Note } from '../../notes/index.js';
import { supplyKindIds, usesCoatedSheet, type TransferMethod } from '../../transfer/index.js';
import { formatDate, formatSize, type LengthUnit, type SizeMm } from '../../units/index.js';
import type { FileDecisions } from '../decisions.js';
import { stockedSchema, supplyAmount, supplyKinds, type Stocked, type Supply } from './supply.js';
import type { SupplyUse, Taken } from './uses.js';

/** What planned works need of a kind. */
export const supplyNeedSchema = z.object({
  kind: z.enum(supplyKindIds),
  surface: z.enum(surfaceKindIds).optional(),
  /** As large as this at least, mm. */
  size: z.object({ widthMm: z.number().positive(), heightMm: z.number().positive() }).optional(),
  /** The supply that the works name. */
  supply: z.string().optional(),
  amount: z.number().min(0),
  /** Titles of the works that need it. */
  works: z.array(z.string()),
});
export type SupplyNeed = z.infer<typeof supplyNeedSchema>;

/** What is there, and what is needed. */
export const supplyBookSchema = z.object({ stock: z.array(stockedSchema), needs: z.array(supplyNeedSchema) });
export type SupplyBook = z.infer<typeof supplyBookSchema>;

/** Needs of several works, kind by kind. */
export function gatherNeeds(works: readonly { title: string; needs: readonly Taken[] }[]): SupplyNeed[] {
  const gathered = new Map<string, SupplyNeed>();
  for (const { title, needs } of works)
    for (const { amount, ...what } of needs) {
      const key = JSON.stringify([what.kind, what.surface, what.size, what.supply]);
      const now = gathered.get(key) ?? { ...what, amount: 0, works: [] };
      gathered.set(key, { ...now, amount: now.amount + amount, works: [...now.works, title] });
    }
  return [...gathered.values()];
}

/** What is looked for among supplies. */
type Wanted = { [K in keyof Taken]?: Taken[K] | undefined } & Pick<Taken, 'kind'>;

/** Whether a supply is what was used, or what is needed. What a work names serves it, whatever is noted of it. */
const serves = (supply: Supply, wanted: Wanted) =>
  supply.kind === wanted.kind &&
  (supply.id === wanted.supply ||
    ((wanted.paper === undefined || supply.paper === null || supply.paper === wanted.paper) &&
      (wanted.surface === undefined || supply.surface === null || supply.surface === wanted.surface) &&
      (wanted.size === undefined || piecesIn(supply, wanted.size) > 0)));

/** How many pieces of a size are cut from one of a supply, side by side; one where its own size is not known. */
function piecesIn({ widthMm, heightMm }: Supply, size: SizeMm | undefined): number {
  if (!size || widthMm === null || heightMm === null) return 1;
  const cut = (across: number, along: number) =>
    Math.floor(widthMm / across + 1e-9) * Math.floor(heightMm / along + 1e-9);
  return Math.max(cut(size.widthMm, size.heightMm), cut(size.heightMm, size.widthMm));
}

/** Pieces got from one of a supply; what a work names is taken whole where it is too small. */
const piecesFrom = (supply: Supply, { size }: Wanted) => Math.max(1, piecesIn(supply, size));

/**
 * What is left of every supply. Each use since a supply was counted is taken from the one its work names, then from the
 * first that serves, in the order they are given, and goes on to the next when that is used up; what no supply has is
 * told of the last. Small pieces are cut from a large one.
 */
export function stockOf(supplies: readonly Supply[], uses: readonly SupplyUse[]): Stocked[] {
  const used = supplies.map(() => 0);
  const beyond = supplies.map(() => 0);
  const isNamed = (k: number, { supply }: SupplyUse) => (supplies[k].id === supply ? 1 : 0);
  for (const use of [...uses].sort((a, b) => a.at.localeCompare(b.at))) {
    let amount = use.amount;
    let last = -1;
    const order = supplies.map((_, k) => k).sort((a, b) => isNamed(b, use) - isNamed(a, use));
    for (const k of order) {
      const supply = supplies[k];
      if (!serves(supply, use) || supply.countedAt > use.at) continue;
      last = k;
      const pieces = piecesFrom(supply, use);
      const taken = Math.min(amount / pieces, supply.counted - used[k]);
      used[k] += taken;
      amount -= pieces * taken;
    }
    if (last >= 0) beyond[last] += amount / piecesFrom(supplies[last], use);
  }
  return supplies.map((supply, k) => ({
    ...supply,
    used: used[k],
    left: supply.counted - used[k],
    beyond: beyond[k],
  }));
}

/** How much of each need is there: what is named first, then large pieces before small ones; nothing is counted twice. */
function dealtOut(stock: readonly Stocked[], needs: readonly SupplyNeed[]): number[] {
  const left = stock.map((supply) => supply.left);
  const got = needs.map(() => 0);
  const areaOf = ({ size }: SupplyNeed) => (size ? size.widthMm * size.heightMm : 0);
  const isNamed = ({ supply }: SupplyNeed) => (supply === undefined ? 0 : 1);
  const order = needs
    .map((need, k) => ({ need, k }))
    .sort((a, b) => isNamed(b.need) - isNamed(a.need) || areaOf(b.need) - areaOf(a.need));
  for (const { need, k } of order) {
    // One that was named but is no longer counted binds nobody.
    const isBound = stock.some(({ id }) => id === need.supply);
    stock.forEach((supply, i) => {
      if (isBound ? supply.id !== need.supply : !serves(supply, need)) return;
      const pieces = piecesFrom(supply, need);
      const taken = Math.min((need.amount - got[k]) / pieces, left[i]);
      got[k] += pieces * taken;
      left[i] -= taken;
    });
  }
  return got;
}

/** A line of the shopping list. */
export type ToBuy = { kind: Stocked['kind']; says: string; why: string };

/**
 * What is to be bought: what works in hand need beyond what is there, what has run low, and what is past its date.
 *
 * @param today as a day, such as 2026-11-28
 * @param unit what sizes are told in
 */
export function shoppingList(
  stock: readonly Stocked[],
  needs: readonly SupplyNeed[],
  today: string,
  unit: LengthUnit,
): ToBuy[] {
  const got = dealtOut(
    stock.filter((supply) => !isOutOfDate(supply, today)),
    needs,
  );
  const short = needs.flatMap((need, k): ToBuy[] => {
    const there = got[k];
    const missing = need.amount - there;
    if (missing <= 1e-6) return [];
    const { name, whole } = supplyKinds[need.kind];
    const called = stock.find(({ id }) => id === need.supply)?.name;
    const what = called ?? (need.surface === undefined ? name : capitalised(surfaceKind(need.surface).name));
    const size = need.size ? ` of ${formatSize(need.size.widthMm, need.size.heightMm, unit)}` : '';
    return [
      {
        kind: need.kind,
        says: `${what}${size}: ${supplyAmount(need.kind, whole ? Math.ceil(missing) : missing)}`,
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
  takes: FileDecisions['takes'],
): Note<never>[] {
  const all = stock.filter(({ kind }) => kind === 'transfer-sheet');
  const inHand = all.filter(({ id }) => id === takes['transfer-sheet']);
  const sheets = inHand.length > 0 ? inHand : all;
  if (!usesCoatedSheet(method) || sheets.length === 0) return [];
  const left = sheets.reduce((sum, sheet) => sum + sheet.left, 0);
  if (left >= metres) return [];
  return [
    {
      id: 'transfer-sheets-worn',
      weight: 'watch',
      says: `${inHand[0] ? `“${inHand[0].name}” marks` : 'The transfer sheets in the file mark'} another ${left.toFixed(1)} m of line; this drawing takes ${metres.toFixed(1)} m.`,
      why: 'Buy one before you begin, or count again under Supplies what there is.',
      ways: [],
    },
  ];
}
