import { LRUCache } from 'lru-cache';
import { createContext, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  figuresOf,
  findingsOf,
  maxRounds,
  type CheckDecisions,
  type Finding,
  type Round,
} from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import type { StoredPicture } from '@nobrel/core/file';
import type { Quad } from '@nobrel/core/geometry';
import { messageOf } from '../../store/api/base.js';
import { useAddPictureMutation } from '../../store/api/reference.js';
import { useDecide, useUnit, useWork } from '../../store/hooks.js';
import type { Checked } from '../../workers/check-worker.js';
import { checkPhotograph } from '../../workers/in-check-worker.js';

/** Photographs looked at lately, so that going from round to round and back is quick. */
const looked = new LRUCache<string, Checked>({ max: 4 });

/** A photograph in which nothing was found: it is kept as a round or discarded, by choice. */
export type Refused = { picture: StoredPicture; fault: string };

const idOf = () => crypto.randomUUID().slice(0, 8);

/** The drawing's rounds, the one in view with what was found in it, and how another is taken. */
export function useCheck(map: MapDocument) {
  const work = useWork();
  const decide = useDecide();
  const unit = useUnit();
  const [addPicture] = useAddPictureMutation();
  const [params, setParams] = useSearchParams();
  const { check } = work.decisions;
  const { rounds, toleranceMm, photographs } = check;
  const round = rounds.find(({ id }) => id === params.get('round')) ?? rounds.at(-1) ?? null;
  const picture = round ? (work.pictures.find(({ hash }) => hash === round.picture) ?? null) : null;
  const madeAt = work.map?.madeAt ?? '';
  const [reading, setReading] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [refused, setRefused] = useState<Refused | null>(null);
  const [found, setFound] = useState<{ key: string; checked: Checked | null; fault: string | null } | null>(
    null,
  );
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);

  const keyOf = (hash: string, corners: Quad | null) =>
    JSON.stringify([work.id, hash, corners, toleranceMm, madeAt]);
  const look = async ({ hash, width, height }: StoredPicture, corners: Quad | null, stop: AbortSignal) => {
    const key = keyOf(hash, corners);
    const known = looked.get(key);
    if (known) return known;
    const checked = await checkPhotograph(
      { picture: { hash, width, height }, map, corners, toleranceMm },
      stop,
    );
    if (checked) looked.set(key, checked);
    return checked;
  };

  // The round in view is looked at when nothing is known of it: after a reload, or with another tolerance.
  const wanted = round && picture && round.figures ? keyOf(picture.hash, round.corners) : null;
  const lookNow = useRef(look);
  useEffect(() => {
    lookNow.current = look;
  });
  const corners = round?.corners ?? null;
  useEffect(() => {
    if (wanted === null || !picture) return undefined;
    const stopper = new AbortController();
    lookNow.current(picture, corners, stopper.signal).then(
      (checked) => {
        if (!stopper.signal.aborted) setFound({ key: wanted, checked, fault: null });
      },
      (error: unknown) => {
        if (!stopper.signal.aborted) setFound({ key: wanted, checked: null, fault: messageOf(error) });
      },
    );
    return () => stopper.abort();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all that the look depends on
  }, [wanted]);
  const checked = found && found.key === wanted ? found.checked : null;

  const change = (fields: Partial<CheckDecisions>) => decide({ room: 'check', change: fields });
  const changeRound = (id: string, fields: Partial<Round>) =>
    change({ rounds: rounds.map((other) => (other.id === id ? { ...other, ...fields } : other)) });
  const show = (id: string | null) => setParams(id === null ? {} : { round: id });

  /** Does something that takes a while and can be stopped; what it throws is said. */
  const busy = async (act: (stop: AbortSignal) => Promise<void>) => {
    underWay.current?.abort();
    const own = new AbortController();
    underWay.current = own;
    setReading(true);
    setFault(null);
    setRefused(null);
    try {
      await act(own.signal);
    } catch (error) {
      if (underWay.current === own) setFault(messageOf(error));
    } finally {
      if (underWay.current === own) setReading(false);
    }
  };
  const addRound = (taken: StoredPicture, figures: Round['figures']) => {
    const id = idOf();
    const fresh: Round = {
      id,
      picture: taken.hash,
      takenAt: new Date().toISOString(),
      corners: null,
      figures,
      settled: {},
    };
    change({
      rounds: [...rounds, fresh],
      photographs: photographs.includes(taken.hash) ? photographs : [...photographs, taken.hash],
    });
    setRefused(null);
    setParams(figures ? {} : { at: 'corners' });
  };

  return {
    map,
    check,
    rounds,
    round,
    picture,
    checked,
    findings: useMemo(
      (): Finding[] => (checked ? findingsOf(checked.report, map, unit) : []),
      [checked, map, unit],
    ),
    /** True while a photograph is looked at. */
    reading: reading || (wanted !== null && found?.key !== wanted),
    fault: fault ?? (found?.key === wanted ? found.fault : null),
    refused,
    full: rounds.length >= maxRounds,
    change,
    changeRound,
    show,
    stop: () => underWay.current?.abort(),
    /** Holds a photograph against the map; a round is added when the drawing is found in it. */
    take: (taken: StoredPicture) =>
      busy(async (stop) => {
        await addPicture({ id: work.id, picture: taken.hash }).unwrap();
        try {
          const result = await look(taken, null, stop);
          if (result && !stop.aborted) addRound(taken, figuresOf(result.report));
        } catch (error) {
          if (!stop.aborted) setRefused({ picture: taken, fault: messageOf(error) });
        }
      }),
    /** Keeps a photograph in which nothing was found, to set its corners by hand. */
    keepRefused: () => refused && addRound(refused.picture, null),
    discardRefused: () => setRefused(null),
    /** Looks at the round in view again, with corners set by hand or found. */
    lookAgain: (quad: Quad | null) =>
      busy(async (stop) => {
        if (!round || !picture) return;
        const result = await look(picture, quad, stop);
        if (!result || stop.aborted) return;
        changeRound(round.id, {
          corners: quad && [quad[0], quad[1], quad[2], quad[3]],
          figures: figuresOf(result.report),
        });
        setParams({ round: round.id });
      }),
    remove: (id: string) => {
      change({ rounds: rounds.filter((other) => other.id !== id) });
      show(null);
    },
  };
}
export type CheckBench = ReturnType<typeof useCheck>;

const Context = createContext<CheckBench | null>(null);
export const OnCheckBench = Context.Provider;

/** The rounds on the bench; only within the Check station. */
export function useCheckBench(): CheckBench {
  const bench = useContext(Context);
  if (!bench) throw new Error('There is nothing on the bench at Check.');
  return bench;
}
