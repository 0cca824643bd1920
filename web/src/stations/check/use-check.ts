import { createContext, useContext, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  errorLimits,
  findingsOf,
  maxRounds,
  type CheckDecisions,
  type Finding,
  type Measured,
  type Round,
} from '@nobrel/core/check';
import type { MapDocument } from '@nobrel/core/documents';
import { pointFirst } from '@nobrel/core/practice';
import { useUnit } from '../../store/hooks.js';
import { useDecide, useWork } from '../../store/use-work.js';
import { useKnownErrors } from './use-known-errors.js';
import { useLook } from './use-look.js';
import { useTaking } from './use-taking.js';

/** The drawing's rounds, the one in view with what was found in it, and how another is taken. */
export function useCheck(map: MapDocument) {
  const work = useWork();
  const decide = useDecide();
  const unit = useUnit();
  const [params, setParams] = useSearchParams();
  const { check } = work.decisions;
  const { of, cover, parts } = check;
  const limits = errorLimits(check, map.surface);
  const rounds = check.rounds.filter(({ of }) => of === check.of);
  const round = rounds.find(({ id }) => id === params.get('round')) ?? rounds.at(-1) ?? null;
  const picture = round ? (work.pictures.find(({ hash }) => hash === round.picture) ?? null) : null;
  const { look, checked, fault, looking, stopLooking, goOnLooking } = useLook(map, round, picture, limits);
  const known = useKnownErrors();
  const [measured, showMeasured] = useState<Measured | null>(null);
  const change = (fields: Partial<CheckDecisions>) => decide({ room: 'check', change: fields });
  const changeRound = (id: string, fields: Partial<Round>) =>
    change({ rounds: check.rounds.map((other) => (other.id === id ? { ...other, ...fields } : other)) });
  const show = (id: string | null) => setParams(id === null ? {} : { round: id });
  const taking = useTaking({ look, round, picture, change, changeRound });
  return {
    ...taking,
    map,
    check,
    /** How far off is true, and good enough. */
    limits,
    /** Those of what is held against the map now. */
    rounds,
    round,
    picture,
    checked,
    findings: useMemo(
      (): Finding[] =>
        checked
          ? pointFirst(findingsOf(checked.report, map, unit, { of, cover, parts }), map.frame, known)
          : [],
      [checked, map, unit, of, cover, parts, known],
    ),
    /** What this painter's eye is known to get wrong. */
    known,
    /** True while a photograph is looked at. */
    reading: taking.reading || looking,
    stop: () => {
      taking.stop();
      if (looking) stopLooking();
    },
    goOnLooking,
    fault: taking.fault ?? fault,
    full: check.rounds.length >= maxRounds,
    change,
    /** Holds something else against the map; its last round is shown. */
    holdAgainst: (fields: Partial<CheckDecisions>) => {
      change(fields);
      show(null);
    },
    /** The check that is shown on both leaves. */
    measured,
    showMeasured,
    changeRound,
    show,
    remove: (id: string) => {
      change({ rounds: check.rounds.filter((other) => other.id !== id) });
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
