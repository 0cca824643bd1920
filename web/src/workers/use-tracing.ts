import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import {
  coatedSheetOf,
  orderFault,
  ownShares,
  plannedPositions,
  type TracingOptions,
  type TracingPlan,
} from '@nobrel/core/transfer';
import { surfaceOf } from '@nobrel/core/fit';
import { useOwnSpeeds } from '../bench/use-estimate.js';
import { useDecisions } from '../store/use-work.js';
import type { TracingWorker } from './tracing-worker.js';

let begun: Remote<TracingWorker> | null = null;

/** The worker that plans tracings; it is begun when it is first asked. */
export function tracingWorker(): Remote<TracingWorker> {
  begun ??= wrap<TracingWorker>(
    new Worker(new URL('./tracing-worker.ts', import.meta.url), { type: 'module' }),
  );
  return begun;
}

/** What the order of tracing follows from. */
export function useTracingOptions(map: MapDocument | undefined): TracingOptions {
  const transfer = useDecisions('transfer');
  const { school, hand, material, method, stretchMinutes, coated, coatedMm, focus } = transfer;
  const { projection, pictureWidthMm, overlapPercent, pixelsAcross, pixelsDown } = transfer;
  const { mmPerSecond, secondsPerLift } = useDecisions('map');
  const own = useOwnSpeeds();
  const { tooth } = surfaceOf(useDecisions('fit'));
  const ownShare = ownShares({ method, tooth }, own).tracing;
  return useMemo(
    () => ({
      school,
      hand,
      material,
      method,
      stretchMinutes,
      speed: { mmPerSecond, secondsPerLift },
      ownShare,
      focus: focus && map ? { x: focus.x * map.surface.width, y: focus.y * map.surface.height } : null,
      sheet: coatedSheetOf({ method, coated, coatedMm }),
      positions: map
        ? plannedPositions(
            { method, projection, pictureWidthMm, overlapPercent, pixelsAcross, pixelsDown },
            map.surface,
          )
        : null,
    }),
    [
      school,
      hand,
      material,
      method,
      stretchMinutes,
      mmPerSecond,
      secondsPerLift,
      ownShare,
      coated,
      coatedMm,
      projection,
      pictureWidthMm,
      overlapPercent,
      pixelsAcross,
      pixelsDown,
      focus,
      map,
    ],
  );
}

/** Whether a map is there that can be put in order. */
export const canBeOrdered = (map: MapDocument | undefined): map is MapDocument =>
  map !== undefined && orderFault(map) === null;

/** The plan that was kept last: going from the station to the run and back asks for no other. */
let lastKept: { map: MapDocument; options: string; plan: TracingPlan } | null = null;

function planKept(map: MapDocument | undefined, options: TracingOptions): TracingPlan | null {
  return lastKept && lastKept.map === map && lastKept.options === JSON.stringify(options)
    ? lastKept.plan
    : null;
}

/**
 * The plan of a tracing: quickly first, then as it is kept.
 *
 * @returns the plan, and whether it is the one that is kept; null until there is one
 */
export function useTracing(map: MapDocument | undefined): { plan: TracingPlan; kept: boolean } | null {
  const options = useTracingOptions(map);
  const [planned, setPlanned] = useState<{
    map: MapDocument;
    options: TracingOptions;
    plan: TracingPlan;
    kept: boolean;
  } | null>(null);
  useEffect(() => {
    if (!canBeOrdered(map) || planKept(map, options)) return undefined;
    let wanted = true;
    const take = async () => {
      for (const care of ['quick', 'thorough'] as const) {
        const plan = await tracingWorker().plan(map, { ...options, care });
        if (care === 'thorough') lastKept = { map, options: JSON.stringify(options), plan };
        if (!wanted) return;
        setPlanned({ map, options, plan, kept: care === 'thorough' });
      }
    };
    void take();
    return () => {
      wanted = false;
    };
  }, [map, options]);
  const kept = planKept(map, options);
  if (kept) return { plan: kept, kept: true };
  return planned && planned.map === map && planned.options === options ? planned : null;
}
