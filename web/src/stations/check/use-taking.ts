import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { figuresOf, type CheckDecisions, type Round } from '@nobrel/core/check';
import type { StoredPicture } from '@nobrel/core/file';
import { messageOf } from '../../store/api/base.js';
import { useAddPictureMutation } from '../../store/api/reference.js';
import { useWork } from '../../store/use-work.js';
import { foundByItself, type Look, type Placing } from './use-look.js';

/** A photograph in which nothing was found: it is kept as a round or discarded, by choice. */
type Refused = { picture: StoredPicture; fault: string };

/** The next free number, as an id. */
const nextRoundId = (rounds: readonly Round[]) =>
  `round-${1 + rounds.reduce((last, { id }) => Math.max(last, Number(id.replace('round-', '')) || 0), 0)}`;

type TakingParts = {
  look: Look;
  round: Round | null;
  picture: StoredPicture | null;
  change: (fields: Partial<CheckDecisions>) => void;
  changeRound: (id: string, fields: Partial<Round>) => void;
};

/** How a photograph becomes a round, or is looked at again: what takes a while, can be stopped and can fail. */
export function useTaking({ look, round, picture, change, changeRound }: TakingParts) {
  const { id: workId, decisions } = useWork();
  const { rounds, photographs, of } = decisions.check;
  const [addPicture] = useAddPictureMutation();
  const [, setParams] = useSearchParams();
  const [reading, setReading] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [refused, setRefused] = useState<Refused | null>(null);
  const underWay = useRef<AbortController | null>(null);
  useEffect(() => () => underWay.current?.abort(), []);

  /** Does something that can be stopped; what it throws is said. */
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
      if (underWay.current === own && !own.signal.aborted) setFault(messageOf(error));
    } finally {
      if (underWay.current === own) setReading(false);
    }
  };
  const addRound = (taken: StoredPicture, figures: Round['figures']) => {
    const fresh: Round = {
      id: nextRoundId(rounds),
      picture: taken.hash,
      of,
      takenAt: new Date().toISOString(),
      corners: null,
      points: null,
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
    reading,
    fault,
    refused,
    stop: () => underWay.current?.abort(),
    /** Holds a photograph against the map; a round is added when the drawing is found in it. */
    take: (taken: StoredPicture) =>
      busy(async (stop) => {
        await addPicture({ id: workId, picture: taken.hash }).unwrap();
        try {
          const result = await look(taken, foundByItself, stop);
          if (result && !stop.aborted) addRound(taken, figuresOf(result.report));
        } catch (error) {
          if (!stop.aborted) setRefused({ picture: taken, fault: messageOf(error) });
        }
      }),
    /** Keeps a photograph in which nothing was found, to set its corners by hand. */
    keepRefused: () => refused && addRound(refused.picture, null),
    discardRefused: () => setRefused(null),
    /** Looks at the round in view again, with corners set by hand or found. */
    lookAgain: (placing: Placing) =>
      busy(async (stop) => {
        if (!round || !picture) return;
        const result = await look(picture, placing, stop);
        if (!result || stop.aborted) return;
        const { corners, points } = placing;
        changeRound(round.id, {
          corners: corners && [corners[0], corners[1], corners[2], corners[3]],
          points: points && [...points],
          figures: figuresOf(result.report),
        });
        setParams({ round: round.id });
      }),
  };
}
