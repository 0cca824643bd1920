import type { ReactNode } from 'react';
import { QrCode } from './qr-code.js';
import * as css from './bench.module.css';

type ReachedAtProps = {
  /** Of the program, as other devices find it; none where only this computer can reach it. */
  addresses: readonly string[];
  /** Of the page, after the address. */
  path: string;
  /** What the code for the camera is, for who does not see it. */
  says: string;
  children: ReactNode;
};

/** How a phone or tablet gets to one page: a code for its camera, what is to be known, and the address in letters. */
export function ReachedAt({ addresses: [first], path, says, children }: ReachedAtProps) {
  if (first === undefined)
    return (
      <p>
        Only this computer can open Nobrel now. Start it with NOBREL_HOST set to 0.0.0.0, and phones and
        tablets on the same network can open this page.
      </p>
    );
  const at = first + path;
  return (
    <div className={css.reachedAt}>
      <QrCode text={at} says={says} />
      <div>
        {children}
        <p className={css.reachedAddress}>
          Or open <a href={at}>{at}</a>
        </p>
      </div>
    </div>
  );
}
