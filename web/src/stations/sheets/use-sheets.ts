import { useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { sheetSourceOf } from '@nobrel/core/file';
import {
  makeSheets,
  SheetError,
  type Calibration,
  type SheetDecisions,
  type SheetSet,
} from '@nobrel/core/sheets';
import { useCalibrationsQuery } from '../../store/api.js';
import { useUnit, useWork } from '../../store/hooks.js';

/** The sheets of the work on the bench, or the sentence that says why there are none. */
export type LaidSheets = { set: SheetSet | null; fault: string | null; calibration: Calibration | null };

/** Lays out what the decisions ask for. */
export function useSheets(map: MapDocument, decisions: SheetDecisions): LaidSheets {
  const work = useWork();
  const unit = useUnit();
  const [date] = useState(() => new Date().toISOString().slice(0, 10));
  const { data: calibrations } = useCalibrationsQuery();
  const calibration = calibrations?.find(({ id }) => id === decisions.calibration) ?? null;
  const gone = calibrations !== undefined && decisions.calibration !== null && calibration === null;
  const version = work.map?.version ?? null;
  const { decisions: all, pictures, printings } = work;
  const source = useMemo(
    () => sheetSourceOf({ decisions: all, pictures, printings }, map, { date, unit, version }),
    [all, pictures, printings, map, date, unit, version],
  );
  return useMemo(() => {
    if (gone)
      return {
        set: null,
        fault: 'The calibration chosen was taken out. Choose another, or none, under More.',
        calibration: null,
      };
    try {
      const set = makeSheets(source, decisions, calibration ? { bend: calibration } : {});
      return { set, fault: null, calibration };
    } catch (error) {
      if (error instanceof SheetError) return { set: null, fault: error.message, calibration };
      throw error;
    }
  }, [source, decisions, calibration, gone]);
}
