import { Segmented, Slider } from 'antd';
import type { ReferenceView } from '@nobrel/core/reference';
import { useAppDispatch, useAppSelector } from '../../store/hooks.js';
import { useDecide, useDecisions } from '../../store/use-work.js';
import { lookChosen } from '../../store/view-slice.js';
import * as css from './drawn.module.css';

const options: { value: ReferenceView; label: string }[] = [
  { value: 'colour', label: 'colour' },
  { value: 'grey', label: 'grey' },
  { value: 'faint', label: 'faint' },
];

/** How the reference is shown, the same at every station; and how faint the faint look is. */
export function LookChoice() {
  const dispatch = useAppDispatch();
  const decide = useDecide();
  const look = useAppSelector((state) => state.view.look);
  const { faintness } = useDecisions('reference');
  return (
    <>
      {look === 'faint' && (
        <Slider
          className={css.faintness}
          ariaLabelForHandle="How faint, percent"
          min={0}
          max={95}
          step={5}
          value={Math.round(faintness * 100)}
          tooltip={{ formatter: (value) => `${value} % towards white` }}
          onChange={(percent) => decide({ room: 'reference', change: { faintness: percent / 100 } })}
        />
      )}
      <Segmented<ReferenceView>
        size="small"
        aria-label="How the reference is shown"
        options={options}
        value={look}
        onChange={(value) => dispatch(lookChosen(value))}
      />
    </>
  );
}
