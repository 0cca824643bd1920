import { z } from 'zod';
import type { Migration } from './migration.js';
import { rewriteDecisions } from './rewrite-decisions.js';

const sheets = z.looseObject({ lies: z.string().default('fewest') });
const decisions = z.looseObject({ sheets });

const turned: Readonly<Record<string, string>> = { upright: 'portrait', lying: 'landscape' };

/** At first a paper was said to be upright or lying. */
const named = ({ lies, ...rest }: z.infer<typeof sheets>) => ({ ...rest, orientation: turned[lies] ?? lies });

const ofPrinting = (text: string) => JSON.stringify(named(sheets.parse(JSON.parse(text))));

function ofWork(text: string): string {
  const old = decisions.parse(JSON.parse(text));
  return JSON.stringify({ ...old, sheets: named(old.sheets) });
}

/** Paper is portrait or landscape. */
export const portraitAndLandscape: Migration = {
  name: '006-portrait-and-landscape',
  async up({ context }) {
    const { sequelize } = context;
    await sequelize.transaction((transaction) =>
      rewriteDecisions(sequelize, transaction, { works: ofWork, printings: ofPrinting }),
    );
  },
};
