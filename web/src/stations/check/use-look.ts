import { LRUCache } from 'lru-cache';
import { useEffect, useEffectEvent, useState } from 'react';
import { cornersByPoints, type ErrorLimits, type KnownPoint, type Round } from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { constructionLines, findFitFault, layOut } from '@nobrel/core/fit';
import type { StoredPicture } from '@nobrel/core/file';
import type { Quad } from '@nobrel/core/geometry';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { messageOf } from '../../store/api/base.js';
import { useWork } from '../../store/use-work.js';
import { checkPhotograph, type Checked } from '../../workers/in-check-worker.js';

/** Photographs looked at lately, so that going from round to round and back is quick. */
const looked = new LRUCache<string, Checked>({ max: 4 });

type Outcome = { key: string; checked: Checked | null; fault: string | null };

/** Where the surface lies on a photograph: found where nothing is given. */
export type Placing = { corners: Quad | null; points: readonly KnownPoint[] | null };
export const foundByItself: Placing = { corners: null, points: null };

/** Looks at a photograph; null is answered when it was stopped. */
export type Look = (picture: StoredPicture, placing: Placing, stop: AbortSignal) => Promise<Checked | null>;

/** How photographs are held against the map, and what was found in that of the round in view. */
export function useLook(
  map: MapDocument,
  round: Round | null,
  picture: StoredPicture | null,
  { toleranceMm }: ErrorLimits,
) {
  const { id, map: kept, decisions } = useWork();
  const { of } = decisions.check;
  const { fit } = decisions;
  const { preparation } = useMainPicture();
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [stoppedAt, setStoppedAt] = useState<string | null>(null);
  const keyOf = (hash: string, { corners, points }: Placing) =>
    JSON.stringify([id, hash, corners, points, toleranceMm, of, fit.grid, fit.guides, kept?.madeAt]);
  const look: Look = async ({ hash, width, height }, placing, stop) => {
    const key = keyOf(hash, placing);
    const known = looked.get(key);
    if (known) return known;
    const size = { widthMm: map.surface.width, heightMm: map.surface.height };
    const corners = placing.points ? cornersByPoints(placing.points, size) : placing.corners;
    const byPoints = placing.points !== null;
    const checked = await checkPhotograph(
      {
        picture: { hash, width, height },
        map,
        corners,
        byPoints,
        toleranceMm,
        construction: findFitFault(fit) ? [] : constructionLines(layOut(preparation, fit).drawing, fit),
        of,
      },
      stop,
    );
    if (checked) looked.set(key, checked);
    return checked;
  };
  // The round in view is looked at when nothing is known of it: after a reload, or with another tolerance.
  const wanted = round?.figures && picture ? keyOf(picture.hash, round) : null;
  const lookAtRound = useEffectEvent((key: string, stop: AbortSignal): Promise<Outcome> => {
    if (!picture) return Promise.resolve({ key, checked: null, fault: null });
    return look(picture, round ?? foundByItself, stop).then(
      (checked) => ({ key, checked, fault: null }),
      (error: unknown) => ({ key, checked: null, fault: messageOf(error) }),
    );
  });
  useEffect(() => {
    if (wanted === null || stoppedAt === wanted) return undefined;
    const stopper = new AbortController();
    void lookAtRound(wanted, stopper.signal).then((looked) => {
      if (!stopper.signal.aborted) setOutcome(looked);
    });
    return () => stopper.abort();
  }, [wanted, stoppedAt]);
  const isThere = wanted !== null && outcome?.key === wanted;
  return {
    look,
    checked: isThere ? outcome.checked : null,
    fault: isThere ? outcome.fault : null,
    /** True while the round in view is looked at. */
    looking: wanted !== null && !isThere && stoppedAt !== wanted,
    stopLooking: () => setStoppedAt(wanted),
    /** Looks at the round in view after all, where that was stopped; null where it was not. */
    goOnLooking: wanted !== null && !isThere && stoppedAt === wanted ? () => setStoppedAt(null) : null,
  };
}
