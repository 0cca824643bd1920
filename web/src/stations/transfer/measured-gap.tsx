import { formatLength } from '@nobrel/core/units';
import { LengthGap } from '../../bench/sentence/gaps.js';
import { useUnit } from '../../store/hooks.js';
import * as css from './transfer.module.css';

type MeasuredGapProps = {
  label: string;
  /** What it should be, and what it measures, mm. */
  aimMm: number;
  valueMm: number;
  onChange: (mm: number) => void;
};

/** The longest length that is measured on a wall, mm. */
const maxMm = 30_000;

/** A length that is measured on the wall, beside what it should be. */
export function MeasuredGap({ label, aimMm, valueMm, onChange }: MeasuredGapProps) {
  const unit = useUnit();
  return (
    <div className={css.measuredGap}>
      <span>
        {label}, {formatLength(aimMm, unit)}: it measures
      </span>
      <LengthGap
        label={label}
        valueMm={valueMm}
        check={(mm) => (mm > 0 && mm <= maxMm ? null : 'Type what it measures, up to 30 m.')}
        onChange={onChange}
      />
    </div>
  );
}
