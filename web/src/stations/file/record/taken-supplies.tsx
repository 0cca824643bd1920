import { Link } from 'react-router';
import { supplyKinds, takenFor, type Stocked } from '@nobrel/core/file';
import type { SupplyKind } from '@nobrel/core/transfer';
import { ChoiceGap } from '../../../bench/sentence/gaps.js';
import { useSuppliesQuery } from '../../../store/api/supplies.js';
import { useDecide, useWork } from '../../../store/use-work.js';
import * as css from './record.module.css';

/** Nothing named: what serves is taken. */
const firstThatServes = '';

/** Which supplies the work is made with, kind by kind, where some are counted. */
export function TakenSupplies() {
  const work = useWork();
  const { data } = useSuppliesQuery();
  const kinds = new Set(takenFor(work).map(({ kind }) => kind));
  const counted = [...kinds].flatMap((kind) => {
    const stock = data?.stock.filter((supply) => supply.kind === kind) ?? [];
    return stock.length > 0 ? [{ kind, stock }] : [];
  });
  return (
    <section aria-label="Taken from the supplies">
      <h3>Taken from the supplies</h3>
      {counted.length === 0 && (
        <p>
          Nothing that this work takes is counted under <Link to="/supplies">Supplies</Link>.
        </p>
      )}
      <ul className={css.sittings}>
        {counted.map(({ kind, stock }) => (
          <TakenOfKind key={kind} kind={kind} stock={stock} />
        ))}
      </ul>
    </section>
  );
}

function TakenOfKind({ kind, stock }: { kind: SupplyKind; stock: readonly Stocked[] }) {
  const { takes } = useWork().decisions.file;
  const decide = useDecide();
  const named = stock.some(({ id }) => id === takes[kind]) ? takes[kind] : undefined;
  return (
    <li>
      {supplyKinds[kind].name}:{' '}
      <ChoiceGap<string>
        label={`Which of ${supplyKinds[kind].name.toLowerCase()}`}
        value={named ?? firstThatServes}
        options={[
          { value: firstThatServes, label: 'the first that serves' },
          ...stock.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={(id) => {
          const { [kind]: _, ...others } = takes;
          decide({
            room: 'file',
            change: { takes: id === firstThatServes ? others : { ...others, [kind]: id } },
          });
        }}
      />
    </li>
  );
}
