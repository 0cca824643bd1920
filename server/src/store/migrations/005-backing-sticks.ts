import { z } from 'zod';
import type { Migration } from './migration.js';
import { rewriteDecisions } from './rewrite-decisions.js';

const sheets = z.looseObject({ backing: z.looseObject({}) });
const decisions = z.looseObject({ sheets });

/** At first the back was rubbed with one stick everywhere. */
const withSticks = (old: z.infer<typeof sheets>) => ({ ...old, backing: { ...old.backing, sticks: [] } });

const ofPrinting = (text: string) => JSON.stringify(withSticks(sheets.parse(JSON.parse(text))));

function ofWork(text: string): string {
  const old = decisions.parse(JSON.parse(text));
  return JSON.stringify({ ...old, sheets: withSticks(old.sheets) });
}

/** The back is rubbed with different sticks by region. */
export const backingSticks: Migration = {
  name: '005-backing-sticks',
  async up({ context }) {
    const { sequelize } = context;
    await sequelize.transaction((transaction) =>
      rewriteDecisions(sequelize, transaction, { works: ofWork, printings: ofPrinting }),
    );
  },
};
