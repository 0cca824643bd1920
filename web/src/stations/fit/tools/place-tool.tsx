import { Select } from 'antd';
import { guideKinds, type GuideKind } from '@nobrel/core/fit';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { useFit } from '../use-fit.js';
import * as css from './tools.module.css';

const guideWords: Readonly<Record<GuideKind, string>> = {
  halves: 'halves',
  thirds: 'thirds',
  diagonals: 'diagonals',
  'root-rectangles': 'root rectangles',
};

/** Placing the picture, with guides of composition over it. */
export function PlaceTool() {
  return <ToolInHand sentence={<GuideChoice />} />;
}

function GuideChoice() {
  const { fit, change } = useFit();
  return (
    <>
      Guides over it:{' '}
      <Select<GuideKind[]>
        mode="multiple"
        size="small"
        className={css.guideChoice}
        aria-label="Guides of composition"
        placeholder="none"
        popupMatchSelectWidth={false}
        options={guideKinds.map((value) => ({ value, label: guideWords[value] }))}
        value={fit.guides}
        onChange={(guides) => change({ guides })}
      />
    </>
  );
}
