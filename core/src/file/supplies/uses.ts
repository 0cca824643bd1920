import { surfaceKind, type SurfaceKindId } from '../../fit/index.js';
import { isTiled, type SheetDecisions } from '../../sheets/index.js';
import { amountOf, transferMethods, type SupplyKind, type TransferDecisions } from '../../transfer/index.js';
import type { SizeMm } from '../../units/index.js';
import { sheetsToJoin } from '../sheets-to-join.js';
import type { MapSummary } from '../map-summary.js';
import type { Printing, WorkDecisions } from '../work.js';

/** Something that was used up, and when. */
export type SupplyUse = {
  at: string;
  kind: SupplyKind;
  amount: number;
  /** What it was printed on, or drawn on: only such a supply is used. */
  paper?: SheetDecisions['paper'];
  surface?: SurfaceKindId;
  /** As large as this at least: what is larger is cut. */
  size?: SizeMm;
  /** The supply that was taken, where the work names one. */
  supply?: string;
};

/** What uses are read off. */
export type UsedBy = {
  decisions: Pick<WorkDecisions, 'fit' | 'transfer' | 'file'>;
  map: Pick<MapSummary, 'metres'> | null;
  printings: readonly Printing[];
};

/** Something a whole work takes. */
export type Taken = Omit<SupplyUse, 'at'>;

/** What a whole work takes by its method, in the units of the kinds; printed sheets apart, which are counted as printed. */
export function takenBy({ decisions: { fit, transfer, file }, map, printings }: UsedBy): Taken[] {
  const measures = {
    metres: map?.metres ?? 0,
    areaM2: (fit.widthMm * fit.heightMm) / 1e6,
    sheets: Math.max(1, sheetsToJoin({ printings: [...printings] }).count),
    // A transfer sheet is counted in metres it still marks.
    sheetLifeMetres: 1,
  };
  const taken = new Map<SupplyKind, Taken>();
  for (const supply of transferMethods[transfer.method].supplies) {
    const { kind, asSurface } = supply;
    if (kind === undefined || kind === 'print-paper') continue;
    const amount = (taken.get(kind)?.amount ?? 0) + (asSurface ? 1 : amountOf(supply, measures));
    taken.set(kind, { kind, amount, ...(asSurface && { size: sizeOf(fit) }), ...named(kind, file) });
  }
  return [...taken.values()];
}

const sizeOf = ({ widthMm, heightMm }: SizeMm): SizeMm => ({ widthMm, heightMm });

/** The supply of a kind that a work names, if it does. */
const named = (kind: SupplyKind, { takes }: Pick<WorkDecisions['file'], 'takes'>) => {
  const supply = takes[kind];
  return supply === undefined ? {} : { supply };
};

/** The surface itself, where it is cut from what is counted. */
function surfaceTaken({ fit, file }: UsedBy['decisions']): Taken[] {
  if (!surfaceKind(fit.kind).isCut) return [];
  return [{ kind: 'paper', amount: 1, surface: fit.kind, size: sizeOf(fit), ...named('paper', file) }];
}

/** Everything a work takes from what is counted: by its method, its surface, and the paper it is printed on. */
export const takenFor = (work: UsedBy): Taken[] => [
  ...takenBy(work),
  ...surfaceTaken(work.decisions),
  { kind: 'print-paper', amount: 1 },
];

/**
 * What a work used up: paper as it was printed on; the rest by the share of its line that each sitting traced, all of it
 * with the transfer where lines were not counted; and the surface when its first line was traced.
 */
export function usesOf(work: UsedBy): SupplyUse[] {
  const { decisions, map, printings } = work;
  const { transfer, file } = decisions;
  const printed = printings.map(({ printedAt, pages, decisions: { paper } }) => ({
    at: printedAt,
    kind: 'print-paper' as const,
    amount: pages,
    paper,
    ...named('print-paper', file),
  }));
  const whole = takenBy(work);
  const shares = sharesTraced(transfer, map?.metres ?? 0, file.transferredAt);
  const traced = shares.flatMap(({ at, share }) =>
    whole.map((taken) => ({ ...taken, at, amount: share * taken.amount })),
  );
  const [first] = shares;
  const surface = first ? surfaceTaken(decisions).map((taken) => ({ ...taken, at: first.at })) : [];
  return [...printed, ...traced, ...surface].filter(({ amount }) => amount > 0);
}

/** Which share of the line was traced when. */
function sharesTraced(
  { sittings, run }: TransferDecisions,
  metres: number,
  transferredAt: string | null,
): { at: string; share: number }[] {
  const counted = sittings.some(({ traced }) => (traced ?? 0) > 0);
  if (!counted) return transferredAt === null ? [] : [{ at: transferredAt, share: 1 }];
  let from = 0;
  return sittings.flatMap(({ startedAt, traced }) => {
    const lines = run.traced.slice(from, traced ?? from);
    from = Math.max(from, traced ?? from);
    const traces = lines.reduce((sum, { lengthMm }) => sum + lengthMm, 0) / 1000;
    return traces > 0 && metres > 0 ? [{ at: startedAt, share: Math.min(1, traces / metres) }] : [];
  });
}

/** What a work in hand will still use up. */
export function needsOf(work: UsedBy): Taken[] {
  const { file } = work.decisions;
  if (file.transferredAt !== null || file.drawer !== 'in-hand') return [];
  const uses = usesOf(work);
  const used = (kind: SupplyKind) => uses.reduce((sum, use) => sum + (use.kind === kind ? use.amount : 0), 0);
  const isPrinted =
    work.printings.length > 0 ||
    !transferMethods[work.decisions.transfer.method].sheets.some((kind) => isTiled(kind));
  return [
    ...[...takenBy(work), ...surfaceTaken(work.decisions)].map((taken) => ({
      ...taken,
      amount: taken.amount - used(taken.kind),
    })),
    { kind: 'print-paper' as const, amount: isPrinted ? 0 : 1, ...named('print-paper', file) },
  ].filter(({ amount }) => amount > 0);
}
