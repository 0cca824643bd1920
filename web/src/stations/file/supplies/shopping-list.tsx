import { Button } from 'antd';
import { useState } from 'react';
import { dayOf, shoppingList, type Stocked, type SupplyNeed } from '@nobrel/core/file';
import { useUnit } from '../../../store/hooks.js';
import * as css from './supplies.module.css';

type ListProps = { stock: readonly Stocked[]; needs: readonly SupplyNeed[] };

/** What is to be bought, to be printed or copied. */
export function ShoppingList({ stock, needs }: ListProps) {
  const unit = useUnit();
  const list = shoppingList(stock, needs, dayOf(new Date()), unit);
  const [copied, setCopied] = useState<string | null>(null);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(list.map(({ says }) => `- ${says}`).join('\n'));
      setCopied('Copied.');
    } catch {
      setCopied('The browser does not let it be copied: print it instead.');
    }
  };
  return (
    <aside className={css.shoppingList} aria-label="Shopping list">
      <h2>To buy</h2>
      {list.length === 0 ? (
        <p>Nothing: all that works in hand need is there.</p>
      ) : (
        <>
          <ul>
            {list.map(({ says, why }) => (
              <li key={`${says} ${why}`}>
                {says}
                <span className={css.supplyNotes}>{why}</span>
              </li>
            ))}
          </ul>
          <p className={css.shoppingActs}>
            <Button size="small" onClick={() => void copy()}>
              Copy the list
            </Button>{' '}
            <Button size="small" onClick={() => window.print()}>
              Print it
            </Button>{' '}
            {copied && <span role="status">{copied}</span>}
          </p>
        </>
      )}
    </aside>
  );
}
