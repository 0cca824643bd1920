import { AutoComplete } from 'antd';
import { useState } from 'react';
import { formatSize, LengthError, namedFormats, parseSize, type SizeMm } from '@nobrel/core/units';
import { useSizesQuery } from '../../store/api/fit.js';
import { useUnit } from '../../store/hooks.js';
import { Fault, idOf, useDraft, type Read } from './draft.js';
import { clsx } from 'clsx';
import * as css from './sentence.module.css';

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
  const [open, setOpen] = useState(false);
  const saved = (useSizesQuery().data ?? []).map(({ id, name, widthMm, heightMm }) => ({
    value: formatSize(widthMm, heightMm, unit),
    label: `${name}, ${formatSize(widthMm, heightMm, unit)}`,
    id,
    exact: { widthMm, heightMm },
  }));
  const named = namedFormats.map((format) => {
    const [widthMm, heightMm] = lying ? [format.heightMm, format.widthMm] : [format.widthMm, format.heightMm];
    return {
      value: formatSize(widthMm, heightMm, unit),
      label: `${format.name}, ${formatSize(widthMm, heightMm, unit)}`,
      id: format.id,
      exact: { widthMm, heightMm },
    };
  });
  const options = [...saved, ...named].map((option) => ({ ...option, key: option.id }));
  const typed = draft.text !== shown ? draft.text.trim().toLowerCase() : '';
  return (
    <span className={css.gapHolder}>
      <AutoComplete
        className={clsx(css.gap, css.gapSize)}
        variant="underlined"
        aria-label={label}
        status={draft.fault ? 'error' : ''}
        popupMatchSelectWidth={false}
        style={{ width: `${draft.text.length + 4}ch` }}
        value={draft.text}
        options={options.filter((option) => typed === '' || option.label.toLowerCase().includes(typed))}
        onChange={(text: string) => draft.type(text)}
        onSelect={(_text: string, option) => {
          // What was chosen is taken as it is, not as it is rounded to be read.
          const fault = check(option.exact);
          if (fault) draft.refuse(fault);
          else {
            draft.drop();
            onChange(option.exact);
          }
        }}
        open={open}
        onOpenChange={setOpen}
        onBlur={draft.leave}
        onKeyDown={(event) => {
          draft.onKey(event);
          // The list would stand open over what is beneath, with every size in it, as soon as what was typed is taken.
          if (event.key === 'Enter') setOpen(false);
        }}
      />
      <Fault id={idOf(label)} text={draft.fault} />
    </span>
  );
}
