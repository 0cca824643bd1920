import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { CorrectedSheet } from '@nobrel/core/check';
import type { PrintedBy, StoredPicture, Work } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { messageOf } from '../../../store/api/base.js';
import { useUnit } from '../../../store/hooks.js';
import { useWork } from '../../../store/use-work.js';
import { readCorrections } from '../../../workers/in-check-worker.js';
import { useBenchMap } from '../bench-map.js';

/** A change drawn on a sheet: a line that is new, or the id of one that was struck out. */
export type PaperChange = { key: string } & (
  { does: 'added'; line: CorrectedSheet['added'][number] } | { does: 'struck'; id: string }
);

/** A sheet that was read, and which of its changes are not wanted. */
export type SheetRead = { sheet: CorrectedSheet; changes: PaperChange[]; left: ReadonlySet<string> };

/** The map as it is printed: what sheets are made of. */
export function usePrintedMap() {
  const { decisions, pictures, printings } = useWork();
  const unit = useUnit();
  const { map } = useBenchMap();
  const work: Pick<Work, 'decisions' | 'pictures' | 'printings'> = { decisions, pictures, printings };
  const by = (): PrintedBy => ({ date: formatDate(new Date()), unit, version: null });
  return { map, work, by };
}

/** The sheet that was read last stands in the address, so that a reload, or another tool, does not lose it. */
function useSheetInAddress(): [string | null, (hash: string | null) => void] {
  const [params, setParams] = useSearchParams();
  const named = params.get('sheet');
  const name = (hash: string | null) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (hash === null) next.delete('sheet');
        else next.set('sheet', hash);
        return next;
      },
      { replace: true },
    );
  return [named !== null && isHash.test(named) ? named : null, name];
}

const isHash = /^[0-9a-f]{64}$/;

/** Reading a sheet that was corrected on paper, and choosing which changes to take. */
export function useCorrectedSheet() {
  const { map, work, by } = usePrintedMap();
  const { provisional } = useBenchMap();
  const [inAddress, nameInAddress] = useSheetInAddress();
  const [read, setRead] = useState<SheetRead | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);
  /** The sheet that was asked for last: it is not read again because the address names it. */
  const asked = useRef<string | null>(null);
  const take = async ({ hash }: Pick<StoredPicture, 'hash'>) => {
    if (!map) return;
    asked.current = hash;
    underWay.current?.abort();
    const own = new AbortController();
    underWay.current = own;
    setReading(true);
    setFault(null);
    setRead(null);
    try {
      const sheet = await readCorrections({ picture: { hash }, map, work, by: by() }, own.signal);
      if (!sheet || underWay.current !== own) return;
      setRead({ sheet, changes: changesOf(sheet), left: new Set() });
      nameInAddress(hash);
    } catch (error) {
      if (underWay.current !== own) return;
      setFault(messageOf(error));
      nameInAddress(null);
    } finally {
      if (underWay.current === own) setReading(false);
    }
  };
  const takeAgain = useEffectEvent((hash: string) => {
    if (asked.current !== hash) void take({ hash });
  });
  const isReady = map !== null && !provisional;
  useEffect(() => {
    if (isReady && inAddress !== null) takeAgain(inAddress);
  }, [isReady, inAddress]);
  const turn = (key: string) =>
    setRead((held) => {
      if (!held) return held;
      const left = new Set(held.left);
      if (!left.delete(key)) left.add(key);
      return { ...held, left };
    });
  return {
    read,
    fault,
    reading,
    take,
    turn,
    stop: () => {
      underWay.current?.abort();
      underWay.current = null;
      setReading(false);
      nameInAddress(null);
    },
    discard: () => {
      setRead(null);
      nameInAddress(null);
    },
  };
}

function changesOf({ added, struck }: CorrectedSheet): PaperChange[] {
  return [
    ...struck.map((id): PaperChange => ({ key: `struck ${id}`, does: 'struck', id })),
    ...added.map((line, i): PaperChange => ({ key: `added ${i}`, does: 'added', line })),
  ];
}
