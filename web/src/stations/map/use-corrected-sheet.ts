import { useEffect, useRef, useState } from 'react';
import type { CorrectedSheet } from '@nobrel/core/check';
import type { PrintedBy, StoredPicture, Work } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { messageOf } from '../../store/api/base.js';
import { useUnit, useWork } from '../../store/hooks.js';
import { readCorrections } from '../../workers/in-check-worker.js';
import { useBenchMap } from './bench-map.js';

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

/** Reading a sheet that was corrected on paper, and choosing which changes to take. */
export function useCorrectedSheet() {
  const { map, work, by } = usePrintedMap();
  const [read, setRead] = useState<SheetRead | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);
  const take = async ({ hash, width, height }: StoredPicture) => {
    if (!map) return;
    underWay.current?.abort();
    const own = new AbortController();
    underWay.current = own;
    setReading(true);
    setFault(null);
    setRead(null);
    try {
      const order = { picture: { hash, width, height }, map, work, by: by() };
      const sheet = await readCorrections(order, own.signal);
      if (sheet && underWay.current === own) setRead({ sheet, changes: changesOf(sheet), left: new Set() });
    } catch (error) {
      if (underWay.current === own) setFault(messageOf(error));
    } finally {
      if (underWay.current === own) setReading(false);
    }
  };
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
    },
    discard: () => setRead(null),
  };
}

function changesOf({ added, struck }: CorrectedSheet): PaperChange[] {
  return [
    ...struck.map((id): PaperChange => ({ key: `struck ${id}`, does: 'struck', id })),
    ...added.map((line, i): PaperChange => ({ key: `added ${i}`, does: 'added', line })),
  ];
}
