import { formatDate } from '@nobrel/core/units';
import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import type { Calibration, SheetDecisions, SheetPage } from '@nobrel/core/sheets';
import { useCalibrationsQuery } from '../store/api/sheets.js';
import { useUnit } from '../store/hooks.js';
import { useWork } from '../store/use-work.js';
import type { HeldSheets, SheetsWorker } from './sheets-worker.js';

/** The sheets of the work on the bench: the last ones laid out while new ones are, or why there are none. */
export type LaidSheets = {
  laid: HeldSheets | null;
  fault: string | null;
  calibration: Calibration | null;
  laying: boolean;
};

/** What the worker said, and of which order. */
type Answer = Pick<LaidSheets, 'laid' | 'fault'> & { order: object | null };

let shared: Remote<SheetsWorker> | null = null;
function sheetsWorker(): Remote<SheetsWorker> {
  shared ??= wrap<SheetsWorker>(
    new Worker(new URL('./sheets-worker.ts', import.meta.url), { type: 'module' }),
  );
  return shared;
}

const calibrationGone = 'The calibration chosen was deleted. Choose another, or none, under More.';

/**
 * Lays out what the decisions ask for, in the worker, so that a wall of sheets does not hold up the page.
 *
 * @param sheets the same object while nothing about it changes
 */
export function useSheets(map: MapDocument, sheets: SheetDecisions): LaidSheets {
  const { decisions, pictures, printings, map: kept } = useWork();
  const unit = useUnit();
  const [date] = useState(() => formatDate(new Date()));
  const { data: calibrations } = useCalibrationsQuery();
  const calibration = calibrations?.find(({ id }) => id === sheets.calibration) ?? null;
  const gone = calibrations !== undefined && sheets.calibration !== null && calibration === null;
  const version = kept?.version ?? null;
  const order = useMemo(
    () => ({
      map,
      work: { decisions, pictures, printings },
      by: { date, unit, version },
      sheets,
      bend: calibration,
    }),
    [map, decisions, pictures, printings, date, unit, version, sheets, calibration],
  );
  const [answer, setAnswer] = useState<Answer>({ order: null, laid: null, fault: null });

  useEffect(() => void sheetsWorker().takeMap(map), [map]);
  useEffect(() => {
    if (gone) return undefined;
    let current = true;
    const take = (laid: HeldSheets | null, fault: string | null) => {
      if (current) setAnswer({ order, laid, fault });
    };
    const { work, by, sheets: wanted, bend } = order;
    sheetsWorker()
      .layOut({ work, by, sheets: wanted, bend })
      .then((told) => {
        // When nothing is told, a newer order answers for this one.
        if (told) take('fault' in told ? null : told, 'fault' in told ? told.fault : null);
      })
      .catch((error: unknown) =>
        take(null, error instanceof Error ? error.message : 'The sheets could not be laid out.'),
      );
    return () => {
      current = false;
    };
  }, [order, gone]);
  if (gone) return { laid: null, fault: calibrationGone, calibration: null, laying: false };
  const { laid, fault } = answer;
  return { laid, fault, calibration, laying: answer.order !== order };
}

/** Pages together with the sheets they are of. */
export type ShownPages = { laid: HeldSheets; first: number; pages: SheetPage[] };

/**
 * Some pages of the sheets laid out, one after the other; until they are built, the ones before.
 *
 * @param first index of the first page
 * @param count how many at most
 */
export function useSheetPages(laid: HeldSheets | null, first: number, count: number): ShownPages | null {
  const [shown, setShown] = useState<ShownPages | null>(null);
  useEffect(() => {
    if (!laid) return undefined;
    let current = true;
    const last = Math.min(first + count, laid.count);
    const indices = Array.from({ length: Math.max(0, last - first) }, (_, i) => first + i);
    void Promise.all(indices.map((index) => sheetsWorker().page(laid.held, index))).then((built) => {
      const pages = built.filter((page) => page !== null);
      // Sheets laid out since then answer for these.
      if (current && pages.length === indices.length) setShown({ laid, first, pages });
    });
    return () => {
      current = false;
    };
  }, [laid, first, count]);
  return laid && shown;
}
