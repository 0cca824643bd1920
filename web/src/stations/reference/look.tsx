import { formatPercent } from '@nobrel/core/units';
import { Segmented } from 'antd';
import { useState } from 'react';
import type { Rect } from '@nobrel/core/geometry';
import { isBlurred, placesWhere, type Judgement } from '@nobrel/core/reference';
import type { DiptychSide } from '../../leaves/side.js';
import { MainPicture } from '../../leaves/drawn/main-picture.js';
import { Places, type PlaceKind } from '../../leaves/leaf/pointed.js';
import * as css from './reference.module.css';

const judgements = ['grey', 'average', 'lost', 'focus'] as const;
type Shown = (typeof judgements)[number];

const titles: Readonly<Record<Shown, string>> = {
  grey: 'Grey by lightness',
  average: 'Where averaging errs',
  lost: 'Blown and blocked',
  focus: 'Sharp and blurred',
};
const words: Readonly<Record<Shown, string>> = {
  grey: 'grey',
  average: 'averaging',
  lost: 'lost',
  focus: 'focus',
};

/** The right leaf of the Reference station: what the picture is judged by. */
export function useJudgedSide(at: Rect, judgement: Judgement | null): DiptychSide {
  const [shown, setShown] = useState<Shown>('grey');
  return {
    title: titles[shown],
    pictureAt: at,
    tools: (
      <Segmented<Shown>
        size="small"
        aria-label="What the right leaf shows"
        options={judgements.map((value) => ({ value, label: words[value] }))}
        value={shown}
        onChange={setShown}
      />
    ),
    content: (
      <>
        <MainPicture at={at} look={shown === 'average' ? 'average' : 'grey'} />
        {judgement && shown === 'lost' && (
          <>
            <Places places={judgement.blown.places} at={at} kind="blown" />
            <Places places={judgement.blocked.places} at={at} kind="blocked" />
          </>
        )}
        {judgement && shown === 'focus' && (
          <>
            <Places places={placesWhere(judgement.focus, (blur) => blur === null)} at={at} kind="edgeless" />
            <Places places={placesWhere(judgement.focus, isBlurred)} at={at} kind="blurred" />
          </>
        )}
      </>
    ),
    ...(shown === 'grey' ? {} : { legend: <Legend shown={shown} judgement={judgement} /> }),
  };
}

type LegendProps = { shown: Exclude<Shown, 'grey'>; judgement: Judgement | null };

function Legend({ shown, judgement }: LegendProps) {
  if (!judgement) return <span>Being looked at.</span>;
  const { averageError, blown, blocked } = judgement;
  switch (shown) {
    case 'average':
      return (
        <span>
          A plain average of red, green and blue would be {averageError.mean.toFixed(1)} of 100 steps of
          lightness off on the whole, and {averageError.worst} or more in a hundredth of it:{' '}
          <Swatch kind="too-light" /> shown too light, <Swatch kind="too-dark" /> too dark.
        </span>
      );
    case 'lost':
      return (
        <span>
          <Swatch kind="blown" /> blown out, {formatPercent(blown.share, 1)}; <Swatch kind="blocked" />{' '}
          blocked up, {formatPercent(blocked.share, 1)}. Nothing can be mapped there.
        </span>
      );
    case 'focus':
      return (
        <span>
          Clear: edges sharp; <Swatch kind="blurred" /> edges blurred; <Swatch kind="edgeless" /> no edges to
          tell by.
        </span>
      );
  }
}

/** The sign of a mark on the leaf, as it looks there. */
function Swatch({ kind }: { kind: PlaceKind }) {
  return (
    <svg className={css.swatch} width={18} height={14} aria-hidden>
      <Places
        places={[{ x: 0, y: 0, width: 1, height: 1 }]}
        at={{ x: 0, y: 0, width: 18, height: 14 }}
        kind={kind}
      />
    </svg>
  );
}
