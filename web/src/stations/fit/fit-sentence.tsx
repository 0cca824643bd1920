import { Button } from 'antd';
import { useEffect, useState } from 'react';
import {
  allRound,
  surfaceKinds,
  usualOf,
  type FitDecisions,
  type FitWay,
  type PlacementSchool,
} from '@nobrel/core/fit';
import { distance } from '@nobrel/core/geometry';
import { ChoiceGap, LengthGap } from '../../bench/gaps.js';
import { Sentence } from '../../bench/sentence.js';
import { SizeGap } from '../../bench/size-gap.js';
import { useMainPicture } from '../../leaves/use-reference.js';
import { useWeight } from '../../workers/use-pictures.js';
import { useFit } from './use-fit.js';

const placementOptions: readonly { value: PlacementSchool; label: string }[] = [
  { value: 'centred', label: 'centred' },
  { value: 'bottom-heavy', label: 'bottom-heavy' },
  { value: 'weighted', label: 'weighted' },
  { value: 'by-hand', label: 'by hand' },
];
const wayOptions: readonly { value: FitWay; label: string }[] = [
  { value: 'crop', label: 'cropped to fill it' },
  { value: 'border', label: 'whole, with a border' },
  { value: 'extend', label: 'whole, and drawn on' },
];

/** A centre that moved by less than this share of the picture is where it was. */
const stillTheSame = 0.005;

const isEven = ({ top, right, bottom, left }: FitDecisions['marginsMm']) =>
  top === right && right === bottom && bottom === left;

/** On which surface the picture lies, and how. */
export function FitSentence({ onSides }: { onSides: () => void }) {
  const { fit, change, faultWith } = useFit();
  const { picture, squaring } = useMainPicture();
  const weight = useWeight(picture, squaring);
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
    if (unweighed && weight) change({ weightCentre: weight.centre });
  }, [unweighed, weight, change]);
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
        {fit.widthMm >= fit.heightMm ? 'landscape: turn it upright' : 'portrait: turn it on its side'}
      </Button>
      , <ChoiceGap label="Placement" value={fit.placement} options={placementOptions} onChange={place} />
      {stale && (
        <Button size="small" onClick={() => change({ weightCentre: weight.centre })}>
          Weigh the changed picture
        </Button>
      )}
      ,{' '}
      <ChoiceGap
        label="How the picture fills it"
        value={fit.way}
        options={wayOptions}
        onChange={(way) => change({ way })}
      />
      , with{' '}
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
        <span className="gap-fault" role="alert">
          {' '}
          {fault}
        </span>
      )}
    </Sentence>
  );
}
