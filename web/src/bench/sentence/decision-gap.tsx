import { Switch } from 'antd';
import type { z } from 'zod';
import {
  choicesOf,
  decisionAt,
  isChoice,
  isNumber,
  limitsOf,
  valueAt,
  withValueAt,
  type DecisionPath,
  type NumberDecision,
  type OptionalNumberDecision,
  type DecisionWords,
} from '@nobrel/core/decisions';
import { formatLength } from '@nobrel/core/units';
import { useUnit } from '../../store/hooks.js';
import { ChoiceGap, LengthGap, NumberGap } from './gaps.js';
import { MoreRow } from './sentence.js';

type DecisionGapProps<T extends object> = {
  /** The station's table: limits, choices and words come from it. */
  table: z.ZodType<T>;
  at: DecisionPath<T>;
  values: T;
  onChange: (change: Partial<T>) => void;
  /** A sentence on why the decisions cannot be like this, beyond the limits of the table, or null. */
  check?: (next: Partial<T>) => string | null;
  /** Choices that mean nothing here. */
  without?: readonly string[];
  /** The length that holds where none is set. */
  usualMm?: number;
};

/** The control of a decision, as its station's table describes it. */
export function DecisionGap<T extends object>({
  table,
  at,
  values,
  onChange,
  check,
  without = [],
  usualMm,
}: DecisionGapProps<T>) {
  const { decision, path, words } = decisionAt(table, at);
  const value = valueAt(values, path);
  const { label } = words;
  /** The change another value makes, or why it cannot be. */
  const read = (next: unknown): { change: Partial<T> } | { fault: string } => {
    const parsed = table.safeParse(withValueAt(values, path, next));
    if (!parsed.success) return { fault: parsed.error.issues[0]?.message ?? 'This cannot be.' };
    const change: Partial<T> = {};
    for (const key in parsed.data) if (key === path[0]) change[key] = parsed.data[key];
    const fault = check?.(change) ?? null;
    return fault === null ? { change } : { fault };
  };
  const take = (next: unknown) => {
    const result = read(next);
    if ('change' in result) onChange(result.change);
  };
  const faultOf = (next: number): string | null => {
    const result = read(next);
    return 'fault' in result ? result.fault : null;
  };
  if (isNumber(decision)) {
    const number = typeof value === 'number' ? value : null;
    return (
      <NumberOf
        decision={decision}
        words={words}
        value={number}
        usualMm={usualMm}
        faultOf={faultOf}
        onChange={take}
      />
    );
  }
  if (isChoice(decision)) {
    const options = choicesOf(decision).filter((option) => !without.includes(option.value));
    const chosen = options.find((option) => option.value === value)?.value ?? '';
    return <ChoiceGap label={label} value={chosen} options={options} onChange={take} />;
  }
  const on = value === true;
  if (!words.choices) return <Switch size="small" aria-label={label} checked={on} onChange={take} />;
  const options = ['off', 'on'].map((side) => ({ value: side, label: words.choices?.[side] ?? side }));
  return (
    <ChoiceGap
      label={label}
      value={on ? 'on' : 'off'}
      options={options}
      onChange={(side) => take(side === 'on')}
    />
  );
}

type NumberOfProps = {
  decision: NumberDecision | OptionalNumberDecision;
  words: DecisionWords;
  value: number | null;
  usualMm: number | undefined;
  faultOf: (value: number) => string | null;
  onChange: (value: number | null) => void;
};

/** A number in its unit: a length in the painter's own, a share in per cent. */
function NumberOf({
  decision,
  words: { label, unit, none },
  value,
  usualMm,
  faultOf,
  onChange,
}: NumberOfProps) {
  const { min, max, whole } = limitsOf(decision);
  const spoken = useUnit();
  if (unit === 'length' || unit === 'mm') {
    const says = (mm: number) => (unit === 'mm' ? `${mm} mm` : formatLength(mm, spoken));
    return (
      <LengthGap
        label={label}
        alwaysMm={unit === 'mm'}
        valueMm={value ?? usualMm ?? min}
        check={(mm) =>
          mm >= min && mm <= max ? faultOf(mm) : `Type a length from ${says(min)} to ${says(max)}.`
        }
        onChange={onChange}
        onEmpty={usualMm === undefined ? undefined : () => onChange(null)}
      />
    );
  }
  const scale = unit === 'share' ? 100 : 1;
  const scaled = (number: number) => Math.round(number * scale * 1e6) / 1e6;
  return (
    <NumberGap
      label={label}
      value={value === null ? null : scaled(value)}
      unit={unit === 'share' ? '%' : (unit ?? '')}
      min={scaled(min)}
      max={scaled(max)}
      whole={whole}
      check={(number) => faultOf(number / scale)}
      onChange={(number) => onChange(number === null ? null : number / scale)}
      {...(none === undefined ? {} : { empty: none })}
    />
  );
}

/** A decision under More, with its label. */
export function DecisionRow<T extends object>(props: DecisionGapProps<T>) {
  return (
    <MoreRow label={decisionAt(props.table, props.at).words.label}>
      <DecisionGap {...props} />
    </MoreRow>
  );
}
