import { Button } from 'antd';
import { surfaceKind } from '@nobrel/core/fit';
import { supplyAmount, supplyKinds, type Stocked, type SupplyChange } from '@nobrel/core/file';
import { paperName } from '@nobrel/core/sheets';
import { formatDate, formatSize, type LengthUnit } from '@nobrel/core/units';
import { NumberGap } from '../../../bench/sentence/gaps.js';
import { useUnit } from '../../../store/hooks.js';
import * as css from './supplies.module.css';

type RowProps = {
  supply: Stocked;
  onChange: (supply: Stocked, change: SupplyChange['change']) => Promise<void>;
  onRemove: () => void;
};

/** A supply: what it is, what is left, and from when on it is bought. */
export function SupplyRow({ supply, onChange, onRemove }: RowProps) {
  const unit = useUnit();
  const { kind, name, left, low, used, beyond, countedAt } = supply;
  const { unit: one, units } = supplyKinds[kind];
  const unitOf = (amount: number) => (amount === 1 ? one : units);
  return (
    <tr>
      <th scope="row">
        {name}
        <span className={css.supplyNotes}>{notesOf(supply, unit)}</span>
      </th>
      <td>
        <NumberGap
          label={`Left of ${name}`}
          value={Math.round(10 * left) / 10}
          min={0}
          max={100_000}
          unit={unitOf(left)}
          onChange={(counted) => counted !== null && void onChange(supply, { counted })}
        />
        {left < low && <span className={css.supplyMark}>△ low</span>}
      </td>
      <td>
        <NumberGap
          label={`Buy ${name} below`}
          value={low}
          min={0}
          max={100_000}
          unit={unitOf(low)}
          onChange={(value) => value !== null && void onChange(supply, { low: value })}
        />
      </td>
      <td>
        {used > 0 ? supplyAmount(kind, used) : 'nothing'} since {formatDate(countedAt)}
        {beyond > 0.05 && (
          <span role="alert">
            {' '}
            {supplyAmount(kind, beyond)} more were used than had been counted: count again what is there.
          </span>
        )}
      </td>
      <td>
        <Button size="small" type="link" aria-label={`Delete ${name}`} onClick={onRemove}>
          Delete
        </Button>
      </td>
    </tr>
  );
}

/** What is noted of a supply. */
function notesOf(supply: Stocked, unit: LengthUnit): string {
  const { widthMm, heightMm, paper, surface, gramsPerM2, colour, waxFree, bestBefore } = supply;
  return [
    surface && surfaceKind(surface).name,
    paper && paperName(paper),
    widthMm !== null && heightMm !== null && formatSize(widthMm, heightMm, unit),
    gramsPerM2 !== null && `${gramsPerM2} g/m²`,
    colour,
    waxFree !== null && (waxFree ? 'wax-free' : 'waxed'),
    bestBefore && `best before ${formatDate(bestBefore)}`,
  ]
    .filter(Boolean)
    .join(', ');
}
