import type { Read } from './draft.js';
import { TypedGap } from './gaps.js';

type ListGapProps = {
  label: string;
  /** Words for an empty list. */
  empty: string;
  values: readonly string[];
  read: (text: string) => Read<string>;
  onChange: (values: string[]) => void;
};

/** A gap for several names, typed with commas or spaces between them. */
export function ListGap({ label, empty, values, read, onChange }: ListGapProps) {
  const shown = values.length === 0 ? empty : values.join(', ');
  const readAll = (text: string): Read<string[]> => {
    if (text.trim() === '' || text.trim() === empty) return { value: [] };
    const found = new Set<string>();
    for (const part of text.split(/[\s,;]+/).filter(Boolean)) {
      const one = read(part);
      if ('fault' in one) return one;
      found.add(one.value);
    }
    return { value: [...found] };
  };
  return <TypedGap label={label} shown={shown} read={readAll} onChange={onChange} />;
}
