import { z } from 'zod';
import { surfaceKind, surfaceKindIds } from '../fit/index.js';
import { transferMethodIds, transferMethodNames } from '../transfer/index.js';
import type { Card, DamagedCard } from './card.js';
import { drawers, drawerWords } from './drawers.js';
import { standingIds, standings } from './progress.js';

/** What works can be put in order by. */
export const workOrders = ['changed', 'title', 'size', 'ready', 'minutes'] as const;
export type WorkOrder = (typeof workOrders)[number];

/** What the flat file is asked for; what is not said holds everything. */
export const wantedWorksSchema = z.object({
  words: z.string().max(200).default(''),
  drawer: z
    .enum([...drawers, 'all'])
    .catch('all')
    .default('all'),
  stage: z.enum(standingIds).nullable().catch(null).default(null),
  surface: z.enum(surfaceKindIds).nullable().catch(null).default(null),
  method: z.enum(transferMethodIds).nullable().catch(null).default(null),
  tag: z.string().max(40).nullable().default(null),
  /** A side at least, and at most, so long, mm. */
  minMm: z.coerce.number().min(0).nullable().catch(null).default(null),
  maxMm: z.coerce.number().min(0).nullable().catch(null).default(null),
  /** Changed on or after this day, and on or before that. */
  from: z.iso.date().nullable().catch(null).default(null),
  to: z.iso.date().nullable().catch(null).default(null),
  order: z.enum(workOrders).catch('changed').default('changed'),
  bySeries: z.stringbool().catch(false).default(false),
});
export type WantedWorks = z.infer<typeof wantedWorksSchema>;

export const everyWork: WantedWorks = wantedWorksSchema.parse({});

type Listed = Card | DamagedCard;

/** Letters without accents, in lower case, so that words are found however they are written. */
const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** All that a card can be found by. */
function foundBy(card: Listed): string {
  if ('damaged' in card) return plain(card.title);
  const { title, series, tags, words, surface, method, standing, drawer } = card;
  return plain(
    [
      title,
      series,
      tags.join(' '),
      words,
      surfaceKind(surface).name,
      transferMethodNames[method],
      standings[standing].stage,
      drawerWords[drawer],
    ].join(' '),
  );
}

/** Kept with the card itself, so that typing does not read everything again. */
const foundByKept = new WeakMap<Listed, string>();
function foundByOf(card: Listed): string {
  const kept = foundByKept.get(card) ?? foundBy(card);
  foundByKept.set(card, kept);
  return kept;
}

/**
 * The works that are wanted, in the order that is. Every word must be found, anywhere in the work. What is damaged is
 * always listed unless words leave it out, so that it is not overlooked.
 */
export function findWorks(works: readonly Listed[], wanted: WantedWorks): Listed[] {
  const words = plain(wanted.words).split(/\s+/).filter(Boolean);
  return works
    .filter((card) => words.every((word) => foundByOf(card).includes(word)))
    .filter((card) => 'damaged' in card || isWanted(card, wanted))
    .sort(comparisons[wanted.order]);
}

function isWanted(card: Card, { drawer, stage, surface, method, tag, minMm, maxMm, from, to }: WantedWorks) {
  const longest = Math.max(card.widthMm, card.heightMm);
  const day = card.changedAt.slice(0, 10);
  return (
    (drawer === 'all' || card.drawer === drawer) &&
    (stage === null || card.standing === stage) &&
    (surface === null || card.surface === surface) &&
    (method === null || card.method === method) &&
    (tag === null || card.tags.includes(tag)) &&
    (minMm === null || longest >= minMm) &&
    (maxMm === null || longest <= maxMm) &&
    (from === null || day >= from) &&
    (to === null || day <= to)
  );
}

type Comparison = (a: Listed, b: Listed) => number;
const lastChanged: Comparison = (a, b) => b.changedAt.localeCompare(a.changedAt);
/** By a figure or a word of the card; what has none comes last, and what is alike in the order of change. */
const by =
  (of: (card: Card) => number | string | null): Comparison =>
  (a, b) => {
    const one = 'damaged' in a ? null : of(a);
    const other = 'damaged' in b ? null : of(b);
    if (one === other) return lastChanged(a, b);
    if (one === null || other === null) return one === null ? 1 : -1;
    return typeof one === 'string' ? one.localeCompare(String(other)) : one - Number(other);
  };
const comparisons: Readonly<Record<WorkOrder, Comparison>> = {
  changed: lastChanged,
  title: (a, b) => a.title.localeCompare(b.title) || lastChanged(a, b),
  size: by(({ widthMm, heightMm }) => -widthMm * heightMm),
  ready: by(({ readyBy }) => readyBy),
  minutes: by(({ map }) => (map ? map.minutes : null)),
};

/** Works in groups that belong together, in the order their first work stands in; those of no series last. */
export function groupBySeries(works: readonly Listed[]): { series: string; works: Listed[] }[] {
  const groups = new Map<string, Listed[]>();
  for (const work of works) {
    const series = 'damaged' in work ? '' : work.series;
    const group = groups.get(series);
    if (group) group.push(work);
    else groups.set(series, [work]);
  }
  const alone = groups.get('');
  groups.delete('');
  const named = [...groups].map(([series, of]) => ({ series, works: of }));
  return alone ? [...named, { series: '', works: alone }] : named;
}
