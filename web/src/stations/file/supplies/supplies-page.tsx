import { Alert, Button } from 'antd';
import { useState } from 'react';
import { newSupplySchema, supplyKinds, type Stocked, type SupplyChange } from '@nobrel/core/file';
import { supplyKindIds, type SupplyKind } from '@nobrel/core/transfer';
import { Frame } from '../../../bench/frame/frame.js';
import { Opening } from '../../../bench/frame/opening.js';
import { messageOf } from '../../../store/api/base.js';
import {
  useAddSupplyMutation,
  useChangeSupplyMutation,
  useRemoveSupplyMutation,
  useSuppliesQuery,
} from '../../../store/api/supplies.js';
import { FilePages } from '../../../bench/frame/file-pages.js';
import { AddSupply } from './add-supply.js';
import { ShoppingList } from './shopping-list.js';
import { SupplyRow } from './supply-row.js';
import { clsx } from 'clsx';
import * as frameCss from '../../../bench/frame/frame.module.css';
import * as css from './supplies.module.css';

/** Puts the last change of the supplies back. */
type PutBack = { says: string; back: () => Promise<unknown> };

/** What is there to work with: counted by hand, used up by printings and sittings, and what has to be bought. */
export function SuppliesPage() {
  const book = useSuppliesQuery();
  const { stock = [], needs = [] } = book.data ?? {};
  const { last, putBack, error, onAdd, onChange, onRemove } = useSupplyChanges();
  const fault = book.error ?? error;
  return (
    <Frame title="Supplies">
      <div className={clsx(frameCss.flatFile, css.supplies)}>
        <FilePages />
        {fault !== undefined && <Alert type="error" title={messageOf(fault)} />}
        {last && (
          <p role="status">
            {last.says}{' '}
            <Button size="small" onClick={putBack}>
              Undo
            </Button>
          </p>
        )}
        {book.isLoading && <Opening what="the supplies" />}
        <div className={css.suppliesBody}>
          <div>
            {book.isSuccess && stock.length === 0 && (
              <p>
                Nothing is counted yet. What you enter here is used up by what you print and trace, and
                compared with what works in hand need.
              </p>
            )}
            {supplyKindIds
              .filter((kind) => stock.some((supply) => supply.kind === kind))
              .map((kind) => (
                <KindOfSupply key={kind} kind={kind} stock={stock} onChange={onChange} onRemove={onRemove} />
              ))}
            <AddSupply onAdd={onAdd} />
          </div>
          <ShoppingList stock={stock} needs={needs} />
        </div>
      </div>
    </Frame>
  );
}

/** Changes of the supplies, the last of which can be put back. */
function useSupplyChanges() {
  const [add, adding] = useAddSupplyMutation();
  const [change, changing] = useChangeSupplyMutation();
  const [remove, removing] = useRemoveSupplyMutation();
  const [last, setLast] = useState<PutBack | null>(null);
  return {
    last,
    error: adding.error ?? changing.error ?? removing.error,
    putBack: () => {
      setLast(null);
      void last?.back();
    },
    onAdd: async (supply: Parameters<typeof add>[0]): Promise<boolean> => {
      const added = await add(supply);
      if (!added.data) return false;
      const { id, name } = added.data;
      setLast({ says: `“${name}” was added.`, back: () => remove(id) });
      return true;
    },
    onChange: async (supply: Stocked, fields: SupplyChange['change']): Promise<void> => {
      const made = await change({ id: supply.id, change: { revision: supply.revision, change: fields } });
      if (!made.data) return;
      const { revision } = made.data;
      const before = newSupplySchema.omit({ kind: true }).parse({ ...supply, counted: supply.left });
      setLast({
        says: `“${supply.name}” was changed.`,
        back: () => change({ id: supply.id, change: { revision, change: before } }),
      });
    },
    onRemove: async (supply: Stocked): Promise<void> => {
      const gone = await remove(supply.id);
      if ('error' in gone) return;
      setLast({
        says: `“${supply.name}” was taken off the list.`,
        back: () => add(newSupplySchema.parse({ ...supply, counted: supply.left })),
      });
    },
  };
}

type KindProps = {
  kind: SupplyKind;
  stock: readonly Stocked[];
  onChange: Parameters<typeof SupplyRow>[0]['onChange'];
  onRemove: (supply: Stocked) => Promise<void>;
};

function KindOfSupply({ kind, stock, onChange, onRemove }: KindProps) {
  return (
    <section aria-label={supplyKinds[kind].name}>
      <h2>{supplyKinds[kind].name}</h2>
      <table className={css.supplyTable}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Left</th>
            <th scope="col">Buy below</th>
            <th scope="col">Used since it was counted</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {stock
            .filter((supply) => supply.kind === kind)
            .map((supply) => (
              <SupplyRow
                key={supply.id}
                supply={supply}
                onChange={onChange}
                onRemove={() => void onRemove(supply)}
              />
            ))}
        </tbody>
      </table>
    </section>
  );
}
