import { surfaceKind, type SurfaceKindId } from '../../fit/index.js';
import { isTiled, type SheetDecisions } from '../../sheets/index.js';
import {
  amountOf,
  transferMethods,
  type SupplyKind,
  type SupplyMeasures,
  type TransferDecisions,
} from '../../transfer/index.js';
import { sheetsToJoin } from '../sheets-to-join.js';
import type { MapSummary, Printing, WorkDecisions } from '../work.js';

/** Something that was used up, and when. */
export type SupplyUse = {
  at: string;
  kind: SupplyKind;
  amount: number;
  /** What it was printed on, or drawn on: only such a supply is used. */
  paper?: SheetDecisions['paper'];
  surface?: SurfaceKindId;
};

/** What uses are read off. */
export type UsedBy = {
  decisions: Pick<WorkDecisions, 'fit' | 'transfer' | 'file'>;
  map: Pick<MapSummary, 'metres'> | null;
  printings: readonly Printing[];
};

/** What a whole work takes by its method, in the units of the kinds; printed sheets apart, which are counted as printed. */
export function takenBy({ decisions: { fit, transfer }, map, printings }: UsedBy): Map<SupplyKind, number> {
  return amountsBy(transfer, {
    metres: map?.metres ?? 0,
    areaM2: (fit.widthMm * fit.heightMm) / 1e6,
    sheets: Math.max(1, sheetsToJoin({ printings: [...printings] }).count),
    // A transfer sheet is counted in metres it still marks.
    sheetLifeMetres: 1,
  });
}

function amountsBy({ method }: Pick<TransferDecisions, 'method'>, measures: SupplyMeasures) {
  const amounts = new Map<SupplyKind, number>();
  for (const supply of transferMethods[method].supplies) {
    if (supply.kind === undefined || supply.kind === 'print-paper') continue;
    amounts.set(supply.kind, (amounts.get(supply.kind) ?? 0) + amountOf(supply, measures));
  }
  return amounts;
}

/**
 * What a work used up: paper as it was printed on; the rest by the share of its line that each sitting traced, all of it
 * with the transfer where lines were not counted; and the surface when its first line was traced.
 */
export function usesOf(work: UsedBy): SupplyUse[] {
  const { decisions, map, printings } = work;
  const { transfer, fit, file } = decisions;
  const printed = printings.map(({ printedAt, pages, decisions: { paper } }) => ({
    at: printedAt,
    kind: 'print-paper' as const,
    amount: pages,
    paper,
  }));
  const whole = takenBy(work);
  const shares = sharesTraced(transfer, map?.metres ?? 0, file.transferredAt);
  const traced = shares.flatMap(({ at, share }) =>
    [...whole].map(([kind, amount]) => ({ at, kind, amount: share * amount })),
  );
  const [first] = shares;
  const surface =
    first && surfaceKind(fit.kind).isCut
      ? [{ at: first.at, kind: 'paper' as const, amount: 1, surface: fit.kind }]
      : [];
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
export function needsOf(work: UsedBy): { kind: SupplyKind; amount: number; surface?: SurfaceKindId }[] {
  const { fit, file } = work.decisions;
  if (file.transferredAt !== null || file.drawer !== 'in-hand') return [];
  const uses = usesOf(work);
  const used = (kind: SupplyKind) => uses.reduce((sum, use) => sum + (use.kind === kind ? use.amount : 0), 0);
  const methodNeeds = [...takenBy(work)].map(([kind, amount]) => ({ kind, amount: amount - used(kind) }));
  const isPrinted =
    work.printings.length > 0 ||
    !transferMethods[work.decisions.transfer.method].sheets.some((kind) => isTiled(kind));
  return [
    ...methodNeeds,
    { kind: 'print-paper' as const, amount: isPrinted ? 0 : 1 },
    ...(surfaceKind(fit.kind).isCut
      ? [{ kind: 'paper' as const, amount: 1 - used('paper'), surface: fit.kind }]
      : []),
  ].filter(({ amount }) => amount > 0);
}
