import { ColorPicker, Input, Select } from 'antd';
import { formatLength, LengthError, parseLength, type LengthUnit } from '@nobrel/core/units';
import { useUnit } from '../../store/hooks.js';
import { Fault, idOf, useDraft, type Read } from './draft.js';
import * as css from './sentence.module.css';

type ChoiceGapProps<T extends string | number> = {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
};

/** A gap filled from a list. */
export function ChoiceGap<T extends string | number>({ label, value, options, onChange }: ChoiceGapProps<T>) {
  return (
    <Select<T>
      className={css.gap}
      aria-label={label}
      variant="underlined"
      popupMatchSelectWidth={false}
      value={value}
      options={options.map((option) => ({ ...option }))}
      onChange={onChange}
    />
  );
}

function readLength(text: string, unit: LengthUnit, check: (mm: number) => string | null): Read<number> {
  try {
    const value = parseLength(text, unit);
    const fault = check(value);
    return fault ? { fault } : { value };
  } catch (error) {
    if (error instanceof LengthError) return { fault: error.message };
    throw error;
  }
}

type TypedGapProps<T> = {
  label: string;
  /** What stands in the gap while nobody types. */
  shown: string;
  read: (text: string) => Read<T>;
  onChange: (value: T) => void;
};

/** A gap that is typed in, and taken on Enter or on leaving it. */
export function TypedGap<T>({ label, shown, read, onChange }: TypedGapProps<T>) {
  const draft = useDraft(shown, read, onChange);
  return (
    <span className={css.gapHolder}>
      <Input
        className={css.gap}
        variant="underlined"
        aria-label={label}
        aria-describedby={draft.fault ? idOf(label) : undefined}
        status={draft.fault ? 'error' : ''}
        value={draft.text}
        onChange={(event) => draft.type(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={draft.leave}
        onKeyDown={draft.onKey}
      />
      <Fault id={idOf(label)} text={draft.fault} />
    </span>
  );
}

type LengthGapProps = {
  label: string;
  valueMm: number;
  onChange: (mm: number) => void;
  /** A sentence on why this length cannot be, or null. */
  check: (mm: number) => string | null;
  /** For widths of points and tolerances, which are spoken of in millimetres everywhere. */
  alwaysMm?: boolean;
  /** Goes back to what is usual, where the gap is left empty. */
  onEmpty?: (() => void) | undefined;
};

/** A gap for a length, typed in any unit. */
export function LengthGap({ label, valueMm, onChange, check, alwaysMm = false, onEmpty }: LengthGapProps) {
  const unit = useUnit();
  const spoken = alwaysMm ? 'mm' : unit;
  const shown = alwaysMm ? `${Math.round(valueMm * 100) / 100} mm` : formatLength(valueMm, spoken);
  return (
    <TypedGap<number | null>
      label={label}
      shown={shown}
      read={(text) => (onEmpty && text.trim() === '' ? { value: null } : readLength(text, spoken, check))}
      onChange={(mm) => (mm === null ? onEmpty?.() : onChange(mm))}
    />
  );
}

type NumberGapProps = {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
  min: number;
  max: number;
  /** Written behind the number, such as mm². */
  unit: string;
  /** Only whole numbers. */
  whole?: boolean;
  /** A sentence on why a number between the limits cannot be, or null. */
  check?: (value: number) => string | null;
  /** Words for no number at all, when that is allowed. */
  empty?: string;
};

/** A gap for a plain number with its unit. */
export function NumberGap({ label, value, onChange, min, max, unit, whole, check, empty }: NumberGapProps) {
  const shown = value === null ? (empty ?? '') : `${value}${unit === '°' ? '' : ' '}${unit}`;
  const read = (text: string): Read<number | null> => {
    const bare = text.trim().replace(unit, '').trim();
    if (empty !== undefined && (bare === '' || bare === empty)) return { value: null };
    const typed = Number(bare.replace(',', '.'));
    const broken = whole === true && !Number.isInteger(typed);
    if (bare === '' || !Number.isFinite(typed) || typed < min || typed > max || broken) {
      return {
        fault: `Type a ${whole ? 'whole ' : ''}number from ${min} to ${max}${empty === undefined ? '' : ', or leave it empty for no limit'}.`,
      };
    }
    const fault = check?.(typed) ?? null;
    return fault === null ? { value: typed } : { fault };
  };
  return <TypedGap label={label} shown={shown} read={read} onChange={onChange} />;
}

type TextGapProps = {
  label: string;
  value: string;
  placeholder: string;
  onChange: (text: string) => void;
  maxLetters?: number;
};

/** A gap for words, taken letter by letter. */
export function TextGap({ label, value, placeholder, onChange, maxLetters = 200 }: TextGapProps) {
  return (
    <Input
      className={css.gap}
      variant="underlined"
      aria-label={label}
      placeholder={placeholder}
      maxLength={maxLetters}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

type DayGapProps = { label: string; value: string | null; onChange: (day: string | null) => void };

/** A gap for a day, or none. */
export function DayGap({ label, value, onChange }: DayGapProps) {
  return (
    <Input
      className={css.gap}
      variant="underlined"
      type="date"
      aria-label={label}
      value={value ?? ''}
      onChange={(event) => onChange(event.target.value === '' ? null : event.target.value)}
    />
  );
}

type NameGapProps = {
  label: string;
  placeholder: string;
  /** What its button says. */
  enter: string;
  value: string;
  onChange: (name: string) => void;
  onEnter: () => void;
  maxLetters?: number;
};

/** A gap for a name that is given with Enter or its own button. */
export function NameGap({
  label,
  placeholder,
  enter,
  value,
  onChange,
  onEnter,
  maxLetters = 80,
}: NameGapProps) {
  return (
    <Input.Search
      size="small"
      className={css.nameGap}
      aria-label={label}
      placeholder={placeholder}
      enterButton={enter}
      maxLength={maxLetters}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      onSearch={onEnter}
    />
  );
}

type ColourGapProps = { label: string; value: string; onChange: (colour: string) => void };

/** A gap for a colour, written as `#rrggbb`. */
export function ColourGap({ label, value, onChange }: ColourGapProps) {
  return (
    <ColorPicker
      size="small"
      disabledAlpha
      disabledFormat
      format="hex"
      value={value}
      onChangeComplete={(colour) => onChange(colour.toHexString().slice(0, 7))}
    >
      <button type="button" className={css.colourGap} aria-label={`${label}: ${value}`}>
        <span style={{ background: value }} />
        {value}
      </button>
    </ColorPicker>
  );
}
