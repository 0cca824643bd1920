import { Button } from 'antd';
import { useEffect, useState } from 'react';
import {
  allRound,
  fitDecisionsSchema,
  surfaceKinds,
  usualOf,
  type FitDecisions,
  type PlacementSchool,
} from '@nobrel/core/fit';
import { choicesOf } from '@nobrel/core/decisions';
import { distance } from '@nobrel/core/geometry';
import { DecisionGap } from '../../bench/sentence/decision-gap.js';
import { ChoiceGap, LengthGap } from '../../bench/sentence/gaps.js';
import { Sentence } from '../../bench/sentence/sentence.js';
import { SizeGap } from '../../bench/sentence/size-gap.js';
import { useMainPicture } from '../../leaves/drawn/use-reference.js';
import { useWeight } from '../../workers/use-pictures.js';
import { useAppDispatch } from '../../store/hooks.js';
import { weighed } from '../../store/work-slice.js';
import { useFit } from './use-fit.js';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

/** A centre that moved by less than this share of the picture is where it was. */
const stillTheSame = 0.005;

const isEven = ({ top, right, bottom, left }: FitDecisions['marginsMm']) =>
  top === right && right === bottom && bottom === left;

/** On which surface the picture lies, and how. */
export function FitSentence({ onSides }: { onSides: () => void }) {
  const { fit, change, faultWith } = useFit();
  const { picture, squaring } = useMainPicture();
  const weight = useWeight(picture, squaring);
  const dispatch = useAppDispatch();
  const [wanted, setWanted] = useState<PlacementSchool | null>(null);
  const place = (placement: PlacementSchool) => {
    setWanted(placement);
    if (faultWith({ placement })) return;
    change(placement === 'weighted' ? { placement, weightCentre: weight?.centre ?? null } : { placement });
  };
  // Said for as long as the placing last asked for cannot be.
  const fault = faultWith({}) ?? (wanted && faultWith({ placement: wanted }));
  const unweighed = fit.placement === 'weighted' && fit.weightCentre === null;
  useEffect(() => {
    // Chosen before the picture was weighed: the weight follows as soon as it is known.
    if (unweighed && weight) dispatch(weighed(weight.centre));
  }, [unweighed, weight, dispatch]);
  const stale =
    fit.placement === 'weighted' &&
    weight !== null &&
    fit.weightCentre !== null &&
    distance(weight.centre, fit.weightCentre) > stillTheSame;
  return (
    <Sentence>
      Put it on{' '}
      <ChoiceGap
        label="Kind of surface"
        value={fit.kind}
        options={surfaceKinds.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(kind) => change({ kind, ...usualOf(kind) })}
      />{' '}
      of{' '}
      <SizeGap
        label="Size of the surface"
        size={fit}
        check={(size) => faultWith(size)}
        onChange={({ widthMm, heightMm }) => change({ widthMm, heightMm, measured: null })}
      />
      <Button
        size="small"
        onClick={() => change({ widthMm: fit.heightMm, heightMm: fit.widthMm, measured: null })}
        disabled={faultWith({ widthMm: fit.heightMm, heightMm: fit.widthMm }) !== null}
        title="Swap width and height"
      >
        {fit.widthMm >= fit.heightMm ? 'landscape, turn' : 'portrait, turn'}
      </Button>
      ,{' '}
      <ChoiceGap
        label="Placement"
        value={fit.placement}
        options={choicesOf(fitDecisionsSchema.shape.placement)}
        onChange={place}
      />
      {stale && (
        <Button size="small" onClick={() => change({ weightCentre: weight.centre })}>
          Work out the balance again
        </Button>
      )}
      , <DecisionGap table={fitDecisionsSchema} at="way" values={fit} onChange={change} />, with{' '}
      {isEven(fit.marginsMm) ? (
        <>
          <LengthGap
            label="Margin all round"
            valueMm={fit.marginsMm.top}
            check={(mm) => faultWith({ marginsMm: allRound(mm) })}
            onChange={(mm) => change({ marginsMm: allRound(mm) })}
          />{' '}
          spare all round.
        </>
      ) : (
        <Button size="small" onClick={onSides}>
          a margin of its own on each side
        </Button>
      )}
      {fault && (
        <span className={sentenceCss.gapFault} role="alert">
          {' '}
          {fault}
        </span>
      )}
    </Sentence>
  );
}
