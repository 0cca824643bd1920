import { AutoComplete, Input, Select } from 'antd';
import { useState, type KeyboardEvent } from 'react';
import {
  formatLength,
  formatSize,
  LengthError,
  namedFormats,
  parseLength,
  parseSize,
  type LengthUnit,
  type SizeMm,
} from '@nobrel/core/units';
import { useUnit } from '../store/hooks.js';

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
      className="gap"
      aria-label={label}
      variant="underlined"
      popupMatchSelectWidth={false}
      value={value}
      options={options.map((option) => ({ ...option }))}
      onChange={onChange}
    />
  );
}

/** What was typed: its value, or a sentence on what is wrong with it. */
type Read<T> = { value: T } | { fault: string };

/** Holds what is being typed until it is taken; nothing typed is lost when it cannot be read. */
function useDraft<T>(shown: string, read: (text: string) => Read<T>, onChange: (value: T) => void) {
  const [draft, setDraft] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const take = (text: string) => {
    if (text === shown) {
      setDraft(null);
      setFault(null);
      return;
    }
    const result = read(text);
    if ('fault' in result) {
      setFault(result.fault);
      return;
    }
    setFault(null);
    setDraft(null);
    onChange(result.value);
  };
  return {
    text: draft ?? shown,
    fault,
    type: (text: string) => {
      setDraft(text);
      setFault(null);
    },
    take,
    leave: () => {
      if (draft !== null) take(draft);
    },
    onKey: (event: KeyboardEvent) => {
      if (event.key === 'Enter' && draft !== null) take(draft);
      if (event.key === 'Escape') {
        setDraft(null);
        setFault(null);
      }
    },
  };
}

function Fault({ id, text }: { id: string; text: string | null }) {
  return text ? (
    <span className="gap-fault" id={id} role="alert">
      {text}
    </span>
  ) : null;
}

const idOf = (label: string) => `fault-${label.replace(/\W+/g, '-').toLowerCase()}`;

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
function TypedGap<T>({ label, shown, read, onChange }: TypedGapProps<T>) {
  const draft = useDraft(shown, read, onChange);
  return (
    <span className="gap-holder">
      <Input
        className="gap"
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
};

/** A gap for a length, typed in any unit. */
export function LengthGap({ label, valueMm, onChange, check, alwaysMm = false }: LengthGapProps) {
  const unit = useUnit();
  const spoken = alwaysMm ? 'mm' : unit;
  const shown = alwaysMm ? `${Math.round(valueMm * 100) / 100} mm` : formatLength(valueMm, spoken);
  return (
    <TypedGap
      label={label}
      shown={shown}
      read={(text) => readLength(text, spoken, check)}
      onChange={onChange}
    />
  );
}

type NumberGapProps = {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
  least: number;
  most: number;
  /** Written behind the number, such as mm². */
  unit: string;
  /** Words for no number at all, when that is allowed. */
  empty?: string;
};

/** A gap for a plain number with its unit. */
export function NumberGap({ label, value, onChange, least, most, unit, empty }: NumberGapProps) {
  const shown = value === null ? (empty ?? '') : `${value} ${unit}`;
  const read = (text: string): Read<number | null> => {
    const bare = text.trim().replace(unit, '').trim();
    if (empty !== undefined && (bare === '' || bare === empty)) return { value: null };
    const typed = Number(bare.replace(',', '.'));
    if (bare === '' || !Number.isFinite(typed) || typed < least || typed > most) {
      return {
        fault: `Type a number from ${least} to ${most}${empty === undefined ? '' : ', or leave it empty for no limit'}.`,
      };
    }
    return { value: typed };
  };
  return <TypedGap label={label} shown={shown} read={read} onChange={onChange} />;
}

type SizeGapProps = {
  label: string;
  size: SizeMm;
  onChange: (size: SizeMm) => void;
  check: (size: SizeMm) => string | null;
};

/** A gap for a width and height: a named format, or typed in any unit. */
export function SizeGap({ label, size, onChange, check }: SizeGapProps) {
  const unit = useUnit();
  const shown = formatSize(size.widthMm, size.heightMm, unit);
  const lying = size.widthMm > size.heightMm;
  const read = (text: string): Read<SizeMm> => {
    try {
      const bare = /[a-z"'″′]\s*$/i.test(text.trim()) ? text : `${text} ${unit}`;
      const value = parseSize(bare);
      const fault = check(value);
      return fault ? { fault } : { value };
    } catch (error) {
      if (error instanceof LengthError) return { fault: error.message };
      throw error;
    }
  };
  const draft = useDraft(shown, read, onChange);
  const options = namedFormats.map((format) => {
    const [widthMm, heightMm] = lying ? [format.heightMm, format.widthMm] : [format.widthMm, format.heightMm];
    return {
      value: formatSize(widthMm, heightMm, unit),
      label: `${format.name}, ${formatSize(widthMm, heightMm, unit)}`,
      id: format.id,
    };
  });
  const typed = draft.text !== shown ? draft.text.trim().toLowerCase() : '';
  return (
    <span className="gap-holder">
      <AutoComplete
        className="gap gap-size"
        variant="underlined"
        aria-label={label}
        status={draft.fault ? 'error' : ''}
        popupMatchSelectWidth={false}
        style={{ width: `${draft.text.length + 6}ch` }}
        value={draft.text}
        options={options.filter((option) => typed === '' || option.label.toLowerCase().includes(typed))}
        onChange={(text: string) => draft.type(text)}
        onSelect={(text: string) => draft.take(text)}
        onBlur={draft.leave}
        onKeyDown={draft.onKey}
      />
      <Fault id={idOf(label)} text={draft.fault} />
    </span>
  );
}

type TextGapProps = {
  label: string;
  value: string;
  placeholder: string;
  onChange: (text: string) => void;
  most?: number;
};

/** A gap for words, taken letter by letter. */
export function TextGap({ label, value, placeholder, onChange, most = 200 }: TextGapProps) {
  return (
    <Input
      className="gap"
      variant="underlined"
      aria-label={label}
      placeholder={placeholder}
      maxLength={most}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
