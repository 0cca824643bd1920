import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { z } from 'zod';

const row = z.object({ id: z.string(), decisions: z.string() });

/** What the decisions kept in a table become, as JSON. */
export type Rewriting = Record<'works' | 'printings', (text: string) => string>;

/** Rewrites the decisions of every work and every printing. */
export async function rewriteDecisions(
  sequelize: Sequelize,
  transaction: Transaction,
  rewriting: Rewriting,
): Promise<void> {
  for (const table of ['works', 'printings'] as const) {
    const rows = await sequelize.query(`SELECT id, decisions FROM ${table}`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    for (const { id, decisions } of z.array(row).parse(rows)) {
      await sequelize.query(`UPDATE ${table} SET decisions = ? WHERE id = ?`, {
        replacements: [rewriting[table](decisions), id],
        transaction,
      });
    }
  }
}
